import type { Phases, Run } from "../log";
import type { RunConditions } from "./settings";
import { type ChipId, type RoomGiven, type Series } from "../thermal";

/** One run as the judge takes it. */
export interface JudgeRun {
  run: Run;
  /** Null when nothing tells the load from idle. */
  phases: Phases | null;
  room: RoomGiven;
  /** How the run was done, where somebody said. */
  conditions?: RunConditions;
}

/** What both runs are brought to: the before run's last two minutes under load, in a room of 25 °C. */
export interface Matched {
  roomC: number;
  fanRpm: number | null;
  /** Where a fan was weak or stood in one of the runs: the speed of its own the run after is judged at, rpm. */
  fanRpmAfter?: number | null;
  powerW: Partial<Record<ChipId, number>>;
}

export const MATCHED_ROOM_C = 25;
export const LATE_S = 120;

/** Rows from the first to before the last. */
export type Rows = readonly [number, number];

/** A run with what is looked at again and again, found once. */
export interface Windowed extends Series {
  /** Rows of the last two minutes under load. */
  late: Rows;
  /** Rows at which a pulsed load sets in again, the first start among them; one of a steady load. */
  pulses: readonly number[];
}

/** The run with its late window and its pulses; whoever changes its powers finds them anew. */
export function windowed(s: Series): Windowed {
  const pulses = pulseStarts(s);
  return { ...s, pulses, late: lateRows(s, pulses) };
}

/**
 * Rows of the last two minutes under load (of the last third, when the load was shorter than six minutes). The pause
 * after the last pulse belongs to a pulsed load.
 */
function lateRows(series: Series, pulses: readonly number[]): Rows {
  const start = series.timeS[series.on] ?? 0;
  const to = series.off + lastPause(series, pulses);
  const end = series.timeS[to - 1] ?? 0;
  const from = Math.max(end - LATE_S, start + (end - start) / 3);
  let a = series.on;
  while (a < to - 1 && (series.timeS[a] ?? 0) < from) a++;
  return [a, to];
}

/** Rows of the pause behind the last pulse, taken as long as the one before it; none of a steady load. */
function lastPause(series: Series, pulses: readonly number[]): number {
  const last = pulses[pulses.length - 1];
  if (pulses.length <= MOST_THROTTLED || last === undefined) return 0;
  const total = (i: number) => series.chips.reduce((s, c) => s + (c.power[i] ?? 0), 0);
  let from = last - 1;
  while (from > series.on && total(from - 1) < PAUSE_SHARE * total(last)) from--;
  return Math.max(0, Math.min(series.timeS.length, series.off + last - from) - series.off);
}

/** A load that drops to idle no more often than this is not pulsed. */
const MOST_THROTTLED = 2;
/** Below this share of its highest power a load pauses, s it must last. */
const PAUSE_SHARE = 0.35;
const PAUSE_S = 8;

/** Rows at which a pulsed load sets in again after a pause, the first start among them; one entry for a steady load. */
function pulseStarts(series: Series): number[] {
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

export function meanOver(values: Float64Array, [a, b]: Rows): number {
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

/** What both runs are brought to, by the run before. */
export function matchedConditions(before: Windowed): Matched {
  const { late } = before;
  const powerW: Matched["powerW"] = {};
  for (const c of before.chips) powerW[c.chip] = meanOver(c.power, late);
  return { roomC: MATCHED_ROOM_C, fanRpm: before.fan ? meanOver(before.fan, late) : null, powerW };
}
