export { alignRuns, type PairCurves } from "./aligned";
export { enoughSeconds, loadSeconds } from "./comparable";
export { dominantTau, type ChipEstimate, type Figure, type SpectrumLine } from "./estimate";
export { explainPair, type ChipExplanation, type FitView, type Sums } from "./explain";
export { runFacts, throttledShare } from "./facts";
export { moreWork, type Both } from "./gain";
export { airflowBy, figuresFromRuns, figuresOfClass, goodRunsOf, type GoodFigures, type GoodRun } from "./good";
export { movedMost } from "./others";
export { fanSpeedsOf, type FanSpeeds } from "./fanSpeeds";
export { aloneWithSpectra, estimatesOf } from "./joint";
export { judgePair, type JudgeOptions } from "./judge";
export * from "./judgement";
export { holdsOpen } from "./next";
export {
  COARSE_K,
  ladderAxis,
  ladderPlan,
  rungsC,
  type LadderAxis,
  type LadderLevel,
  type LadderPlan,
} from "./ladderPlan";
export { atLeastK, LEAVES_ONE_SIDE } from "./oneSided";
export { guessFan, prepared } from "./pair";
export { shownChange, shownPath } from "./shown";
