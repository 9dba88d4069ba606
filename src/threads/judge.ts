import {
  explainPair,
  heardSoFar,
  judgePair,
  triageRun,
  type ChipExplanation,
  type GoodFigures,
  type HeardSoFar,
  type JudgeOptions,
  type JudgeRun,
  type Verdict,
} from "../core/measure/judge";
import { suspectsIn, type Triaged } from "../core/learn/suspects";

/** What is asked of the judge, with everything it needs: runs travel as they are, numbers and all. */
export type JudgeAsk =
  | { kind: "pair"; before: JudgeRun; after: JudgeRun; options: Partial<JudgeOptions> }
  | { kind: "explain"; before: JudgeRun; after: JudgeRun }
  | { kind: "so-far"; run: JudgeRun; before: JudgeRun | null }
  | { kind: "alone"; run: JudgeRun; good: GoodFigures; limitC: number | null; opened: boolean | null };

export interface JudgeAnswers {
  pair: Verdict;
  explain: ChipExplanation[];
  alone: Triaged | null;
  "so-far": HeardSoFar;
}

/** Judges here, on the thread that calls. */
export function answerTo<K extends JudgeAsk["kind"]>(ask: Extract<JudgeAsk, { kind: K }>): JudgeAnswers[K];
export function answerTo(ask: JudgeAsk): JudgeAnswers[JudgeAsk["kind"]] {
  switch (ask.kind) {
    case "pair":
      return judgePair(ask.before, ask.after, ask.options);
    case "explain":
      return explainPair(ask.before, ask.after);
    case "so-far":
      return heardSoFar(ask.run, ask.before);
    case "alone":
      return alone(ask);
  }
}

/** One run alone, and which suspects it speaks for. */
function alone({ run, good, limitC, opened }: Extract<JudgeAsk, { kind: "alone" }>): Triaged | null {
  const triage = triageRun(run, good, limitC);
  const suspects = triage && suspectsIn(run, triage, good, opened);
  return triage && { ...triage, ...(suspects ? { suspects } : {}) };
}
