import { chanceOf, leftOf, signsOf, type Cure, type Look } from "../suspects";
import type { PracticeCase } from "./case";

/** What was seen in a look: signs that are there. */
export interface Saw {
  look: Look;
  signs: string[];
  words: string;
}

/** What is seen nine times out of ten is always seen here: nobody learns from bad luck. */
const PLAIN = 0.1;

/** What a look shows of a machine after what was done to it: the same case shows the same to everybody. */
export function lookAt(c: PracticeCase, done: readonly Cure[], look: Look): Saw {
  const left = leftOf(c.faults, done);
  const signs = signsOf(look).filter((s) => {
    const there = left.some((f) => s.shows[f.kind] !== undefined);
    // a thing that is not there is never seen: only a guess may take something for it
    return there && chanceFrom(c.seed, done.length, s.id) < chanceOf(s, left) + PLAIN;
  });
  const words = signs.length ? signs.map((s) => s.words[0]).join(", ") : NOTHING[look];
  return { look, signs: signs.map((s) => s.id), words };
}

/** What is said of a look that found nothing. */
const NOTHING: Readonly<Record<Look, string>> = {
  lamp: "grille clean, blowers turn",
  outlet: "nothing in the outlet",
  plate: "the adapter fits it",
  idle: "nothing works, the fan follows",
  fins: "fins clean, blowers free",
  screws: "all screws are home",
  warm: "all pipes warm through",
  edges: "pads are in place",
  lift: "film soft, even and thin",
};

/** Chance of one sign in one machine, 0 to 1. */
function chanceFrom(seed: number, done: number, id: string): number {
  let h = 2166136261 ^ (seed * 977 + done * 131);
  for (const letter of id) h = Math.imul(h ^ letter.charCodeAt(0), 16777619);
  h = Math.imul(h ^ (h >>> 15), 2246822519);
  return ((h ^ (h >>> 13)) >>> 0) / 2 ** 32;
}
