export { benchItem, benchOrder, type BenchItem, type DueDate } from "./bench";
export type { Machine } from "./machine";
export {
  runFact,
  STAGE_TITLES,
  standsWords,
  stageAt,
  stagesOf,
  verdictFact,
  type JobHolds,
  type StageName,
  type StageView,
} from "./stages";
