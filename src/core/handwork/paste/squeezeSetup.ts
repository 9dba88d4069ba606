import type { Mate } from "./mates";
import type { Paste, Thinning } from "./paste";
import type { Laid } from "./pattern";
import type { Level, Load, PressPoint } from "./press";

/** A squeeze: the face and its paste, and what presses on the plate. Lengths in mm, forces in N, times in s. */
export interface SqueezeSetup {
  widthMm: number;
  heightMm: number;
  paste: Thinning & Pick<Paste, "viscosityPas">;
  laid: Laid;
  points: readonly PressPoint[];
  /** Spring of a screw, N/mm: it gives way as its corner sinks. */
  springNmm: number;
  /** At least one, by time. */
  loads: readonly Load[];
  /** Other films under the same plate. */
  mates?: readonly Mate[];
  /** How pipes to the plates beside it hold it level: along x, both, along y, N·m per slope. */
  levelNm?: Level;
  /** Cells along the longer side. */
  cells: number;
  /** Start from these heights (mm, in rows) and this gap (mm) instead of the pattern's; for checks. */
  start?: { heights: Float64Array; gapMm: number };
  /** Largest relative change of the gap in one step. */
  stepShare?: number;
  /** Leave filler and yield stress out, so that it thins without end; for checks against closed forms. */
  newtonian?: boolean;
}
