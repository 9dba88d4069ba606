import { words } from "../../base/words";
import { padN, type PadCurve } from "./stiffness";

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
  /** How a pad of it presses back. */
  curve: PadCurve;
}

/**
 * What each stock thickness does in a gap, thin to thick; `fits` is the one nearest to the target among those pressed
 * within their bounds.
 * @param curveOf how a pad presses back, or how one of a thickness does
 *
 * @example
 * thicknessOptions(1.1, 150, usualCurves.soft).find((o) => o.fits);
 * // { thicknessMm: 1.5, pressed: 0.27, airMm: 0, forceN: 2.25, fits: true }
 */
export function thicknessOptions(
  gapMm: number,
  areaMm2: number,
  curveOf: PadCurve | ((thicknessMm: number) => PadCurve),
  stock: readonly number[] = STOCK_MM,
): ThicknessOption[] {
  const options = [...stock]
    .sort((a, b) => a - b)
    .map((thicknessMm): ThicknessOption => {
      const pressed = (thicknessMm - gapMm) / thicknessMm;
      const curve = typeof curveOf === "function" ? curveOf(thicknessMm) : curveOf;
      return {
        thicknessMm,
        pressed,
        airMm: Math.max(0, gapMm - thicknessMm),
        forceN: padN(curve, areaMm2, thicknessMm, gapMm),
        fits: false,
        curve,
      };
    });
  const able = options.filter((o) => o.pressed >= o.curve.least && o.pressed <= o.curve.most);
  const off = (o: ThicknessOption) => Math.abs(o.pressed - o.curve.target);
  const best = able.sort((a, b) => off(a) - off(b))[0];
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

/** What a pad costs its part: K/W through it as it lies pressed, and K at the part's watts by the label and by half. */
export interface PadHeat {
  KW: number;
  riseK: number;
  riseHalfK: number;
}

/**
 * Heat through a pressed pad, R = t / (k A); null where it leaves air, which carries next to nothing. Labels are
 * measured at pressures no screw of a laptop gives: half of one is not rare.
 *
 * @example
 * padHeat({ pressedMm: 1.1, airMm: 0 }, 130, 6, 1.5); // { KW: 1.41, riseK: 2.1, riseHalfK: 4.2 }
 */
export function padHeat(
  { pressedMm, airMm }: { pressedMm: number; airMm: number },
  areaMm2: number,
  conductivityWmK: number,
  watts: number,
): PadHeat | null {
  if (airMm > 0 || !(areaMm2 > 0) || !(conductivityWmK > 0)) return null;
  const KW = pressedMm / 1000 / (conductivityWmK * areaMm2 * 1e-6);
  return { KW, riseK: KW * watts, riseHalfK: 2 * KW * watts };
}

/**
 * Where no thickness fits: the two that straddle the gap, and what each would mean.
 *
 * @example
 * straddleWords(thicknessOptions(1, 130, usualCurves.medium));
 * // "1 mm would hardly touch; 1.5 mm would be pressed by 33 %, more than the 32 % it takes, with 13.4 N."
 */
export function straddleWords(options: readonly ThicknessOption[]): string | null {
  if (options.some((o) => o.fits)) return null;
  const thin = options.filter((o) => o.pressed < o.curve.least).at(-1);
  const thick = options.find((o) => o.pressed > o.curve.most);
  const parts = [
    thin
      ? `${thin.thicknessMm}\u00a0mm would ${
          thin.airMm > 0.005
            ? `leave ${words.millimetres(thin.airMm, 2)} of air`
            : thin.pressed > 0.01
              ? `be pressed by ${words.share(thin.pressed)}, less than the ${words.share(thin.curve.least)} it needs`
              : "hardly touch"
        }`
      : "",
    thick
      ? `${thick.thicknessMm}\u00a0mm would be pressed by ${words.share(thick.pressed)}, more than the ` +
        `${words.share(thick.curve.most)} it takes, with ${words.number(thick.forceN, 1)}\u00a0N`
      : "",
  ].filter(Boolean);
  return parts.length ? `${parts.join("; ")}.` : null;
}
