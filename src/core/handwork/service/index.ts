export { isStep, stepKey, stepOf, stepPart, type StepAbout } from "./stepKey";
export { ASIDE_PREFIX, Journal, SERVICE_STAGES, type Entry, type ServiceStage, type StepState } from "./journal";
export {
  broughtBy,
  ENOUGH_JOBS,
  SCHOOLS,
  usualProcedure,
  WAY_PLACES,
  type Brought,
  type OwnPractice,
  type OwnPractices,
  type WayPlace,
  type Procedure,
} from "./procedure";
export {
  ASIDE_KINDS,
  ASIDE_LENGTH,
  asideComesTo,
  asideFaults,
  asideLine,
  ASIDES,
  asidesIn,
  asideStep,
  asideText,
  asideWords,
  batteryLeft,
  figureOf,
  type Aside,
  type AsideKind,
} from "./incidentalParts";
export type { Ask, ServiceContext, Step } from "./step";
export { estimateMinutes, nextStep, progressOf, stepsOf, type StageProgress } from "./plan";
export { gateWords } from "./gateWords";
export { BEFORE_SKIPPED, batterySwollen, countsOut, fansUnconfirmed, gateOf, type Count, type Gate } from "./gates";
export { coverScrews } from "./opening";
export { pastedChips, screwMarkOf, tightenOrder } from "./stripping";
export {
  BAYS,
  baysOfGrade,
  gradeFits,
  gradeOfShare,
  GRADES,
  INLET_TURN,
  inletOf,
  inletSeen,
  isBays,
  shareClosed,
  sharesOfGrade,
  turnBay,
  type Bay,
} from "./dust";
export { isPrint, PRINT, printWord, turnCell, usualPrint, wettedShare } from "./print";
export {
  cleanedIn,
  cleaningOf,
  cleaningText,
  CONSUMABLES,
  METHODS,
  usedIn,
  usesWords,
  type Cleaning,
  type Consumable,
  type Uses,
} from "./cleaning";
export { closedIn, contactGrowth, seenAir, type Span, type Win } from "./explained";
export { doneIn } from "./done";
export { didIn } from "./did";
export { agreementOf, type Agreement, type Predicted, type PredictedPath } from "./agreement";
export { adapterWords, foundIn, warrantyDays, type Found } from "./found";
export { forecastOf, outcomesOf, weighed, type Forecast, type Outcome } from "./forecast";
export { contextOf, plansOf, type ServiceFacts } from "./context";
export {
  aluminiumAt,
  chosenMm,
  faceOf,
  gapOf,
  statedGap,
  isRenewed,
  piecesToCut,
  pastedOf,
  pastedText,
  pressingOver,
  type Pasted,
  type TightenTrial,
} from "./pasting";
export { bearerOf, stackOf, type Bearer, type PadTrial } from "./padStack";
export { Learning, LEARNT_KEYS, together, type LearntKey, type Lesson, type Worth, type Worths } from "./learning";
export {
  forecastFacts,
  forecastHistory,
  GUESS,
  hasGuessed,
  isInspected,
  meanMisses,
  worthsFrom,
  type ForecastFacts,
  type ForecastHistory,
  type FindingWorth,
  type ForecastJob,
  type PastForecast,
} from "./history";
