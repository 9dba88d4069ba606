import { scaleLinear } from "d3-scale";
import type { LadderAxis } from "@/core/measure/judge";

/** The axis of a heat ladder in px, the room at its foot. */
export interface LadderScale extends LadderAxis {
  y: (c: number) => number;
  footY: number;
}

/** Fits an axis into a height. */
export function ladderScale(axis: LadderAxis, height: number): LadderScale {
  const footY = height - 44;
  const headY = 30;
  const y = scaleLinear().domain([axis.roomC, axis.topC]).range([footY, headY]);
  return { ...axis, y, footY };
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
export interface LadderPlaces {
  scale: LadderScale;
  left: number;
  right: number;
  before: [number, number];
  after: [number, number];
}
