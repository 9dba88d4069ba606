import { words } from "../../base/words";
import { Squeeze } from "./squeeze";
import type { SqueezeSetup } from "./squeezeSetup";

/** The film at one time. */
export interface SqueezeFrame {
  atS: number;
  /** Film thickness per cell in rows, units of 0.1 µm; 0 where the paste does not reach both faces. */
  film: Uint16Array;
  /** Share of each cell's gap that paste fills, 0 to 255: where the front runs through a cell. */
  fill: Uint8Array;
  /** 1 per cell where air is trapped. */
  air: Uint8Array;
  /** Gap at the middle of the face, µm, and its slopes, µm per mm. */
  gapUm: number;
  slopeX: number;
  slopeY: number;
  /** Shares of the face, 0 to 1. */
  wetted: number;
  trapped: number;
  /** Mean film where wetted, µm; 0 while nothing is. */
  meanUm: number;
  /** Past the edge of the face, mm³: left, right, above, below. */
  over: [number, number, number, number];
}

export interface SqueezeRun {
  nx: number;
  ny: number;
  widthMm: number;
  heightMm: number;
  frames: SqueezeFrame[];
  endS: number;
  /** Volume at the end over volume laid. */
  kept: number;
  /** Why it was not followed to its end, in words; null where it was. */
  gaveUp: string | null;
  steps: number;
}

/** Steps after which a film is not followed any further. */
const MOST_STEPS = 30_000;

/** Seconds that follow the last turn. */
export const SETTLE_S = 12;

/**
 * Squeezes to rest, a picture every `frameS`. Control is given back between steps: an awaited `breathe` may show
 * progress (0 to 1) and answer false to stop, which gives null.
 */
export async function squeezeRun(
  setup: SqueezeSetup,
  frameS: number,
  breathe: (share: number) => Promise<boolean> | boolean = () => true,
): Promise<SqueezeRun | null> {
  const s = new Squeeze(setup);
  const laid = s.volumeM3;
  const last = setup.loads[setup.loads.length - 1]?.atS ?? 0;
  const until = last + SETTLE_S;
  const frames = [frameOf(s)];
  let breathed = Date.now();
  while (!s.resting && !s.lost && s.steps < MOST_STEPS && s.timeS < until - 1e-9) {
    // a step never passes the time of a new load
    s.step(setup.loads.find((l) => l.atS > s.timeS + 1e-9)?.atS ?? until);
    if (s.timeS >= (frames[frames.length - 1]?.atS ?? 0) + frameS) frames.push(frameOf(s));
    if (Date.now() - breathed > 40) {
      if (!(await breathe(Math.min(1, s.timeS / (last + 4))))) return null;
      breathed = Date.now();
    }
  }
  const end = frameOf(s);
  if (s.timeS > (frames[frames.length - 1]?.atS ?? 0)) frames.push(end);
  return {
    nx: s.field.nx,
    ny: s.field.ny,
    widthMm: setup.widthMm,
    heightMm: setup.heightMm,
    frames,
    endS: s.timeS,
    kept: s.volumeM3 / laid,
    gaveUp:
      s.lost || s.steps >= MOST_STEPS
        ? `The film could be followed until ${words.clock(s.timeS)} only: what it does after that is not known.`
        : null,
    steps: s.steps,
  };
}

function frameOf(s: Squeeze): SqueezeFrame {
  const { field: f } = s;
  const n = f.nx * f.ny;
  const film = new Uint16Array(n);
  const fill = new Uint8Array(n);
  const air = new Uint8Array(n);
  let [wet, trapped, sum, filled] = [0, 0, 0, 0];
  for (let j = 1; j <= f.ny; j++)
    for (let k = 1; k <= f.nx; k++) {
      const i = j * f.w + k;
      const c = (j - 1) * f.nx + k - 1;
      const share = Math.min(1, (f.v[i] as number) / ((f.h[i] as number) * f.cellM2));
      fill[c] = Math.round(255 * share);
      // where the front runs through a cell, so much of it touches both faces
      filled += f.wet[i] ? 1 : share;
      if (f.wet[i]) {
        wet++;
        sum += f.h[i] as number;
        film[c] = Math.max(1, Math.min(65535, Math.round((f.h[i] as number) * 1e7)));
      } else if ((f.pocket[i] as number) > 0) {
        trapped++;
        air[c] = 1;
      }
    }
  return {
    atS: s.timeS,
    film,
    fill,
    air,
    gapUm: s.plane[0] * 1e6,
    slopeX: s.plane[1] * 1000,
    slopeY: s.plane[2] * 1000,
    wetted: filled / n,
    trapped: trapped / n,
    meanUm: wet ? (sum / wet) * 1e6 : 0,
    over: s.over.map((v) => v * 1e9) as SqueezeFrame["over"],
  };
}
