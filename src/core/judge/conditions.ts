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

/**
 * Rows of the last two minutes under load (of the last third, when the load was shorter than six minutes); of a pulsed
 * load the last whole pulses with their pauses that last as long.
 */
export function lateRows(series: Series): [number, number] {
  const end = series.timeS[series.off - 1] ?? 0;
  const start = series.timeS[series.on] ?? 0;
  const pulses = pulseStarts(series);
  const last = pulses[pulses.length - 1];
  if (pulses.length > MOST_THROTTLED && last !== undefined) {
    const t = series.timeS[last] ?? 0;
    const first = pulses.findLast((i) => (series.timeS[i] ?? 0) <= t - LATE_S);
    return [first ?? pulses[0] ?? series.on, last];
  }
  const from = Math.max(end - LATE_S, start + (end - start) / 3);
  let a = series.on;
  while (a < series.off - 1 && (series.timeS[a] ?? 0) < from) a++;
  return [a, series.off];
}

/** A load that drops to idle no more often than this is not pulsed. */
const MOST_THROTTLED = 2;
/** Below this share of its highest power a load pauses, s it must last. */
const PAUSE_SHARE = 0.35;
const PAUSE_S = 8;

/** Rows at which a pulsed load sets in again after a pause, the first start among them; one entry for a steady load. */
export function pulseStarts(series: Series): number[] {
  const { timeS, on, off, chips } = series;
  const total = (i: number) => chips.reduce((s, c) => s + (c.power[i] ?? 0), 0);
  let top = 0;
  for (let i = on; i < off; i++) top = Math.max(top, total(i));
  const starts = [on];
  let since = -1;
  for (let i = on; i < off; i++) {
    const low = total(i) < PAUSE_SHARE * top;
    if (low && since < 0) since = i;
    if (low || since < 0) continue;
    if ((timeS[i] ?? 0) - (timeS[since] ?? 0) >= PAUSE_S) starts.push(i);
    since = -1;
  }
  return starts;
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
