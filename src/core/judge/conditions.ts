import type { Phases, Run } from "../log";
import { median, type ChipId, type RoomGiven, type Series } from "../thermal";

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

/** How the fan of one run stands against the other at like temperatures. */
export interface FanState {
  /** "usual" in both, or what is wrong in which run. */
  kind: "unknown" | "none" | "usual" | "stopped" | "weak" | "mixed";
  run: "before" | "after" | null;
  /** Speed after over speed before at like chip temperatures, where both are known. */
  ratio: number | null;
  /** 1-based number of the fan that is wrong, where there are several. */
  fan: number | null;
}

const STOPPED_SHARE = 0.12;
const WEAK_SHARE = 0.6;

/**
 * A fan that stands, or turns at a fraction of its usual speed for the same heat, is the reason itself: it is not
 * scaled away.
 */
export function fanState(before: Series, after: Series): FanState {
  if (!before.fan || !after.fan || before.fanGuessed || after.fanGuessed)
    return { kind: "unknown", run: null, ratio: null, fan: null };
  const was = before.fans.map((f) => meanOver(f, lateRows(before)));
  const is = after.fans.map((f) => meanOver(f, lateRows(after)));
  const many = Math.min(was.length, is.length);
  for (let i = 0; i < many; i++) {
    const w = was[i] ?? 0;
    const a = is[i] ?? 0;
    if (Math.max(w, a) < 1) continue;
    if (a < STOPPED_SHARE * w) return { kind: "stopped", run: "after", ratio: 0, fan: many > 1 ? i + 1 : null };
    if (w < STOPPED_SHARE * a) return { kind: "stopped", run: "before", ratio: null, fan: many > 1 ? i + 1 : null };
  }
  if (Math.max(...was, ...is, 0) < 1) return { kind: "none", run: null, ratio: null, fan: null };
  const ratio = speedRatio(before, after);
  if (ratio !== null && ratio < WEAK_SHARE) return { kind: "weak", run: "after", ratio, fan: null };
  if (ratio !== null && ratio > 1 / WEAK_SHARE) return { kind: "weak", run: "before", ratio, fan: null };
  return { kind: "usual", run: null, ratio, fan: null };
}

/** Median of speed after over speed before at chip temperatures that both runs went through under load. */
function speedRatio(before: Series, after: Series): number | null {
  const curve = (s: Series) => {
    const bins = new Map<number, number[]>();
    for (let i = s.on; i < s.off; i++) {
      // the control answers with a lag: only samples where the chip has been steady count
      const hot = Math.max(...s.chips.map((c) => c.tempC[i] ?? NaN));
      const past = Math.max(...s.chips.map((c) => c.tempC[Math.max(s.on, i - 15)] ?? NaN));
      if (!(Math.abs(hot - past) < 3) || i < s.on + 20) continue;
      const key = Math.round(hot / 4);
      const speeds = bins.get(key) ?? [];
      if (speeds.length === 0) bins.set(key, speeds);
      speeds.push(s.fan?.[i] ?? 0);
    }
    return bins;
  };
  const b = curve(before);
  const a = curve(after);
  const ratios: number[] = [];
  for (const [key, speeds] of a) {
    const other = b.get(key);
    if (other && speeds.length >= 5 && other.length >= 5 && median(other) > 0)
      ratios.push(median(speeds) / median(other));
  }
  if (ratios.length) return median(ratios);
  // no common temperature: a hotter machine whose fan still turns far slower has a weak fan
  const hot = (s: Series) => Math.max(...s.chips.map((c) => meanOver(c.tempC, lateRows(s))));
  const fan = (s: Series) => (s.fan ? meanOver(s.fan, lateRows(s)) : NaN);
  const r = fan(after) / fan(before);
  if ((hot(after) >= hot(before) && r < 1) || (hot(after) <= hot(before) && r > 1)) return r;
  return null;
}
