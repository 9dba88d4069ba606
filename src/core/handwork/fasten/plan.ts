import { Footing, type Joined } from "./footing";
import type { ChipFace, PlateScrew } from "./pressure";

/** More screws than this are not planned exactly. */
export const MOST_SCREWS = 16;

export interface TightenStep {
  /** From 1. */
  round: number;
  screw: string;
  /** Of the plate that leans most. */
  lean: number;
  /** Of every plate in its order, where there are several. */
  leans?: number[];
}

export interface OrderLean {
  order: string[];
  /**
   * Over rounds two and later, or over the only one: the largest lean after a turn, and the sum of lean² after every
   * turn, of all plates.
   */
  worstLean: number;
  totalLean: number;
  /** The same of each plate, where there are several. */
  plates?: PlateLean[];
}

export interface PlateLean {
  id: string;
  worstLean: number;
  totalLean: number;
  /** With every screw home. */
  homeLean: number;
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
 * The best order to tighten plates in rounds. In round r every screw in turn goes from fraction r−1 to r, in
 * one order for all rounds; the lean after a turn depends only on which screws have had theirs, so the least sum of
 * lean² over rounds two and later is found exactly over subsets (dynamic programming as of Held and Karp 1962):
 * best(S) = cost(S) + min over the last screw i of best(S without i). Ties go to the lesser sum in round one, then
 * to the order given. Without `joined` all screws hold one rigid plate.
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
  joined?: Joined,
): TightenPlan {
  const n = screws.length;
  if (n === 0 || n > MOST_SCREWS) throw new RangeError(`from 1 to ${MOST_SCREWS} screws can be planned`);
  const footing = new Footing(screws, chips, joined);
  const order = bestOrder(footing, fractions);
  const steps = stepsOf(footing, order, fractions);
  const stamped = stampedOrder(screws);
  return {
    ...leanOf(footing, order, steps),
    fractions: [...fractions],
    steps,
    homeLean: Math.max(...footing.leans(screws.map(() => 1))),
    ...(stamped ? { stamped: leanOf(footing, stamped, stepsOf(footing, stamped, fractions)) } : {}),
  };
}

/** The order of least total lean, as indices of screws. */
function bestOrder(footing: Footing, fractions: readonly number[]): number[] {
  const n = footing.screws.length;
  const size = 1 << n;
  const cost = costs(footing, fractions);
  const best = new Float64Array(size);
  const first = new Float64Array(size);
  const last = new Int8Array(size);
  for (let S = 1; S < size; S++) {
    let [b, f, who] = [Infinity, Infinity, -1];
    for (let i = n - 1; i >= 0; i--) {
      if (!(S & (1 << i))) continue;
      const P = S ^ (1 << i);
      const [pb, pf] = [best[P] ?? 0, first[P] ?? 0];
      const level = Math.abs(pb - b) <= 1e-12 * (1 + Math.abs(b));
      if (who < 0 || (!level && pb < b) || (level && pf < f - 1e-12)) [b, f, who] = [pb, pf, i];
    }
    best[S] = b + (cost.later[S] ?? 0);
    first[S] = f + (cost.first[S] ?? 0);
    last[S] = who;
  }
  const order: number[] = [];
  for (let S = size - 1; S;) {
    const i = last[S] ?? 0;
    order.unshift(i);
    S ^= 1 << i;
  }
  return order;
}

/** Sum of lean² of all plates once the screws of a set S had their turn: in round one, and in all later rounds. */
function costs(footing: Footing, fractions: readonly number[]): { first: Float64Array; later: Float64Array } {
  const size = 1 << footing.screws.length;
  const width = 3 * footing.parts.length;
  const sums = new Float64Array(size * width);
  for (let S = 1; S < size; S++) {
    const load = footing.loads[31 - Math.clz32(S & -S)] ?? [];
    const rest = (S & (S - 1)) * width;
    for (let k = 0; k < width; k++) sums[S * width + k] = (sums[rest + k] ?? 0) + (load[k] ?? 0);
  }
  const all = (size - 1) * width;
  const total = new Float64Array(width);
  const squares = (S: number, round: number): number => {
    const was = round === 0 ? 0 : (fractions[round - 1] ?? 0);
    const more = (fractions[round] ?? 0) - was;
    for (let k = 0; k < width; k++) total[k] = was * (sums[all + k] ?? 0) + more * (sums[S * width + k] ?? 0);
    let sum = 0;
    for (let p = 0; p < footing.parts.length; p++) sum += footing.leanOf(p, total) ** 2;
    return sum;
  };
  const first = new Float64Array(size);
  const later = new Float64Array(size);
  for (let S = 1; S < size; S++) {
    first[S] = squares(S, 0);
    for (let k = 1; k < fractions.length; k++) later[S] = (later[S] ?? 0) + squares(S, k);
  }
  return { first, later };
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
  joined?: Joined,
): OrderLean & { steps: TightenStep[] } {
  const indices = order.map((id) => screws.findIndex((s) => s.id === id)).filter((i) => i >= 0);
  const footing = new Footing(screws, chips, joined);
  const steps = stepsOf(footing, indices, fractions);
  return { ...leanOf(footing, indices, steps), steps };
}

function stepsOf(footing: Footing, order: readonly number[], fractions: readonly number[]): TightenStep[] {
  const now = footing.screws.map(() => 0);
  return fractions.flatMap((f, k) =>
    order.map((i): TightenStep => {
      now[i] = f;
      const leans = footing.leans(now);
      return {
        round: k + 1,
        screw: footing.screws[i]?.id ?? "",
        lean: Math.max(...leans),
        ...(leans.length > 1 ? { leans } : {}),
      };
    }),
  );
}

function leanOf(footing: Footing, order: readonly number[], steps: readonly TightenStep[]): OrderLean {
  const rounds = Math.max(1, ...steps.map((s) => s.round));
  const later = steps.filter((s) => s.round > 1 || rounds === 1);
  const home = footing.leans(footing.screws.map(() => 1));
  const plates = footing.parts.map(({ id }, p): PlateLean => {
    const own = later.map((s) => s.leans?.[p] ?? s.lean);
    return {
      id,
      worstLean: Math.max(0, ...own),
      totalLean: own.reduce((t, lean) => t + lean ** 2, 0),
      homeLean: home[p] ?? 0,
    };
  });
  return {
    order: order.map((i) => footing.screws[i]?.id ?? ""),
    worstLean: Math.max(0, ...plates.map((p) => p.worstLean)),
    totalLean: plates.reduce((t, p) => t + p.totalLean, 0),
    ...(plates.length > 1 ? { plates } : {}),
  };
}

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
