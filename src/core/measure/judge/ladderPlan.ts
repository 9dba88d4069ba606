import type { ChipVerdict } from "./judgement";

/** How high one ladder stands, °C: airflow up to `airC`, contact from there to `topC`. */
export interface LadderLevel {
  airC: number;
  topC: number;
  airKnown: boolean;
  contactKnown: boolean;
  /** The whole, where it is known. */
  totalC: number | null;
}

/** The one axis of a heat ladder, °C: room at the foot, rungs of so many K, lines to read it by. */
export interface LadderAxis {
  roomC: number;
  topC: number;
  rungK: number;
  ticksC: number[];
  limitC: number | null;
}

/** Both ladders of a chip on one axis: screen and paper draw the same plan. */
export interface LadderPlan extends LadderAxis {
  before: LadderLevel;
  after: LadderLevel;
}

/** What is left over the highest total, and over the limit, K. */
const OVER_TOTAL_K = 4;
const OVER_LIMIT_K = 5;
/** Rungs of a fine ladder, and of one that is tall or drawn small, K; from this rise on it is tall. */
const FINE_K = 2;
export const COARSE_K = 5;
const TALL_K = 120;
/** Lines of the axis, K apart: up to this rise the narrower. */
const TICKS_K = { narrow: 10, wide: 20, upTo: 90 } as const;

/**
 * The axis that holds a room, totals and the limit.
 *
 * @param small drawn small: coarse rungs and few lines
 * @example
 * ladderAxis(25, [88, 71], 97).rungK; // 2
 */
export function ladderAxis(
  roomC: number,
  totalsC: readonly number[],
  limitC: number | null,
  small = false,
): LadderAxis {
  const highest = Math.max(roomC + 10, ...totalsC);
  const topC = Math.max(highest + OVER_TOTAL_K, limitC === null ? 0 : limitC + OVER_LIMIT_K);
  const step = small || topC - roomC > TICKS_K.upTo ? TICKS_K.wide : TICKS_K.narrow;
  const ticksC: number[] = [];
  for (let C = Math.ceil((roomC + 2) / step) * step; C < topC; C += step) ticksC.push(C);
  return { roomC, topC, rungK: small || topC - roomC > TALL_K ? COARSE_K : FINE_K, ticksC, limitC };
}

/** Both ladders of a chip at matched conditions; a part the run cannot tell stands on what the other run shows. */
export function ladderPlan(chip: ChipVerdict, roomC: number, limitC: number | null, small = false): LadderPlan {
  const [contact, airflow] = chip.paths;
  const airBeforeC = roomC + (airflow.before?.K ?? 0);
  const airAfterC = airflow.after ? roomC + airflow.after.K : airBeforeC;
  const before: LadderLevel = {
    airC: airBeforeC,
    topC: roomC + (chip.before?.K ?? 0),
    airKnown: airflow.before !== null,
    contactKnown: contact.before !== null,
    totalC: chip.before && roomC + chip.before.K,
  };
  const after: LadderLevel = {
    airC: airAfterC,
    topC: airAfterC + (contact.after?.K ?? 0),
    airKnown: airflow.after !== null,
    contactKnown: contact.after !== null,
    totalC: chip.after && roomC + chip.after.K,
  };
  return { ...ladderAxis(roomC, [before.topC, after.totalC ?? after.topC], limitC, small), before, after };
}

/** Where the rungs of a part lie, °C: from its foot up, none at its foot nor at its top. */
export function rungsC(fromC: number, toC: number, rungK: number): number[] {
  const out: number[] = [];
  for (let C = fromC + rungK; C < toC - 0.2; C += rungK) out.push(C);
  return out;
}
