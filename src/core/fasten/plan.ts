import { RigidPlate, weightsOf, type ChipFace, type PlateScrew } from "./pressure";

/** More screws than this are not planned exactly. */
export const MOST_SCREWS = 16;

export interface TightenStep {
  /** From 1. */
  round: number;
  screw: string;
  lean: number;
}

export interface OrderLean {
  order: string[];
  /**
   * Over rounds two and later, or over the only one: the largest lean after a turn, and the sum of lean² after every
   * turn.
   */
  worstLean: number;
  totalLean: number;
}

export interface TightenPlan extends OrderLean {
  fractions: number[];
  steps: TightenStep[];
  /** Lean that is left with every screw home: from 1 on an edge stays bare, however they are tightened. */
  homeLean: number;
  /** The order stamped beside the screws, where every screw carries its own. */
  stamped?: OrderLean;
}

/**
 * Fractions of preload in equal ratios from a fifth to the whole; one round goes straight home.
 *
 * @example
 * geometricFractions(3); // [0.2, 0.447, 1]
 */
export const geometricFractions = (rounds: number): number[] =>
  Array.from({ length: rounds }, (_, k) => (rounds === 1 ? 1 : 0.2 ** ((rounds - 1 - k) / (rounds - 1))));

/**
 * The best order to tighten a rigid plate in rounds. In round r every screw in turn goes from fraction r−1 to r, in
 * one order for all rounds; the lean after a turn depends only on which screws have had theirs, so the least sum of
 * lean² over rounds two and later is found exactly over subsets (dynamic programming as of Held and Karp 1962):
 * best(S) = cost(S) + min over the last screw i of best(S without i). Ties go to the lesser sum in round one, then
 * to the order given.
 * @param fractions of preload per round, rising, above 0
 * @throws RangeError for no screws, more than {@link MOST_SCREWS}, or chips without area
 *
 * @example
 * tightenPlan(fourCorners, [die], [0.3, 1]).order; // ["1", "2", "4", "3"]
 */
export function tightenPlan(
  screws: readonly PlateScrew[],
  chips: readonly ChipFace[],
  fractions: readonly number[] = geometricFractions(3),
): TightenPlan {
  const n = screws.length;
  if (n === 0 || n > MOST_SCREWS) throw new RangeError(`from 1 to ${MOST_SCREWS} screws can be planned`);
  const plate = new RigidPlate(chips);
  const weight = weightsOf(screws);
  const x = screws.map((s, i) => (weight[i] ?? 1) * (s.xMm - plate.middle.x));
  const y = screws.map((s, i) => (weight[i] ?? 1) * (s.yMm - plate.middle.y));
  const size = 1 << n;
  const count = new Float64Array(size);
  const sumX = new Float64Array(size);
  const sumY = new Float64Array(size);
  for (let S = 1; S < size; S++) {
    const low = 31 - Math.clz32(S & -S);
    const rest = S & (S - 1);
    count[S] = (count[rest] ?? 0) + (weight[low] ?? 1);
    sumX[S] = (sumX[rest] ?? 0) + (x[low] ?? 0);
    sumY[S] = (sumY[rest] ?? 0) + (y[low] ?? 0);
  }
  const all = size - 1;
  /** lean² after the screws of S had their turn in round k (from 0). */
  const square = (S: number, k: number): number => {
    const was = k === 0 ? 0 : (fractions[k - 1] ?? 0);
    const more = (fractions[k] ?? 0) - was;
    return (
      plate.lean(
        was * (count[all] ?? 0) + more * (count[S] ?? 0),
        was * (sumX[all] ?? 0) + more * (sumX[S] ?? 0),
        was * (sumY[all] ?? 0) + more * (sumY[S] ?? 0),
      ) ** 2
    );
  };
  const best = new Float64Array(size);
  const first = new Float64Array(size);
  const last = new Int8Array(size);
  for (let S = 1; S < size; S++) {
    let cost = 0;
    for (let k = 1; k < fractions.length; k++) cost += square(S, k);
    let [b, f, who] = [Infinity, Infinity, -1];
    for (let i = n - 1; i >= 0; i--) {
      if (!(S & (1 << i))) continue;
      const P = S ^ (1 << i);
      const [pb, pf] = [best[P] ?? 0, first[P] ?? 0];
      const level = Math.abs(pb - b) <= 1e-12 * (1 + Math.abs(b));
      if (who < 0 || (!level && pb < b) || (level && pf < f - 1e-12)) [b, f, who] = [pb, pf, i];
    }
    best[S] = b + cost;
    first[S] = f + square(S, 0);
    last[S] = who;
  }
  const order: number[] = [];
  for (let S = all; S;) {
    const i = last[S] ?? 0;
    order.unshift(i);
    S ^= 1 << i;
  }
  const steps = stepsOf(plate, screws, order, fractions);
  const stamped = stampedOrder(screws);
  return {
    ...leanOf(screws, order, steps),
    fractions: [...fractions],
    steps,
    homeLean: plate.lean(
      ...plate.load(
        screws,
        screws.map(() => 1),
      ),
    ),
    ...(stamped ? { stamped: leanOf(screws, stamped, stepsOf(plate, screws, stamped, fractions)) } : {}),
  };
}

