export { afterAlone, type AfterAlone } from "./alone";
export { evidenceOf, matchedWords, peaksAlone, unknownWhy, type Evidence } from "./evidence";
export { explained, type ExplainedChip } from "./explain";
export { verdictJson } from "./json";
export { holdsSaid } from "./next";
export { settingSaid } from "./settings";
export { sourceSaid } from "./shown";
export { soFarTold, type SaidSoFar } from "./soFar";
export { verdictTold } from "./told";
export { triageTold, type Triage } from "./triage";
export {
  plainText,
  type NextStep,
  type OtherSensor,
  type SentencePart,
  type ToldReason,
  type Verdict,
  type Witness,
} from "./verdict";
