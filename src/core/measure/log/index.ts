export { doubtsOf, type OtherRun } from "./belongs";
export { curvesOf, type Curve, type RunCurves } from "./curves";
export { decimate, roundPoints, shapeIn, shapeOfRows, type CurvePoint } from "./decimate";
export { temperatureEvidence, unitEvidence } from "./evidence";
export { findPhases, type FoundPhases, type Phases } from "./phases";
export { logProblem, type LogWarning } from "./problems";
export { readLog, readTable } from "./read";
export { headerKey, type ColumnChoices, type DeclaredColumn } from "./choices";
export { LogReader, withChoices, type ReadOptions } from "./reader";
export type { LogTable } from "./table";
export { isRole, ROLE, type ColumnGuess, type Role } from "./guess";
export {
  layoutOf,
  planDifference,
  planFrom,
  planOf,
  declaredIn,
  type PlannedColumn,
  type PlannedLayout,
  type ReadingPlan,
} from "./plan";
export { channelOf, toRun, type Channel, type Run } from "./run";
export { summarise, type LogSummary } from "./summary";
export type { Layout } from "./sniff";
export { placeRead, unitFromText, DECLARED_UNITS, type PlaceRead, type Unit } from "./words";
