export * from "./machine";
export { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "./made";
export { steadyRise } from "./network";
export { fanDemand } from "./controls";
export { thermalOf } from "./thermal";
export { plainFormat, renderLog, type RigFormat } from "./render";
export { simulate } from "./simulate";
export type { RigLog } from "./logger";
export { truthOf, type RigTruth } from "./truth";
export { LiveRig, type LiveStart } from "./live";
export {
  servedFaults,
  STAND_IN_STATES,
  STAND_IN_WORDS,
  standInFaults,
  standInMachine,
  type ServiceDone,
  type StandInKind,
  type StandInState,
} from "./standIn";
