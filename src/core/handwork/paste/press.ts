import { LIQUID_METAL_UM, PRASHER_C_M, PRASHER_M, type Thinning } from "./paste";
import type { Three } from "./three";

/** Where screws press, from the middle of the face; at most 32. */
export interface PressPoint {
  id: string;
  xMm: number;
  yMm: number;
}

/** What presses from a time on: force of each point at rest, N; 0 for a screw that does not bite yet. */
export interface Load {
  atS: number;
  forcesN: readonly number[];
  /** Which turn it is: round from 1, and the screw. */
  round?: number;
  screw?: string;
}

/** How a plate is held level from outside, N·m per slope: along x, both, along y. */
export type Level = readonly [xx: number, xy: number, yy: number];

/** Where bare faces meet, m. */
const TOUCH_M = 5e-6;
/** Stiffness of faces that meet, Pa per m of overlap. */
const STOP_PAM = 5e12;

/**
 * What filler, or faces that touch, bear at a place: pressure in Pa, and its growth per m of closing. `gap` is the gap
 * for
 * the flow, never under a hair; `raw` the plate's own height, which may lie under the face.
 */
export function bearing(paste: Thinning, wet: boolean, gap: number, raw: number): readonly [pa: number, perM: number] {
  const filler =
    wet && !paste.liquidMetal
      ? paste.yieldPa * (PRASHER_C_M / Math.max(gap, 0.2e-6 * paste.fillerUm)) ** (1 / PRASHER_M)
      : 0;
  // a stiff but linear stop at the grains' size, or where bare faces meet
  const grainsM = (paste.liquidMetal ? LIQUID_METAL_UM.usual : paste.fillerUm) * 1e-6;
  const into = (wet ? grainsM : TOUCH_M) - raw;
  return [filler + (into > 0 ? STOP_PAM * into : 0), filler / PRASHER_M / gap + (into > 0 ? STOP_PAM : 0)];
}

/**
 * Force and moments of the screws as the plate z = a + b x + c y lies, N and N·m, and how they give way as it closes
 * (upper
 * triangle of nine). A screw's spring, `springNm` in N/m, is pressed more while its corner stands high, less when it
 * sinks. One that does not bite yet stands in its hole: it holds a corner that rises over `startM`, where the plate
 * was put down.
 */
export function pressing(
  points: readonly PressPoint[],
  load: Load,
  springNm: number,
  plane: Readonly<Three>,
  startM = Infinity,
): { want: Three; spring: Float64Array } {
  const want: Three = [0, 0, 0];
  const spring = new Float64Array(9);
  points.forEach((point, n) => {
    const own = load.forcesN[n] ?? 0;
    const e = [1, point.xMm / 1000, point.yMm / 1000] as const;
    const height = plane[0] + plane[1] * e[1] + plane[2] * e[2];
    const force = own > 0 ? own + springNm * height : springNm * (height - startM);
    if (force <= 0) return;
    for (let r = 0; r < 3; r++) {
      want[r] = (want[r] as number) + force * (e[r] as number);
      for (let c = r; c < 3; c++)
        spring[3 * r + c] = (spring[3 * r + c] as number) + springNm * (e[r] as number) * (e[c] as number);
    }
  });
  return { want, spring };
}
