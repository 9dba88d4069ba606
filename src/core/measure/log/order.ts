import { words } from "../../base/words";
import { WarningTally, type LogWarning } from "./problems";
import type { TimeForm } from "./times";

/** Rows in the order of time: indexes into the table, and seconds since the first kept row. */
export interface OrderedRows {
  index: Uint32Array;
  timeS: Float64Array;
  /** Median step in s. */
  stepS: number;
  /** Clock time of the first row in ms since 1970 (local to the log), where the log says so. */
  startMs: number | null;
  gaps: { atS: number; lengthS: number }[];
  warnings: LogWarning[];
}

/** Seconds of a day: a clock that goes past midnight goes on. */
const DAY = 86400;

/**
 * Puts raw times in order: midnight crossed, a clock set back by an hour, rows out of order, a logger that
 * started again (the longest stretch is kept), times that stand twice.
 * @param raw seconds as written per row; `lines` the line of each row, for the warnings
 */
export function orderRows(raw: Float64Array, lines: Uint32Array, form: TimeForm): OrderedRows {
  if (!isNewestFirst(raw)) return oldestFirst(raw, lines, form);
  const ordered = oldestFirst(raw.slice().reverse(), lines.slice().reverse(), form);
  const last = raw.length - 1;
  const turned = { line: lines[0] ?? 0, message: "The newest row stands first; the log was read from its end." };
  return { ...ordered, index: ordered.index.map((i) => last - i), warnings: [turned, ...ordered.warnings] };
}

/** Nearly every row is older than the one before it. */
export function isNewestFirst(raw: Float64Array): boolean {
  let back = 0;
  let on = 0;
  // of a very long log pairs of rows spread over all of it
  const stride = Math.max(1, Math.floor(raw.length / 200_000));
  for (let i = 1; i < raw.length; i += stride) {
    if ((raw[i] ?? 0) < (raw[i - 1] ?? 0)) back++;
    else if ((raw[i] ?? 0) > (raw[i - 1] ?? 0)) on++;
  }
  return back > 5 && back > 9 * on;
}

/** Two-part times that count up by a minute a row from near zero are minutes and seconds. */
const NEAR_START_S = 7200;

/** Scale of clock times that stand in whole minutes: "0:05" may be five seconds. */
export function scaleOfMinutes(raw: Float64Array): number {
  if (!raw.every((v) => v % 60 === 0) || (raw[0] ?? Infinity) >= NEAR_START_S) return 1;
  let single = 0;
  for (let i = 1; i < raw.length; i++) if ((raw[i] ?? 0) - (raw[i - 1] ?? 0) === 60) single++;
  return raw.length > 20 && single > 0.8 * (raw.length - 1) ? 1 / 60 : 1;
}

function oldestFirst(raw: Float64Array, lines: Uint32Array, form: TimeForm): OrderedRows {
  const tally = new WarningTally();
  const { scale } = form;
  if (form.kind === "clock" && scale !== 1)
    tally.add("minutes", lines[0] ?? 0, () => "Times like 0:05 were read as minutes and seconds.");
  const t = scaled(raw, scale);
  const isClock = form.kind !== "number" || form.epoch;
  if (form.kind === "clock") unwrapMidnight(t, lines, tally);
  if (isClock) undoClockChange(t, lines, tally);
  const spread = climbs(t) ? { index: everyRow(t.length), timeS: t } : putInOrder(t, lines, tally);
  const first = spread.timeS[0] ?? 0;
  const { timeS } = spread;
  for (let k = 0; k < timeS.length; k++) timeS[k] = (timeS[k] as number) - first;
  const stepS = medianStep(timeS);
  const gaps: { atS: number; lengthS: number }[] = [];
  let longestS = 0;
  for (let i = 1; i < timeS.length; i++) {
    const lengthS = (timeS[i] ?? 0) - (timeS[i - 1] ?? 0);
    if (lengthS > Math.max(3.2 * stepS, stepS + 1.5)) {
      gaps.push({ atS: timeS[i - 1] ?? 0, lengthS });
      longestS = Math.max(longestS, lengthS);
      tally.add(
        "gap",
        lines[spread.index[i] ?? 0] ?? 0,
        (n) => `${words.counted(n, "gap")} in the log, the longest ${Math.round(longestS)} s.`,
      );
    }
  }
  const startMs = form.kind === "iso" || (form.kind === "number" && form.epoch) ? first * 1000 : null;
  return { index: spread.index, timeS, stepS, startMs, gaps, warnings: tally.list() };
}

function scaled(raw: Float64Array, scale: number): Float64Array {
  const t = raw.slice();
  if (scale !== 1) for (let k = 0; k < t.length; k++) t[k] = (t[k] as number) * scale;
  return t;
}

