export { afterAlone, type AfterAlone } from "./alone";
export { evidenceOf, fanWords, matchedWords, peaksAlone, unknownWhy, type Evidence } from "./evidence";
export { explained, type ExplainedChip } from "./explain";
export { verdictJson } from "./json";
export { holdsWords } from "./next";
export { settingWords } from "./settings";
export { sourceWords } from "./shown";
export { wordedSoFar, type SoFarWords } from "./soFar";
export { wordedVerdict } from "./told";
export { wordedTriage, type Triage } from "./triage";
export {
  plainText,
  type NextStep,
  type OtherSensor,
  type SentencePart,
  type WordedReason,
  type Verdict,
  type Witness,
} from "./verdict";
