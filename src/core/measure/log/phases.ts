import { channelOf, type Run } from "./run";

/** Where the load starts and ends, in s of the run. Idle lies before, cool-down behind. */
export interface Phases {
  loadOnS: number;
  loadOffS: number;
}

export interface FoundPhases extends Phases {
  /** How each bound was found: "at the power jump". */
  onBy: string;
  offBy: string;
}

/**
 * Finds idle, load and cool-down by themselves: by power, else by load, else by clock, else by the climb of
 * the temperature. Null when nothing in the log tells a load from idle.
 *
 * @example
 * findPhases(run); // { loadOnS: 120, loadOffS: 1320, onBy: "at the power jump", offBy: "at the power drop" }
 */
export function findPhases(run: Run): FoundPhases | null {
  const power = sum(run, ["cpu.power", "gpu.power"]);
  const load = sum(run, ["cpu.load", "gpu.load"]);
  const byPower = power && fromActivity(run, power, 2.5, load);
  if (byPower) return named(run, byPower, "at the power jump", "power fell");
  const byLoad = load && fromActivity(run, load, 12, null);
  if (byLoad) return named(run, byLoad, "at the jump of the load", "load fell");
  const clock = sum(run, ["cpu.clock"]);
  const byClock = clock && fromActivity(run, clock, 400, null);
  if (byClock) return named(run, byClock, "at the jump of the clock", "clock fell");
  const byTemperature = fromTemperature(run);
  if (byTemperature) return byTemperature;
  const work = workOf(run);
  const byWork = work && fromActivity(run, work, Number.MIN_VALUE, null);
  return byWork ? named(run, byWork, "as the work began", "work ended") : null;
}

/** Work of all chips a second; none where none is told. */
function workOf(run: Run): Float64Array | null {
  const channels = ["cpu.work", "gpu.work"].flatMap((k) => channelOf(run, k) ?? []);
  if (channels.length === 0) return null;
  return Float64Array.from(run.timeS, (_, i) => channels.reduce((s, c) => s + (c.values[i] || 0), 0));
}

function sum(run: Run, keys: readonly string[]): Float64Array | null {
  const channels = keys.flatMap((k) => channelOf(run, k) ?? []);
  if (channels.length === 0) return null;
  const total = new Float64Array(run.timeS.length);
  for (const c of channels) {
    let last = 0;
    for (let i = 0; i < total.length; i++) {
      const v = c.values[i] ?? NaN;
      if (Number.isFinite(v)) last = v;
      total[i] = (total[i] ?? 0) + last;
    }
  }
  return total;
}

/** Extent of a signal without its rarest values; null when it holds no two levels. */
function levels(signal: Float64Array, least: number): { low: number; span: number } | null {
  const sorted = Float64Array.from(signal).sort();
  const q = (p: number) => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0;
  const low = q(0.03);
  const high = q(0.97);
  return high - low < least || high < 1.3 * low ? null : { low, span: high - low };
}

/** Pauses of a pulsed load up to this long are part of it, s. */
const PAUSE_S = 45;

/**
 * The longest stretch of high activity, short dips allowed. A chip that throttles far down still counts as
 * loaded while its load reading stays up. Returns row indexes [on, off).
 */
function fromActivity(
  run: Run,
  activity: Float64Array,
  least: number,
  load: Float64Array | null,
): [number, number] | null {
  const own = levels(activity, least);
  if (!own) return null;
  const other = load && levels(load, 12);
  const active = (i: number) => {
    const x = ((activity[i] ?? 0) - own.low) / own.span;
    return x > 0.36 || (x > 0.08 && other !== null && load !== null && ((load[i] ?? 0) - other.low) / other.span > 0.6);
  };
  const { timeS } = run;
  const dipS = Math.max(PAUSE_S, 3 * run.stepS);
  let best: [number, number] | null = null;
  let start = -1;
  let lastHigh = -1;
  /** Logged time since the last activity, s: time that is not logged is no pause. */
  let idleS = 0;
  const at = (i: number) => timeS[i] ?? 0;
  const close = () => {
    if (start >= 0 && (!best || at(lastHigh) - at(start) > at(best[1] - 1) - at(best[0]))) best = [start, lastHigh + 1];
    start = -1;
  };
  for (let i = 0; i < activity.length; i++) {
    const sinceS = at(i) - at(i - 1);
    if (!active(i)) {
      if (sinceS <= dipS) idleS += sinceS;
      continue;
    }
    if (start >= 0 && idleS > dipS) close();
    if (start < 0) start = i;
    lastHigh = i;
    idleS = 0;
  }
  close();
  return best;
}

function named(run: Run, [on, off]: [number, number], onBy: string, offBy: string): FoundPhases {
  const end = run.timeS[run.timeS.length - 1] ?? 0;
  const cutOff = off >= run.timeS.length;
  return {
    loadOnS: run.timeS[on] ?? 0,
    loadOffS: cutOff ? end : (run.timeS[off] ?? end),
    onBy: on === 0 ? "log starts under load" : onBy,
    offBy: cutOff ? "log ends under load" : offBy,
  };
}

/** Without any witness of work: load on at the steepest climb, off at the steepest fall after it. */
function fromTemperature(run: Run): FoundPhases | null {
  const t = channelOf(run, "cpu.temperature") ?? channelOf(run, "gpu.temperature");
  if (!t) return null;
  const span = Math.max(1, Math.round(6 / Math.max(run.stepS, 0.1)));
  let on = -1;
  let off = -1;
  let climb = 5;
  let fall = -5;
  const rise = (i: number) => (t.values[i + span] ?? NaN) - (t.values[i] ?? NaN);
  for (let i = 0; i + span < t.values.length; i++) if (rise(i) > climb) [climb, on] = [rise(i), i];
  if (on < 0) return null;
  for (let i = on; i + span < t.values.length; i++) if (rise(i) < fall) [fall, off] = [rise(i), i];
  const end = run.timeS[run.timeS.length - 1] ?? 0;
  return {
    loadOnS: run.timeS[on + (on === 0 ? 0 : 1)] ?? 0,
    loadOffS: off < 0 ? end : (run.timeS[off + 1] ?? end),
    onBy: "at the steepest climb",
    offBy: off < 0 ? "log ends under load" : "at the steepest fall",
  };
}
