export { afterAlone, type AfterAlone } from "./alone";
export { evidenceOf, matchedWords, peaksAlone, unknownWhy, type Evidence } from "./evidence";
export { explained, type ExplainedChip } from "./explain";
export { verdictJson } from "./json";
export { holdsWords as holdsSaid } from "./next";
export { settingWords as settingSaid } from "./settings";
export { sourceWords as sourceSaid } from "./shown";
export { wordedSoFar as soFarTold, type SoFarWords as SaidSoFar } from "./soFar";
export { wordedVerdict as verdictTold } from "./told";
export { wordedTriage as triageTold, type Triage } from "./triage";
export {
  plainText,
  type NextStep,
  type OtherSensor,
  type SentencePart,
  type WordedReason as ToldReason,
  type Verdict,
  type Witness,
} from "./verdict";
