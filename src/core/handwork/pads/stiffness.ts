import type { Pad } from "../../drawing/parts";

/**
 * Softness classes, and how a pad of each presses back: σ = E ε / (1 − ε/limit)², relaxed, ε = share it is pressed by.
 */
export type Softness = Pad["softness"];
export interface PadCurve {
  /** Stiffness of the first per cent, kPa. */
  modulusKPa: number;
  /** Share past which it cannot be pressed. */
  limit: number;
  /** Pressed by this share it fills the gap and is not overworked. */
  target: number;
  least: number;
  most: number;
}
export type PadCurves = Record<Softness, PadCurve>;

/** Ours until a workshop sets its own: pads relax to these within minutes. */
export const usualCurves: PadCurves = {
  soft: { modulusKPa: 25, limit: 0.8, target: 0.25, least: 0.1, most: 0.42 },
  medium: { modulusKPa: 70, limit: 0.75, target: 0.18, least: 0.07, most: 0.32 },
  firm: { modulusKPa: 180, limit: 0.7, target: 0.12, least: 0.05, most: 0.22 },
};

/**
 * Pressure of a pad, kPa, pressed by a share; 0 while it does not touch, and very stiff past its limit.
 *
 * @example
 * padKPa(usualCurves.soft, 0.25); // 13.2
 */
export function padKPa(curve: PadCurve, share: number): number {
  if (share <= 0) return 0;
  const e = Math.min(share, 0.97 * curve.limit);
  const at = (curve.modulusKPa * e) / (1 - e / curve.limit) ** 2;
  return at + Math.max(0, share - e) * 1e6;
}

/**
 * Force of a pad in a gap, N.
 *
 * @example
 * padN(usualCurves.soft, 150, 1.5, 1.1); // 2.25
 */
export const padN = (curve: PadCurve, areaMm2: number, thicknessMm: number, gapMm: number): number =>
  (padKPa(curve, (thicknessMm - gapMm) / thicknessMm) * areaMm2) / 1000;

/** The squeeze at which stiffness is told, as a share: makers print it, and it can be weighed on a scale. */
const TOLD_AT = 0.25;

/**
 * A class's curve for a pad that presses back by so much at {@link TOLD_AT}, kPa.
 *
 * @example
 * padKPa(curveThrough(usualCurves.soft, 40), 0.25); // 40
 */
export const curveThrough = (curve: PadCurve, kPa: number): PadCurve => ({
  ...curve,
  modulusKPa: (kPa * (1 - TOLD_AT / curve.limit) ** 2) / TOLD_AT,
});

/** How many times stiffer than its label a dense pad can be: labels are of soft fillers and slow presses. */
export const STIFFER_THAN_LABEL = 3;

/** The curve of a pad that is stiffer by so many times. */
export const stiffer = (curve: PadCurve, times: number): PadCurve => ({
  ...curve,
  modulusKPa: curve.modulusKPa * times,
});
