import type { PadCurve } from "./stiffness";
import { padN } from "./stiffness";

/** Thicknesses pads are sold in, mm. */
export const STOCK_MM = [0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4] as const;

/** What a thickness does in a gap. */
export interface ThicknessOption {
  thicknessMm: number;
  /** Share it is pressed by; below 0 it leaves air. */
  pressed: number;
  /** Air it leaves, mm. */
  airMm: number;
  forceN: number;
  fits: boolean;
}

/**
 * What each stock thickness does in a gap, thin to thick; `fits` is the one nearest to the target among those pressed
 * within the class's bounds.
 *
 * @example
 * thicknessOptions(1.1, 150, usualCurves.soft).find((o) => o.fits);
 * // { thicknessMm: 1.5, pressed: 0.27, airMm: 0, forceN: 2.25, fits: true }
 */
export function thicknessOptions(
  gapMm: number,
  areaMm2: number,
  curve: PadCurve,
  stock: readonly number[] = STOCK_MM,
): ThicknessOption[] {
  const options = [...stock]
    .sort((a, b) => a - b)
    .map((thicknessMm): ThicknessOption => {
      const pressed = (thicknessMm - gapMm) / thicknessMm;
      return {
        thicknessMm,
        pressed,
        airMm: Math.max(0, gapMm - thicknessMm),
        forceN: padN(curve, areaMm2, thicknessMm, gapMm),
        fits: false,
      };
    });
  const able = options.filter((o) => o.pressed >= curve.least && o.pressed <= curve.most);
  const best = able.sort((a, b) => Math.abs(a.pressed - curve.target) - Math.abs(b.pressed - curve.target))[0];
  if (best) best.fits = true;
  return options;
}

/**
 * The thickness that fits with the one below and the one above; all there are when none fits.
 *
 * @example
 * nearby(thicknessOptions(1.1, 150, usualCurves.soft)).map((o) => o.thicknessMm); // [1, 1.5, 2]
 */
export function nearby(options: readonly ThicknessOption[]): ThicknessOption[] {
  const i = options.findIndex((o) => o.fits);
  if (i >= 0) return options.slice(Math.max(0, i - 1), i + 2);
  const first = options.findIndex((o) => o.pressed > 0);
  return options.slice(Math.max(0, first - 1), Math.max(0, first - 1) + 3);
}

/**
 * A gap from an old pad: what it was pressed to, else its free thickness less what its class is usually pressed by.
 *
 * @example
 * gapFromOld({ freeMm: 1.5, pressedMm: null }, usualCurves.soft); // 1.125
 */
export const gapFromOld = (old: { freeMm: number; pressedMm: number | null }, curve: PadCurve): number =>
  old.pressedMm ?? old.freeMm * (1 - curve.target);
