import type { Phases, Run } from "../log";
import { type ChipId, type RoomGiven, type Series } from "../thermal";

/** One run as the judge takes it. */
export interface JudgeRun {
  run: Run;
  /** Null when nothing tells the load from idle. */
  phases: Phases | null;
  room: RoomGiven;
}

/** What both runs are brought to: the before run's last two minutes under load, in a room of 25 °C. */
export interface Matched {
  roomC: number;
  fanRpm: number | null;
  powerW: Partial<Record<ChipId, number>>;
}

export const MATCHED_ROOM_C = 25;
export const LATE_S = 120;

/** Rows of the last two minutes under load (of the last third, when the load was shorter than six minutes). */
export function lateRows(series: Series): [number, number] {
  const end = series.timeS[series.off - 1] ?? 0;
  const start = series.timeS[series.on] ?? 0;
  const from = Math.max(end - LATE_S, start + (end - start) / 3);
  let a = series.on;
  while (a < series.off - 1 && (series.timeS[a] ?? 0) < from) a++;
  return [a, series.off];
}

export function meanOver(values: Float64Array, [a, b]: [number, number]): number {
  let s = 0;
  let n = 0;
  for (let i = a; i < b; i++) {
    const v = values[i] ?? NaN;
    if (Number.isFinite(v)) {
      s += v;
      n++;
    }
  }
  return n ? s / n : NaN;
}

export function matchedConditions(before: Series): Matched {
  const late = lateRows(before);
  const powerW: Matched["powerW"] = {};
  for (const c of before.chips) powerW[c.chip] = meanOver(c.power, late);
  return { roomC: MATCHED_ROOM_C, fanRpm: before.fan ? meanOver(before.fan, late) : null, powerW };
}
