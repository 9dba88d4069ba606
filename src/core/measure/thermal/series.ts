import { median as medianOf } from "d3-array";
import { channelOf, type Phases, type Run } from "../log";

export type ChipId = "cpu" | "gpu";

/** A run made ready for the fit: one entry per sample, at least a second apart, from idle to cool-down. */
export interface Series {
  timeS: Float64Array;
  chips: ChipSeries[];
  /** Mean speed of the blowers, rpm or %; null when not logged. */
  fan: Float64Array | null;
  fans: Float64Array[];
  /** What the fans are logged in; null when they are not. */
  fanUnit: "rpm" | "%" | null;
  /** True when no fan was logged and `fan` is a usual fan curve over the chip temperature, in % of full speed. */
  fanGuessed: boolean;
  /** Room temperature per sample; null when unknown. */
  room: Float64Array | null;
  /** When the room was read: all along, at both ends of the run, or at one; null when it was not. */
  roomRead: "logged" | "ends" | "start" | "end" | null;
  /** Index of the first sample under load and of the first one after it. */
  on: number;
  off: number;
  stepS: number;
}

export interface ChipSeries {
  chip: ChipId;
  tempC: Float64Array;
  /** Logged power in W; without one a step of one full load, which the judge refines by load and clock. */
  power: Float64Array;
  powerLogged: boolean;
  /** The power is logged, but is that of the whole board. */
  board?: boolean;
  /** Load in % and clock in MHz, where logged. */
  load: Float64Array | null;
  clock: Float64Array | null;
  /** Work a second, in units of the source's own, where logged. */
  work?: Float64Array;
}

export interface RoomGiven {
  startC: number | null;
  endC: number | null;
}

const LEAD_S = 900;
const MOST = 2400;

/** Cuts a run to what the fit needs and evens out its samples. Room: given figures first, else a room channel. */
export function prepareSeries(run: Run, phases: Phases, room: RoomGiven): Series {
  const from = phases.loadOnS - LEAD_S;
  const to = phases.loadOffS + LEAD_S;
  const rows: number[] = [];
  for (let i = 0; i < run.timeS.length; i++) {
    const t = run.timeS[i] ?? 0;
    if (t >= from && t <= to) rows.push(i);
  }
  const span = (run.timeS[rows[rows.length - 1] ?? 0] ?? 0) - (run.timeS[rows[0] ?? 0] ?? 0);
  const stepS = Math.max(0.999, span / MOST);
  const bins = binRows(run.timeS, rows, stepS);
  const timeS = Float64Array.from(bins, (b) => run.timeS[b[1]] ?? 0);
  const mean = (key: string): Float64Array | null => {
    const c = channelOf(run, key);
    return c ? meanPerBin(c.values, bins) : null;
  };
  const on = Math.max(
    0,
    timeS.findIndex((t) => t >= phases.loadOnS - 1e-6),
  );
  let off = timeS.findIndex((t) => t >= phases.loadOffS - 1e-6);
  if (off <= on) off = timeS.length;
  if (phases.loadOffS >= (run.timeS[run.timeS.length - 1] ?? 0)) off = timeS.length;
  const chips: ChipSeries[] = [];
  for (const chip of ["cpu", "gpu"] as const) {
    const tempC = mean(`${chip}.temperature`);
    if (!tempC) continue;
    const logged = mean(`${chip}.power`);
    const load = mean(`${chip}.load`);
    const clock = mean(`${chip}.clock`);
    const work = mean(`${chip}.work`);
    const useful = logged && spread(logged) > 1;
    const power = useful ? carried(logged) : loadStep(timeS.length, on, off);
    chips.push({ chip, tempC, power, powerLogged: Boolean(useful), load, clock, ...(work ? { work } : {}) });
  }
  const { fans, fanUnit } = fansOf(mean);
  const fan = fans.length
    ? Float64Array.from(timeS, (_, i) => fans.reduce((a, f) => a + (f[i] ?? 0), 0) / fans.length)
    : null;
  return {
    timeS,
    chips,
    fans,
    fanUnit,
    fan,
    fanGuessed: false,
    ...roomSeries(run, timeS, room, mean("room.temperature")),
    on,
    off,
    stepS: run.stepS,
  };
}

/** The fans in rpm; in % of full speed where no rpm are logged. */
function fansOf(mean: (key: string) => Float64Array | null): Pick<Series, "fans" | "fanUnit"> {
  for (const [kind, fanUnit] of [
    ["speed", "rpm"],
    ["duty", "%"],
  ] as const) {
    const fans = FAN_NUMBERS.flatMap((f) => mean(`fan${f}.${kind}`) ?? []).map(carried);
    if (fans.length) return { fans, fanUnit };
  }
  return { fans: [], fanUnit: null };
}

