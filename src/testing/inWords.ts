import { judgePair, type GoodFigures, type JudgeOptions } from "../core/measure/judge";
import type { JudgeRun, Reason } from "../core/measure/pair";
import {
  wordedTriage,
  wordedVerdict,
  type WordedReason,
  type Triage,
  type Verdict,
  type Witness,
} from "../core/measure/says";
import { wordedReason, wordedWitness } from "../core/measure/says/told";
import { triageRun } from "../core/measure/triage";

/** For tests: a pair judged, in the words of who reads it. */
export const judgedInWords = (before: JudgeRun, after: JudgeRun, options: Partial<JudgeOptions> = {}): Verdict =>
  wordedVerdict(judgePair(before, after, options));

/** For tests: one run alone, in words; null where no load is marked. */
export function triageInWords(run: JudgeRun, good: GoodFigures, limitC: number | null): Triage | null {
  const found = triageRun(run, good, limitC);
  return found && wordedTriage(found);
}

/** For tests: reasons in words. */
export const inWords = (reasons: readonly Reason[]): WordedReason[] => reasons.map(wordedReason);

/** For tests: a witness who is heard in words. */
export const heardInWords =
  <A extends unknown[], T extends { witness: Parameters<typeof wordedWitness>[0]; reasons?: Reason[] }>(
    witness: (...args: A) => T,
  ): ((...args: A) => Omit<T, "witness" | "reasons"> & { witness: Witness; reasons?: WordedReason[] }) =>
  (...args) => {
    const { witness: heard, reasons, ...rest } = witness(...args);
    return { ...rest, witness: wordedWitness(heard), ...(reasons ? { reasons: inWords(reasons) } : {}) };
  };
