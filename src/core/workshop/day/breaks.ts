import type { DayBreak } from "./problem";

/** Minutes of breaks between two minutes; breaks rise by their begin. */
export function inBreaks(breaks: readonly DayBreak[], from: number, to: number): number {
  let [sum, at] = [0, from];
  for (const b of breaks) {
    const begins = Math.max(at, b.fromMin);
    const ends = Math.min(to, b.toMin);
    if (ends > begins) sum += ends - begins;
    at = Math.max(at, b.toMin);
  }
  return sum;
}

/** The minute at which so much handwork is done that was begun at another. */
export function workedTo(breaks: readonly DayBreak[], from: number, work: number): number {
  let at = from + work;
  // every break that lies before it moves it on
  for (;;) {
    const moved = from + work + inBreaks(breaks, from, at);
    if (moved <= at) return at;
    at = moved;
  }
}