/** Whether every row is later than the one before: then nothing is to be put in order. */
function climbs(t: Float64Array): boolean {
  for (let k = 1; k < t.length; k++) if (!((t[k] as number) > (t[k - 1] as number))) return false;
  return true;
}

function everyRow(n: number): Uint32Array {
  const index = new Uint32Array(n);
  for (let k = 0; k < n; k++) index[k] = k;
  return index;
}

function putInOrder(
  t: Float64Array,
  lines: Uint32Array,
  tally: WarningTally,
): { index: Uint32Array; timeS: Float64Array } {
  let index = dropLoneJumps(t, lines, tally);
  index = longestStretch(t, index, lines, tally);
  index = sortNearby(t, index, lines, tally);
  return settleDuplicates(t, index, lines, tally);
}

/** Median step, over every row of a short log and over evenly spread rows of a very long one. */
function medianStep(timeS: Float64Array): number {
  const stride = Math.max(1, Math.floor(timeS.length / 100_000));
  const steps = new Float64Array(Math.floor(Math.max(0, timeS.length - 1) / stride));
  for (let i = 0; i < steps.length; i++) steps[i] = (timeS[i * stride + 1] ?? 0) - (timeS[i * stride] ?? 0);
  steps.sort();
  return steps[steps.length >> 1] ?? 0;
}

function unwrapMidnight(t: Float64Array, lines: Uint32Array, tally: WarningTally): void {
  let shift = 0;
  let previous = t[0] ?? 0;
  for (let i = 1; i < t.length; i++) {
    const v = t[i] ?? 0;
    if (v - previous < -DAY / 2) {
      shift += DAY;
      tally.add("midnight", lines[i] ?? 0, () => "The clock passes midnight; read as one run.");
    } else if (v - previous > DAY / 2 && shift > 0) shift -= DAY;
    previous = v;
    t[i] = v + shift;
  }
}

/** Rows that must stay behind before a clock counts as set back: a row out of order comes back at once. */
const STAYS_BACK = 6;
/** An hour that is missing to within this is a clock set forward, not a gap, s. */
const HOUR_WITHIN_S = 4;

/** A clock that was set by hand, by the network or by the season while the log ran. */
function undoClockChange(t: Float64Array, lines: Uint32Array, tally: WarningTally): void {
  const stepS = medianStep(t);
  let shift = 0;
  for (let i = 1; i < t.length; i++) {
    const before = t[i - 1] ?? 0;
    const jump = (t[i] ?? 0) + shift - before;
    if (Math.abs(jump + 3600) < 90) {
      shift += 3600;
      tally.add("clock-back", lines[i] ?? 0, () => "The clock was set back by an hour; read as one run.");
    } else if (Math.abs(jump - 3600 - stepS) < HOUR_WITHIN_S) {
      shift -= 3600;
      tally.add("clock-on", lines[i] ?? 0, () => "The clock was set forward by an hour; read as one run.");
    } else if (jump < -Math.max(2, 2.5 * stepS) && jump > -DAY / 2 && staysBack(t, i, before - shift)) {
      const by = Math.round(stepS - jump);
      shift += stepS - jump;
      tally.add("clock-set", lines[i] ?? 0, () => `The clock was set back by ${by} s; read as one run.`);
    }
    t[i] = (t[i] ?? 0) + shift;
  }
}

/** Whether the rows from here on climb from an earlier time instead of coming back to the one before. */
function staysBack(t: Float64Array, i: number, before: number): boolean {
  const last = Math.min(t.length - 1, i + STAYS_BACK);
  if (last - i < 3) return false;
  for (let k = i; k <= last; k++) {
    if ((t[k] ?? 0) >= before && k < i + 3) return false;
    if (k > i && (t[k] ?? 0) < (t[k - 1] ?? 0)) return false;
  }
  return true;
}

/** Leaves out single rows whose time stands apart while their neighbours follow each other. */
function dropLoneJumps(t: Float64Array, lines: Uint32Array, tally: WarningTally): Uint32Array {
  const keep = new Uint32Array(t.length);
  let kept = 0;
  for (let i = 0; i < t.length; i++) {
    const before = kept ? (t[keep[kept - 1] ?? 0] ?? 0) : -Infinity;
    const now = t[i] ?? 0;
    const next = t[i + 1] ?? Infinity;
    const backOrFar =
      (now < before && next >= before) ||
      (Number.isFinite(next) && now > next && now - before > 120 && next - before < 120 && next >= before);
    if (backOrFar && Math.abs(now - before) > 30)
      tally.add(
        "lone",
        lines[i] ?? 0,
        (n) =>
          `${words.counted(n, "row")} with ${words.agreeing(n, "a time that does", "times that do")} not fit left out.`,
      );
    else keep[kept++] = i;
  }
  return keep.subarray(0, kept);
}

