import { normalBelow } from "./normal";

/** How fast a path grew between two services, K/W a month, and its standard error. */
export interface Rate {
  fromDay: string;
  toDay: string;
  perMonth: number;
  se: number;
}

/** How fast a path may grow from the last service on, K/W a month. */
export interface Drift {
  /** Intervals it rests on. */
  of: number;
  mid: number;
  /** 90 % of what the next interval may bring. */
  low: number;
  high: number;
  /** Quantiles of it at (i + ½)/n, rising: for reckoning on. */
  draws: number[];
}

/** Two intervals say that a path drifts, and nothing of how much they differ: fewer are left to the rule. */
export const LEAST_INTERVALS = 2;
/** Tails of Student's distribution with so many degrees: one odd interval moves the rest little. */
const DEGREES = 4;
/** Points of the grid over means. */
const MEANS = 41;
/** Points of the grid over spreads. */
const SPREADS = 16;
/** Draws of a forecast: an odd number has a middle. */
const DRAWS = 99;

/**
 * The drift of a path from its intervals, and how much the next one may differ: a mean and a spread
 * between intervals on
 * a grid, Student-t likelihood for each (robust: Lange, Little & Taylor 1989), half-Cauchy prior for the spread (Gelman
 * 2006), and the predictive distribution cut at nought: dust and dried paste do not go by themselves.
 *
 * @returns null for fewer intervals than two
 */
export function driftOf(rates: readonly Pick<Rate, "perMonth" | "se">[]): Drift | null {
  if (rates.length < LEAST_INTERVALS) return null;
  const values = rates.map((r) => r.perMonth);
  const noise = rates.map((r) => r.se).sort((a, b) => a - b)[rates.length >> 1] ?? 0;
  const middle = [...values].sort((a, b) => a - b)[rates.length >> 1] ?? 0;
  const size = Math.max(Math.abs(middle), noise, 1e-6);
  const reach = 2 * Math.max(...values.map((v) => Math.abs(v - middle)), noise, size / 2);
  const grid: { mean: number; spread: number; weight: number }[] = [];
  let total = 0;
  for (let j = 0; j < SPREADS; j++) {
    const spread = size * 0.02 * 150 ** (j / (SPREADS - 1));
    // density over the logarithm of the spread
    const prior = spread / (1 + (spread / (SPREAD_SHARE * size)) ** 2);
    for (let i = 0; i < MEANS; i++) {
      const mean = middle - reach + (2 * reach * i) / (MEANS - 1);
      let weight = prior;
      for (const r of rates) weight *= studentT(r.perMonth - mean, Math.hypot(spread, r.se));
      grid.push({ mean, spread, weight });
      total += weight;
    }
  }
  return quantiles(
    grid.filter((g) => g.weight > total * 1e-5).map((g) => ({ ...g, weight: g.weight / total })),
    { from: middle - 4 * reach - 4 * size, to: middle + 4 * reach + 4 * size, of: rates.length },
  );
}

/** Half of the spread between intervals is below so much of the drift itself, before any is seen. */
const SPREAD_SHARE = 0.45;

const studentT = (off: number, scale: number): number =>
  (1 + (off / scale) ** 2 / DEGREES) ** (-(DEGREES + 1) / 2) / scale;

/** Beyond it the normal distribution has less than 1e-9, standard deviations. */
const FAR = 6;

interface Range {
  from: number;
  to: number;
  of: number;
}

function quantiles(grid: readonly { mean: number; spread: number; weight: number }[], { from, to, of }: Range): Drift {
  const steps = 160;
  const at = (i: number) => from + ((to - from) * i) / steps;
  const below = Array.from({ length: steps + 1 }, (_, i) => {
    let p = 0;
    for (const g of grid) {
      const z = (at(i) - g.mean) / g.spread;
      // most of the grid lies far off to one side
      if (z > FAR) p += g.weight;
      else if (z > -FAR) p += g.weight * normalBelow(z);
    }
    return p;
  });
  const quantile = (p: number): number => {
    const i = below.findIndex((b) => b >= p);
    if (i <= 0) return Math.max(0, at(i < 0 ? steps : 0));
    const [lo, hi] = [below[i - 1] ?? 0, below[i] ?? 1];
    return Math.max(0, at(i - 1 + (p - lo) / Math.max(1e-12, hi - lo)));
  };
  return {
    of,
    mid: quantile(0.5),
    low: quantile(0.05),
    high: quantile(0.95),
    draws: Array.from({ length: DRAWS }, (_, i) => quantile((i + 0.5) / DRAWS)),
  };
}
