export * from "./machine";
export { steadyRise } from "./network";
export { plainFormat, renderLog, type RigFormat } from "./render";
export { simulate, type RigLog } from "./simulate";
export { truthOf, type RigTruth } from "./truth";
