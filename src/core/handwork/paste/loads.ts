import { SPRING_MM, type TightenStep } from "../fasten";
import type { Mate } from "./mates";
import type { Level, Load, PressPoint } from "./press";

/** Seconds a turn of a screw takes at the bench. */
export const TURN_S = 1.5;
/** No screw is stiffer than one whose force builds up over this way, mm: plate and board give. */
const LEAST_WAY_MM = 1;

export interface PlateScrewForce extends PressPoint {
  /** At rest and home, N. */
  forceN: number;
  /** Way over which that force builds up, mm; a usual spring's where it is not told. */
  wayMm?: number;
}

export interface Pressing {
  points: PressPoint[];
  springNmm: number;
  loads: Load[];
  /** Films of other chips under the same plate, and pipes that hold it level. */
  mates?: Mate[];
  levelNm?: Level;
}

/**
 * What presses a chip's face while its plate is tightened turn by turn: the screws of its plate, in the order of the
 * steps, each at the fraction of its round. Screws that do not belong to the plate press elsewhere. Positions are from
 * the middle of the face, mm.
 */
export function pressingOf(
  screws: readonly PlateScrewForce[],
  face: { xMm: number; yMm: number },
  steps: readonly TightenStep[],
  fractions: readonly number[],
): Pressing {
  const points = screws.map((s) => ({ id: s.id, xMm: s.xMm - face.xMm, yMm: s.yMm - face.yMm }));
  const now = screws.map(() => 0);
  const loads: Load[] = [];
  for (const step of steps) {
    const k = screws.findIndex((s) => s.id === step.screw);
    if (k < 0) continue;
    now[k] = (fractions[step.round - 1] ?? 1) * (screws[k]?.forceN ?? 0);
    loads.push({ atS: loads.length * TURN_S, forcesN: [...now], round: step.round, screw: step.screw });
  }
  const stiff = screws.reduce((s, x) => s + x.forceN / Math.max(LEAST_WAY_MM, x.wayMm ?? SPRING_MM), 0);
  return {
    points,
    springNmm: stiff / Math.max(1, screws.length),
    loads: loads.length ? loads : [{ atS: 0, forcesN: screws.map((s) => s.forceN) }],
  };
}

/** Steps of tightening in an order and rounds; one round goes straight home. */
export const stepsInOrder = (order: readonly string[], rounds: number): TightenStep[] =>
  Array.from({ length: rounds }, (_, r) => order.map((screw) => ({ round: r + 1, screw, lean: 0 }))).flat();