const FAN_NUMBERS = [1, 2, 3, 4, 5, 6, 7, 8] as const;

type Bin = [first: number, last: number];

function binRows(timeS: Float64Array, rows: number[], stepS: number): Bin[] {
  const bins: Bin[] = [];
  let start = -1;
  for (let k = 0; k < rows.length; k++) {
    const i = rows[k] ?? 0;
    if (start < 0) start = i;
    const next = rows[k + 1];
    const begin = timeS[start - 1] ?? (timeS[start] ?? 0) - stepS;
    if (
      next === undefined ||
      (timeS[next] ?? 0) - begin > stepS * 1.3 + 1e-9 ||
      (timeS[i] ?? 0) - begin >= stepS - 1e-9
    ) {
      bins.push([start, i]);
      start = -1;
    }
  }
  return bins;
}

function meanPerBin(values: Float32Array, bins: readonly Bin[]): Float64Array {
  const out = new Float64Array(bins.length);
  for (let b = 0; b < out.length; b++) {
    const [first, last] = bins[b] as Bin;
    if (first === last) {
      out[b] = values[first] as number;
      continue;
    }
    let s = 0;
    let n = 0;
    for (let i = first; i <= last; i++) {
      const v = values[i] as number;
      if (v === v) {
        s += v;
        n++;
      }
    }
    out[b] = n ? s / n : NaN;
  }
  return out;
}

function spread(values: Float64Array): number {
  let low = Infinity;
  let high = -Infinity;
  for (const v of values) if (Number.isFinite(v)) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return high - low;
}

/** Missing readings carry the last one on. */
function carried(values: Float64Array): Float64Array {
  const out = Float64Array.from(values);
  let last = out.find((v) => Number.isFinite(v)) ?? 0;
  for (let i = 0; i < out.length; i++) {
    if (Number.isFinite(out[i])) last = out[i] ?? last;
    else out[i] = last;
  }
  return out;
}

/** Idle takes about a tenth of the load's power in machines of this class. */
export const IDLE_SHARE = 0.1;

/** The plainest guess of work where no power is logged: a step from idle to one full load. */
function loadStep(n: number, on: number, off: number): Float64Array {
  return Float64Array.from({ length: n }, (_, i) => (i >= on && i < off ? 1 : IDLE_SHARE));
}

const FAN_FROM_C = 48;
const FAN_TO_C = 92;
/** Speed of a guessed fan in idle, % of its top. */
const FAN_IDLE = 42;
const FAN_LAG_S = 8;

/** The hottest chip as a fan's control reads it, °C: with a lag, carried over missing readings. */
export function hottestLagged(timeS: Float64Array, chips: readonly ChipSeries[]): Float64Array {
  let hot = NaN;
  let before = timeS[0] ?? 0;
  return Float64Array.from(timeS, (t, i) => {
    const now = Math.max(...chips.map((c) => c.tempC[i] ?? NaN));
    if (Number.isFinite(now))
      hot = Number.isFinite(hot) ? hot + (now - hot) * (1 - Math.exp(-(t - before) / FAN_LAG_S)) : now;
    before = t;
    return hot;
  });
}

/** The speed a usual fan curve would ask for, % of full: it climbs with the hottest chip, and answers with a lag. */
export const guessedFan = (timeS: Float64Array, chips: readonly ChipSeries[]): Float64Array =>
  hottestLagged(timeS, chips).map((hot) => {
    const x = Math.min(1, Math.max(0, (hot - FAN_FROM_C) / (FAN_TO_C - FAN_FROM_C)));
    return FAN_IDLE + (100 - FAN_IDLE) * (Number.isFinite(x) ? x : 0);
  });

/** Median of what is known; NaN where nothing is. */
export const median = (values: Iterable<number>): number =>
  medianOf(values, (v) => (Number.isFinite(v) ? v : NaN)) ?? NaN;

function roomSeries(
  run: Run,
  timeS: Float64Array,
  given: RoomGiven,
  logged: Float64Array | null,
): Pick<Series, "room" | "roomRead"> {
  const start = given.startC ?? given.endC;
  const end = given.endC ?? given.startC;
  if (start !== null && end !== null) {
    const total = run.timeS[run.timeS.length - 1] || 1;
    const roomRead = given.startC === null ? "end" : given.endC === null ? "start" : "ends";
    return { room: Float64Array.from(timeS, (t) => start + ((end - start) * t) / total), roomRead };
  }
  const own = logged?.some((v) => Number.isFinite(v)) ? carried(logged) : null;
  return { room: own, roomRead: own && "logged" };
}
