import bidiFactory from "bidi-js";
import { stretchesOf, type Family, type Stretch, type Weight } from "./fonts";

const bidi = bidiFactory();
/** Letters of scripts that run from right to left. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

/**
 * A line of text as it is drawn, from left to right: where words of Arabic or Hebrew stand in it they follow each
 * other the other way (Unicode Standard Annex 9). Each stretch keeps its letters in the order they are read: the
 * shaper turns and joins them.
 */
export function drawnStretches(text: string, family: Family, weight: Weight): Stretch[] {
  if (!RIGHT_TO_LEFT.test(text)) return stretchesOf(text, family, weight);
  const { levels } = bidi.getEmbeddingLevels(text, "ltr");
  const runs: { level: number; text: string }[] = [];
  for (let i = 0; i < text.length; i++) {
    const level = levels[i] ?? 0;
    const mirrored = level % 2 === 1 ? bidi.getMirroredCharacter(text[i] ?? "") : null;
    const letter = mirrored ?? text[i] ?? "";
    const last = runs.at(-1);
    if (last?.level === level) last.text += letter;
    else runs.push({ level, text: letter });
  }
  return reordered(runs).flatMap((run) => {
    const stretches = stretchesOf(run.text, family, weight);
    return run.level % 2 === 1 ? stretches.reverse().map(turned) : stretches;
  });
}

/** What no shaper turns by itself: blanks and marks between words that run from right to left. */
const turned = (s: Stretch): Stretch =>
  RIGHT_TO_LEFT.test(s.text) ? s : { ...s, text: [...s.text].reverse().join("") };

/** Runs as they stand on the line: from the innermost level out, each sequence of them is turned round (rule L2). */
function reordered<R extends { level: number }>(runs: R[]): R[] {
  const out = [...runs];
  for (let level = Math.max(...out.map((r) => r.level)); level > 0; level--)
    for (let from = 0; from < out.length; from++) {
      let to = from;
      while (to < out.length && (out[to]?.level ?? 0) >= level) to++;
      if (to - from > 1) out.splice(from, to - from, ...out.slice(from, to).reverse());
      from = Math.max(from, to - 1);
    }
  return out;
}
