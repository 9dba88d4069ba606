import { explainPair, judgePair, type GoodFigures, type JudgeOptions } from "../core/measure/judge";
import {
  explained,
  wordedSoFar,
  wordedTriage,
  wordedVerdict,
  type ExplainedChip,
  type SoFarWords,
  type Verdict,
} from "../core/measure/says";
import type { JudgeRun } from "../core/measure/pair";
import { heardSoFar, triageRun } from "../core/measure/triage";
import { suspectsIn, type Triaged } from "../core/learn/suspects";

/** What is asked of the judge, with everything it needs: runs travel as they are, numbers and all. */
export type JudgeRequest =
  | { kind: "pair"; before: JudgeRun; after: JudgeRun; options: Partial<JudgeOptions> }
  | { kind: "explain"; before: JudgeRun; after: JudgeRun }
  | { kind: "so-far"; run: JudgeRun; before: JudgeRun | null }
  | { kind: "alone"; run: JudgeRun; good: GoodFigures; limitC: number | null; opened: boolean | null };

export interface JudgeAnswers {
  pair: Verdict;
  explain: ExplainedChip[];
  alone: Triaged | null;
  "so-far": SoFarWords;
}

/** Judges here, on the thread that calls. */
export function answerTo<K extends JudgeRequest["kind"]>(ask: Extract<JudgeRequest, { kind: K }>): JudgeAnswers[K];
export function answerTo(ask: JudgeRequest): JudgeAnswers[JudgeRequest["kind"]] {
  switch (ask.kind) {
    case "pair":
      return wordedVerdict(judgePair(ask.before, ask.after, ask.options));
    case "explain":
      return explained(explainPair(ask.before, ask.after));
    case "so-far":
      return wordedSoFar(heardSoFar(ask.run, ask.before));
    case "alone":
      return alone(ask);
  }
}

/** One run alone, and which suspects it speaks for. */
function alone({ run, good, limitC, opened }: Extract<JudgeRequest, { kind: "alone" }>): Triaged | null {
  const found = triageRun(run, good, limitC);
  const suspects = found && suspectsIn(run, found, good, opened);
  return found && { ...wordedTriage(found), ...(suspects ? { suspects } : {}) };
}
