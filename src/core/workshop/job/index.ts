export { brokenOfJobWords, type BrokenKind, type BrokenOfJob } from "./broken";
export { benchItem, benchOrder, type BenchItem, type DueDate } from "./bench";
export { briefHeadline, briefOf, type BriefLadder, type BriefRise, type VerdictBrief } from "./brief";
export type { Machine } from "./machine";
export {
  runFact,
  STAGES,
  STAGE_TITLES,
  statusWords,
  stageAt,
  stagesOf,
  verdictFact,
  type JobHolds,
  type StageName,
  type StageView,
} from "./stages";
export {
  TAKEN_IN,
  waitsWords,
  type CameBack,
  type JobHead,
  type JobSummary,
  type JobWaits,
  type KnownSummary,
} from "./jobSummary";
export {
  DUE_SOON_DAYS,
  rackLine,
  rackMachine,
  RACK_WAYS,
  WAITING_SHELVES,
  type DrawingRef,
  type LetterCount,
  type OnShelf,
  type RackMachine,
  type RackShelf,
  type RackView,
  type RackWay,
  type WaitingShelf,
} from "./rack";
export { CURRENCIES, THRESHOLDS_K, usualWorkshop, type Currency, type Thermometer, type Workshop } from "./workshop";
export { FORMS } from "./forms";
