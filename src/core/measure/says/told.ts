import type { Judgement } from "../judge";
import type { Heard, Reason } from "../pair/reason";
import { headlineOf, summaryOf } from "./headline";
import { nextWords } from "./next";
import { saidOf } from "./sentences";
import { nameOf } from "./sentencesOfRuns";
import { shownWords } from "./shown";
import type { WordedReason, Verdict, Witness } from "./verdict";

/** A reason with its sentence. */
export function wordedReason({ level, seen, ...found }: Reason): WordedReason {
  const { message, figure, word } = saidOf(found);
  return {
    code: found.code,
    level,
    message,
    ...(figure === undefined ? {} : { figure }),
    ...(seen ? { seen: { ...seen, word: word?.(seen.run) ?? "" } } : {}),
    data: found.data,
  };
}

/** What one witness says, in words. */
export const wordedWitness = ({ shown, found, ...heard }: Heard): Witness => ({
  ...heard,
  before: shownWords(shown.before),
  after: shownWords(shown.after),
  says: found.map((f) => saidOf(f).message).join(" "),
  found,
});

/**
 * A judgement in words: what is told, kept and read.
 *
 * @example
 * plainText(wordedVerdict(judgePair(before, after)).headline); // "Improved"
 */
export function wordedVerdict(j: Judgement): Verdict {
  const reasons = j.reasons.map(wordedReason);
  const { witnesses, others, ...rest } = j;
  return {
    ...rest,
    headline: headlineOf(j),
    summary: summaryOf(j, reasons),
    reasons,
    next: j.next.map(nextWords),
    ...(witnesses ? { witnesses: witnesses.map(wordedWitness) } : {}),
    ...(others ? { others: others.map((o) => ({ ...o, name: nameOf(o.key) })) } : {}),
  };
}
