import { range } from "d3-array";
import { scaleLinear } from "d3-scale";

/** Scale of the heat ladder: °C to px, with the room at the foot. */
export interface LadderScale {
  y: (c: number) => number;
  footY: number;
  topC: number;
  rungK: number;
  ticks: number[];
}

/** Fits room, both totals and the limit into the height; a rung is 2 K, or 5 K when the rise is over 120 K. */
export function ladderScale(
  roomC: number,
  totalsC: readonly number[],
  limitC: number | null,
  height: number,
): LadderScale {
  const highest = Math.max(roomC + 10, ...totalsC);
  const topC = Math.max(highest + 4, limitC === null ? 0 : limitC + 5);
  const footY = height - 44;
  const headY = 30;
  const y = scaleLinear().domain([roomC, topC]).range([footY, headY]);
  const step = topC - roomC > 90 ? 20 : 10;
  const ticks = range(Math.ceil((roomC + 2) / step) * step, topC, step);
  return { y, footY, topC, rungK: topC - roomC > 120 ? 5 : 2, ticks };
}

/**
 * Middles of two labels that must stand at least `gap` px apart, kept inside [low, high]. The first is the upper one.
 */
export function apart(upper: number, lower: number, gap: number, low: number, high: number): [number, number] {
  let [u, l] = [upper, lower];
  if (l - u < gap) {
    const push = (gap - (l - u)) / 2;
    u -= push;
    l += push;
  }
  if (u < low) [u, l] = [low, Math.max(l, low + gap)];
  if (l > high) [u, l] = [Math.min(u, high - gap), high];
  return [u, l];
}

/** Where two ladders stand, in px. */
export interface LadderPlan {
  scale: LadderScale;
  left: number;
  right: number;
  before: [number, number];
  after: [number, number];
}
