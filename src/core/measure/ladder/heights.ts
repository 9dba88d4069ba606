import type { JointFit, RunName } from "./fit";
import { platesOverFins } from "./plates";
import { ladderAt, type Ladder } from "./parameters";

/** What both runs are brought to. */
export interface AtPoint {
  /** Power per chip, W (or shares of full work). */
  powerW: readonly number[];
  /** Fan speeds as shares of the reference, per run: a fan that truly stands is judged as it stands. */
  fans: Record<RunName, readonly number[]>;
}

/** A height or a change with one sigma, K. */
export interface Height {
  K: number;
  sd: number;
}

export interface ChipHeights {
  contact: Record<RunName | "change", Height>;
  airflow: Record<RunName | "change", Height>;
  total: Record<RunName | "change", Height>;
}

/** Steady rise of each chip over the room, split at the cold plate, K: [contact, airflow] per chip. */
export function steadyHeights(l: Ladder, powerW: readonly number[], fans: readonly number[]): [number, number][] {
  const total = powerW.reduce((a, b) => a + b, 0);
  const share =
    fans.reduce((s, n) => s + (n > 0 ? (n * l.fanScale) ** l.fanExponent : 0), 0) / Math.max(1, fans.length) + l.still;
  const fins = l.caseKW * total + total / (l.finsWK * share);
  const plates = platesOverFins(l, powerW);
  return powerW.map((p, i) => [p * ((l.pasteKW[i] ?? 0) + (l.instantKW[i] ?? 0)), fins + (plates[i] ?? 0)]);
}

/** Step of a numeric gradient, in sigmas of the unknown. */
const NUDGE = 1e-3;

/**
 * Heights of contact and airflow of every chip in both runs at one point, and their changes, with one sigma each from
 * the fit's covariance (first order).
 */
export function heightsOf(fit: JointFit, at: AtPoint): ChipHeights[] {
  const chips = fit.given.chips.length;
  const values = (u: Float64Array): number[] => {
    const of = (run: RunName) =>
      steadyHeights(ladderAt(fit.places, u, run, chips, fit.tracks[run].stretches), at.powerW, at.fans[run]);
    const before = of("before");
    const after = of("after");
    return before.flatMap(([bc, ba], i) => {
      const [ac, aa] = after[i] ?? [0, 0];
      return [bc, ac, ac - bc, ba, aa, aa - ba, bc + ba, ac + aa, ac + aa - bc - ba];
    });
  };
  const here = values(fit.u);
  const n = fit.u.length;
  const gradients = here.map(() => new Float64Array(n));
  const nudged = Float64Array.from(fit.u);
  for (let i = 0; i < n; i++) {
    nudged[i] = (fit.u[i] as number) + NUDGE;
    values(nudged).forEach((v, j) => {
      (gradients[j] as Float64Array)[i] = (v - (here[j] ?? 0)) / NUDGE;
    });
    nudged[i] = fit.u[i] as number;
  }
  const heights = here.map((K, j): Height => ({
    K,
    sd: Math.sqrt(variance(gradients[j] ?? new Float64Array(n), fit)),
  }));
  return fit.given.chips.map((_, i) => {
    const [bc, ac, dc, ba, aa, da, bt, atotal, dt] = heights.slice(9 * i, 9 * i + 9);
    const none = { K: 0, sd: 0 };
    return {
      contact: { before: bc ?? none, after: ac ?? none, change: dc ?? none },
      airflow: { before: ba ?? none, after: aa ?? none, change: da ?? none },
      total: { before: bt ?? none, after: atotal ?? none, change: dt ?? none },
    };
  });
}

function variance(gradient: Float64Array, fit: JointFit): number {
  const n = gradient.length;
  let s = 0;
  for (let i = 0; i < n; i++) {
    const gi = gradient[i] as number;
    if (gi === 0) continue;
    for (let j = 0; j < n; j++) s += gi * (gradient[j] as number) * (fit.covariance[i * n + j] as number);
  }
  return Math.max(0, s);
}

/**
 * What some unknowns add to one sigma of a chip's total change, K: the sigma, less the one there would be if they were
 * known. First order, each taken by itself.
 */
export function addedBy(fit: JointFit, at: AtPoint, chip: number, names: readonly string[]): number {
  const chips = fit.given.chips.length;
  const total = (u: Float64Array): number => {
    const of = (run: RunName) => {
      const l = ladderAt(fit.places, u, run, chips, fit.tracks[run].stretches);
      const [contact, airflow] = steadyHeights(l, at.powerW, at.fans[run])[chip] ?? [0, 0];
      return contact + airflow;
    };
    return of("after") - of("before");
  };
  const n = fit.u.length;
  const here = total(fit.u);
  const nudged = Float64Array.from(fit.u);
  const gradient = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    nudged[i] = (fit.u[i] as number) + NUDGE;
    gradient[i] = (total(nudged) - here) / NUDGE;
    nudged[i] = fit.u[i] as number;
  }
  const whole = variance(gradient, fit);
  let known = whole;
  for (const name of names) {
    const i = fit.places.unknowns.findIndex((u) => u.name === name);
    if (i < 0) continue;
    let shared = 0;
    for (let j = 0; j < n; j++) shared += (gradient[j] as number) * (fit.covariance[i * n + j] as number);
    known -= shared ** 2 / (fit.covariance[i * n + i] as number);
  }
  return Math.sqrt(whole) - Math.sqrt(Math.max(0, known));
}