/**
 * How an order of the given ids leans at the given fractions; ids that are not screws are passed over.
 *
 * @example
 * orderLean(fourCorners, [die], ["1", "2", "3", "4"], [0.3, 1]).worstLean; // 6.45
 */
export function orderLean(
  screws: readonly PlateScrew[],
  chips: readonly ChipFace[],
  order: readonly string[],
  fractions: readonly number[],
): OrderLean & { steps: TightenStep[] } {
  const indices = order.map((id) => screws.findIndex((s) => s.id === id)).filter((i) => i >= 0);
  const steps = stepsOf(new RigidPlate(chips), screws, indices, fractions);
  return { ...leanOf(screws, indices, steps), steps };
}

function stepsOf(
  plate: RigidPlate,
  screws: readonly PlateScrew[],
  order: readonly number[],
  fractions: readonly number[],
): TightenStep[] {
  const now = screws.map(() => 0);
  return fractions.flatMap((f, k) =>
    order.map((i) => {
      now[i] = f;
      return { round: k + 1, screw: screws[i]?.id ?? "", lean: plate.lean(...plate.load(screws, now)) };
    }),
  );
}

const leanOf = (screws: readonly PlateScrew[], order: readonly number[], steps: readonly TightenStep[]): OrderLean => {
  const rounds = Math.max(1, ...steps.map((s) => s.round));
  const later = steps.filter((s) => s.round > 1 || rounds === 1);
  return {
    order: order.map((i) => screws[i]?.id ?? ""),
    worstLean: later.reduce((m, s) => Math.max(m, s.lean), 0),
    totalLean: later.reduce((t, s) => t + s.lean ** 2, 0),
  };
};

/** Order of the stamps, numbers before letters; null unless every screw carries a stamp of its own. */
export function stampedOrder(screws: readonly PlateScrew[]): number[] | null {
  const stamps = screws.map((s) => s.stamp?.trim() ?? "");
  if (stamps.some((s) => s === "") || new Set(stamps).size < stamps.length) return null;
  return [...stamps.keys()].sort((a, b) => (stamps[a] ?? "").localeCompare(stamps[b] ?? "", "en", { numeric: true }));
}

/**
 * What people do in a hurry: every screw straight home, one side after the other, along the longer way of the plate.
 *
 * @example
 * oneSideFirst(fourCorners); // ["1", "4", "2", "3"]
 */
export function oneSideFirst(screws: readonly PlateScrew[]): string[] {
  const span = (v: (s: PlateScrew) => number) => Math.max(...screws.map(v)) - Math.min(...screws.map(v));
  const along = span((s) => s.xMm) >= span((s) => s.yMm) ? (s: PlateScrew) => s.xMm : (s: PlateScrew) => s.yMm;
  return [...screws].sort((a, b) => along(a) - along(b)).map((s) => s.id);
}
