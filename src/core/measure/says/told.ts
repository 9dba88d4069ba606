import type { Judgement } from "../judge";
import type { Heard, Reason } from "../pair/reason";
import { headlineOf, summaryOf } from "./headline";
import { nextSaid } from "./next";
import { saidOf } from "./sentences";
import { OTHER_NAMES } from "./sentencesOfRuns";
import { shownSaid } from "./shown";
import type { ToldReason, Verdict, Witness } from "./verdict";

/** A reason with its sentence. */
export function reasonTold({ level, seen, ...found }: Reason): ToldReason {
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
export const witnessTold = ({ shown, found, ...heard }: Heard): Witness => ({
  ...heard,
  before: shownSaid(shown.before),
  after: shownSaid(shown.after),
  says: found.map((f) => saidOf(f).message).join(" "),
  found,
});

/**
 * A judgement in words: what is told, kept and read.
 *
 * @example
 * plainText(verdictTold(judgePair(before, after)).headline); // "Improved"
 */
export function verdictTold(j: Judgement): Verdict {
  const reasons = j.reasons.map(reasonTold);
  const { witnesses, others, ...rest } = j;
  return {
    ...rest,
    headline: headlineOf(j),
    summary: summaryOf(j, reasons),
    reasons,
    next: j.next.map(nextSaid),
    ...(witnesses ? { witnesses: witnesses.map(witnessTold) } : {}),
    ...(others ? { others: others.map((o) => ({ ...o, name: nameOf(o.key) })) } : {}),
  };
}

const nameOf = (key: string): string => OTHER_NAMES[key.split(".")[0] as keyof typeof OTHER_NAMES];
