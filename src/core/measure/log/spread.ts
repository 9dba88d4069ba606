import { quantile } from "d3-array";

/** Readings a level is told from: more of them tell it no better. */
const ENOUGH = 20_000;

/** Known readings spread evenly over a long column. */
export function someOf(values: ArrayLike<number>): number[] {
  const stride = Math.max(1, Math.floor(values.length / ENOUGH));
  const known: number[] = [];
  for (let i = 0; i < values.length; i += stride) {
    const v = values[i] as number;
    if (v === v) known.push(v);
  }
  return known;
}

/** Quantiles of a column of any length; NaN where it holds no readings. */
export function levelsOf(values: ArrayLike<number>, ...shares: number[]): number[] {
  const known = someOf(values);
  return shares.map((q) => quantile(known, q) ?? NaN);
}
