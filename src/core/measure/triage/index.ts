export { judgedAlone, type AloneJudgement } from "./alone";
export type { Lacking, RunJudgement, SurerTest, TriageChip, TriagePath, TriageWord } from "./result";
export { heardSoFar, type HeardSoFar } from "./soFar";
export { COUNTS_K, triageRun } from "./triage";
