export * from "./machine";
export { steadyRise } from "./network";
export { thermalOf } from "./thermal";
export { plainFormat, renderLog, type RigFormat } from "./render";
export { simulate } from "./simulate";
export type { RigLog } from "./logger";
export { truthOf, type RigTruth } from "./truth";