/** Where time starts again (more than a minute back for good), only the longest stretch is one run. */
function longestStretch(t: Float64Array, index: Uint32Array, lines: Uint32Array, tally: WarningTally): Uint32Array {
  const cuts = [0];
  let high = -Infinity;
  for (let k = 0; k < index.length; k++) {
    const v = t[index[k] ?? 0] ?? 0;
    if (v < high - 60) {
      cuts.push(k);
      high = v;
    } else high = Math.max(high, v);
  }
  if (cuts.length === 1) return index;
  cuts.push(index.length);
  let best = [0, 0];
  for (let i = 0; i + 1 < cuts.length; i++)
    if ((cuts[i + 1] ?? 0) - (cuts[i] ?? 0) > (best[1] ?? 0) - (best[0] ?? 0)) best = [cuts[i] ?? 0, cuts[i + 1] ?? 0];
  tally.add(
    "restart",
    lines[index[cuts[1] ?? 0] ?? 0] ?? 0,
    () => `Time starts again; only the longest stretch (${(best[1] ?? 0) - (best[0] ?? 0)} rows) was taken.`,
  );
  return index.slice(best[0], best[1]);
}

function sortNearby(t: Float64Array, index: Uint32Array, lines: Uint32Array, tally: WarningTally): Uint32Array {
  let sorted = true;
  for (let k = 1; k < index.length; k++) {
    if ((t[index[k] ?? 0] ?? 0) < (t[index[k - 1] ?? 0] ?? 0)) {
      sorted = false;
      tally.add(
        "order",
        lines[index[k] ?? 0] ?? 0,
        (n) => `Time runs backwards at ${words.counted(n, "place")}; the rows were put in order.`,
      );
    }
  }
  return sorted ? index : Uint32Array.from(index).sort((a, b) => (t[a] ?? 0) - (t[b] ?? 0) || a - b);
}

/** Rows of the fullest group that shares a time. */
function largestGroup(timeS: Float64Array): number {
  let most = 0;
  let n = 0;
  for (let k = 0; k < timeS.length; k++) {
    n = k > 0 && timeS[k] === timeS[k - 1] ? n + 1 : 1;
    most = Math.max(most, n);
  }
  return most;
}

/**
 * Times that stand twice: where whole groups share a second (a fast log with a coarse clock) they are spread
 * evenly; where it is rare, the later row is left out.
 */
function settleDuplicates(
  t: Float64Array,
  index: Uint32Array,
  lines: Uint32Array,
  tally: WarningTally,
): { index: Uint32Array; timeS: Float64Array } {
  let doubles = 0;
  for (let k = 1; k < index.length; k++) if ((t[index[k] ?? 0] ?? 0) === (t[index[k - 1] ?? 0] ?? 0)) doubles++;
  const timeS = new Float64Array(index.length);
  for (let k = 0; k < timeS.length; k++) timeS[k] = t[index[k] ?? 0] ?? 0;
  if (doubles === 0 || timeS[0] === timeS[timeS.length - 1]) return { index, timeS };
  if (doubles > 0.25 * index.length) {
    const inMinutes = timeS.every((v) => v % 60 === 0);
    const most = largestGroup(timeS);
    for (let k = 0; k < timeS.length;) {
      let end = k + 1;
      while (end < timeS.length && timeS[end] === timeS[k]) end++;
      const start = timeS[k] ?? 0;
      const width = Math.min(end < timeS.length ? (timeS[end] ?? 0) - start : 1, inMinutes ? 60 : 10);
      // the first minute is seldom whole: its rows stand at its end
      const spare = inMinutes && k === 0 ? Math.max(0, width - (end - k) * (60 / Math.max(1, most))) : 0;
      const wide = inMinutes && end === timeS.length ? (end - k) * (60 / Math.max(1, most)) : width - spare;
      for (let j = k; j < end; j++) timeS[j] = start + spare + (wide * (j - k)) / (end - k);
      k = end;
    }
    return { index, timeS };
  }
  const keep: number[] = [];
  for (let k = 0; k < index.length; k++) {
    if (k > 0 && timeS[k] === timeS[k - 1])
      tally.add(
        "double",
        lines[index[k] ?? 0] ?? 0,
        (n) => `${words.counted(n, "row")} with a time that stood already left out.`,
      );
    else keep.push(k);
  }
  return { index: Uint32Array.from(keep, (k) => index[k] ?? 0), timeS: Float64Array.from(keep, (k) => timeS[k] ?? 0) };
}
