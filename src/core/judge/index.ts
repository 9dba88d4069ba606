export { chipName } from "./comparable";
export { fanState, lateRows, matchedConditions, meanOver, type JudgeRun, type Matched } from "./conditions";
export { estimatePair, type ChipEstimate, type Figure } from "./estimate";
export { defaultOptions, judgePair, type JudgeOptions } from "./judge";
export { verdictJson } from "./json";
export * from "./verdict";
export { signed } from "./words";
