export { decimate, type CurvePoint } from "./decimate";
export { findPhases, type FoundPhases, type Phases } from "./phases";
export { logProblem, type LogWarning } from "./problems";
export { readLog, readTable } from "./read";
export { LogReader, type ColumnChoices, type LogTable, type ReadOptions } from "./reader";
export { unitOfRole, type ColumnGuess, type Role } from "./recognise";
export { channelOf, toRun, type Channel, type Run } from "./run";
export { summarise, type LogSummary } from "./summary";
