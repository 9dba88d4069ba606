import { words } from "../../base/words";
import { moreWork, type Gain, type VerdictWord } from "../judge";
import type { SentencePart } from "./verdict";

/** The headline of a verdict by work alone. */
export const workHeadline = (word: VerdictWord, more: number): SentencePart[] => [
  {
    text:
      word === "unchanged"
        ? "Does the same work"
        : `Does ${words.share(Math.abs(more))} ${more > 0 ? "more" : "less"} work`,
  },
];

/** What work alone tells; nothing bars it, so where no word is given one chip does more and the other less. */
export function workSummary(word: VerdictWord, gain: Gain): SentencePart[] {
  if (word === "not-comparable")
    return [
      { text: "One chip does more work than before, the other less: without temperatures nothing tells which counts." },
    ];
  const name = words.chip(gain.chip);
  if (word === "unchanged")
    return [{ text: `At the end of the load the ${name} does as much work a second as before.` }];
  const more = moreWork(gain.work) ?? 0;
  return [
    { text: `At the end of the load the ${name} does ` },
    { text: words.share(Math.abs(more)), strong: true },
    { text: ` ${more > 0 ? "more" : "less"} work a second than before.` },
  ];
}
