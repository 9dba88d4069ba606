/** Wrong answers of one kind: how many in a row, and until when nothing is asked. */
export interface Slowed {
  wrong: number;
  restsUntilMs: number;
}

export const unslowed: Slowed = { wrong: 0, restsUntilMs: 0 };

/** So many wrong answers make a round: each rests longer, up to an hour. */
export const ROUND = 5;
const FIRST_MS = 5 * 60_000;
const MOST_MS = 60 * 60_000;

/** How long is left to wait, ms; an end farther off than any rest was kept before the clock was turned back. */
export const leftMs = (s: Slowed, nowMs: number): number => {
  const left = s.restsUntilMs - nowMs;
  return left > MOST_MS ? 0 : Math.max(0, left);
};

/**
 * After one more wrong answer: the last of each round rests, each time twice as long.
 *
 * @param round wrong answers that make one: a bench at which many sign in bears more than a tag
 * @example
 * [1, 2, 3, 4, 5].reduce((s) => slower(s, 0), unslowed).restsUntilMs; // 300000
 */
export function slower(s: Slowed, nowMs: number, round = ROUND): Slowed {
  const wrong = s.wrong + 1;
  if (wrong % round !== 0) return { ...s, wrong };
  return { wrong, restsUntilMs: nowMs + Math.min(MOST_MS, FIRST_MS * 2 ** (wrong / round - 1)) };
}
