import type { Windowed } from "./conditions";
import { hottestLagged, median } from "../thermal";

/** Width of the steps of temperature a curve is gathered in, K, and the least readings that make one. */
const STEP_K = 3;
const LEAST = 5;
/** A curve goes on beyond its ends by the slope of its upper part, and so much of its highest speed at most. */
const BEYOND = 1.5;
const UPPER_K = 12;

type Point = readonly [tempC: number, speed: number];

/**
 * A run without a fan in its log, with the fans of another run of the machine: each turns as its own curve over the
 * hottest chip has it. The control reads that temperature with a lag, and so does the curve.
 */
export function withCurveOf(known: Windowed, blind: Windowed): Windowed {
  const hot = hottestLagged(known.timeS, known.chips);
  const asked = hottestLagged(blind.timeS, blind.chips);
  const fans = known.fans.map((speeds) => {
    const curve = curveThrough(hot, speeds);
    return asked.map((t) => speedAt(curve, t));
  });
  const fan = asked.map((_, i) => fans.reduce((s, f) => s + (f[i] ?? 0), 0) / fans.length);
  return { ...blind, fan, fans, fanUnit: known.fanUnit };
}

/** Median speed by temperature; a hotter chip never asks for less. */
function curveThrough(hotC: Float64Array, speeds: Float64Array): Point[] {
  const bins = new Map<number, number[]>();
  hotC.forEach((t, i) => {
    if (!Number.isFinite(t)) return;
    const key = Math.round(t / STEP_K);
    const own = bins.get(key) ?? [];
    if (own.length === 0) bins.set(key, own);
    own.push(speeds[i] ?? NaN);
  });
  let least = 0;
  return [...bins]
    .filter(([, own]) => own.length >= LEAST)
    .sort(([a], [b]) => a - b)
    .map(([key, own]) => [key * STEP_K, (least = Math.max(least, median(own)))] as const);
}

function speedAt(curve: readonly Point[], tempC: number): number {
  const first = curve[0];
  const last = curve[curve.length - 1];
  if (!first || !last) return NaN;
  if (!(tempC > first[0])) return first[1];
  if (tempC >= last[0]) {
    const from = curve.find(([t]) => t >= last[0] - UPPER_K) ?? first;
    const slope = last[0] > from[0] ? (last[1] - from[1]) / (last[0] - from[0]) : 0;
    return Math.min(BEYOND * last[1], last[1] + slope * (tempC - last[0]));
  }
  const i = curve.findIndex(([t]) => t > tempC);
  const [t0, s0] = curve[i - 1] ?? first;
  const [t1, s1] = curve[i] ?? last;
  return s0 + ((s1 - s0) * (tempC - t0)) / (t1 - t0);
}
