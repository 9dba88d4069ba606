export { benchItem, benchOrder, type BenchItem, type DueDate } from "./bench";
export type { Machine } from "./machine";
export { runFact, stageAt, STAGES, stagesOf, verdictFact, type StageName, type StageView } from "./stages";
