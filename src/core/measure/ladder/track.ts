import type { Series } from "../thermal";

/** A run as the ladder walks it: steps in time, each with the power, fan and room that held in it. */
export interface Track {
  /** End of each step, s of the run, and its length, s. */
  endS: Float64Array;
  h: Float64Array;
  /** Power of each chip in each step, W (or shares of full work, where no power is logged). */
  power: Float64Array[];
  /** Speed of each fan in each step as a share of its reference speed; one entry of ones where there is no fan. */
  fans: Float64Array[];
  /** Room in each step, °C. */
  room: Float64Array;
  /** How far each step lies from where the room was read, share of half an hour; null where it was read all along. */
  away: Float64Array | null;
  /** What each chip read over each step, °C; NaN where there is no reading. */
  read: Float64Array[];
  /** Root of the weight of each reading: its share of a block of time over the noise of one. */
  weight: Float64Array;
  /** How far the readings' mean lies towards the end of the step: 1 for a single reading, less for merged ones. */
  toEnd: Float64Array;
  /** Stretches without a gap: the ladder starts anew at each. */
  stretches: Stretch[];
  /** Blocks of time that count as one independent reading each. */
  blocks: number;
}

export interface Stretch {
  /** First step of it. */
  from: number;
  /** What each chip read at its start, °C. */
  startC: number[];
  /** Power of each chip at its start, W. */
  startW: number[];
  /** The machine had stood idle there for a while: its state follows from its power. */
  settled: boolean;
}

/** Noise of a block of time: what the model misses of a real machine, K². */
export const NOISE_K2 = 0.15;
/** A block of independent reading near edges and power jumps, and elsewhere, s. */
const BLOCK_NEAR_S = 8;
export const BLOCK_FAR_S = 30;
/** Readings merge up to this long away from edges, s. */
const MERGE_S = 4.1;
const MOST_MERGED = 4;
/** What counts as near: before and after an edge of the load, and about a power jump, s. */
const EDGE_S: readonly [number, number] = [4, 60];
const JUMP_S: readonly [number, number] = [3, 15];
/** A jump of the power is this share of the highest. */
const JUMP_SHARE = 0.15;
/** Longest time between two readings that is not a gap: this many steps, and at least so many s. */
const GAP_STEPS = 4;
const GAP_S = 9;
/** Idle before the load that settles a start, s. */
const SETTLED_S = 20;

/** What an unknown room is taken for; its offset is then left open. °C */
const USUAL_ROOM_C = 22;

/** Fan speeds as shares: what each fan is divided by. */
export interface FanScale {
  /** Reference speed per fan of this run, in the unit of its log. */
  top: readonly number[];
}

/**
 * The steps of a series. Readings away from edges and power jumps merge, four at most: there nothing is fast.
 * @param chips keys in the order the ladder keeps them
 */
export function trackOf(series: Series, chips: readonly string[], scale: FanScale): Track {
  const own = chips.flatMap((id) => series.chips.filter((c) => c.chip === id));
  const total = totalPower(series);
  const gaps = gapRows(series);
  const near = nearRows(series, total, gaps);
  const ends = stepEnds(series, near, gaps);
  const n = ends.length;
  const track: Track = {
    endS: new Float64Array(n),
    h: new Float64Array(n),
    power: own.map(() => new Float64Array(n)),
    fans: scale.top.length ? scale.top.map(() => new Float64Array(n)) : [new Float64Array(n).fill(1)],
    room: new Float64Array(n),
    away: null,
    read: own.map(() => new Float64Array(n)),
    weight: new Float64Array(n),
    toEnd: new Float64Array(n),
    stretches: [],
    blocks: 0,
  };
  ends.forEach(({ from, to, fresh }, k) => {
    const t0 = fresh ? at(series.timeS, from) - series.stepS : at(series.timeS, from - 1);
    const h = at(series.timeS, to) - t0;
    track.endS[k] = at(series.timeS, to);
    track.h[k] = h;
    own.forEach((c, i) => {
      (track.power[i] as Float64Array)[k] = meanPower(series.timeS, c.power, from, to, t0);
      (track.read[i] as Float64Array)[k] = meanOf(c.tempC, from, to);
    });
    scale.top.forEach((top, f) => {
      const speed = series.fans[f] ?? series.fan ?? new Float64Array(0);
      (track.fans[f] as Float64Array)[k] = Math.max(0, meanOf(speed, from, to) / top);
    });
    track.room[k] = series.room ? meanOf(series.room, from, to) : USUAL_ROOM_C;
    const many = to - from + 1;
    track.toEnd[k] = (many + 1) / (2 * many);
    const share = Math.min(1, h / (near[to] ? BLOCK_NEAR_S : BLOCK_FAR_S));
    track.weight[k] = Math.sqrt(share / NOISE_K2);
    track.blocks += share * own.length;
    if (fresh) track.stretches.push(stretchAt(series, own, from, k));
  });
  track.away = awayOf(series, track.endS);
  return track;
}

/** A run that is not there: a ladder fitted with it is that of the other run alone. */
export const noTrack = (chips: number): Track => ({
  endS: new Float64Array(0),
  h: new Float64Array(0),
  power: Array.from({ length: chips }, () => new Float64Array(0)),
  fans: [new Float64Array(0)],
  room: new Float64Array(0),
  away: null,
  read: Array.from({ length: chips }, () => new Float64Array(0)),
  weight: new Float64Array(0),
  toEnd: new Float64Array(0),
  stretches: [],
  blocks: 0,
});

/** What the doubt of a room that was read at one end grows with, s. */
const AWAY_S = 1800;

/** Distance in time from the one end at which the room was read: what it did meanwhile, nobody saw. */
function awayOf(series: Series, endS: Float64Array): Float64Array | null {
  if (series.roomRead !== "start" && series.roomRead !== "end") return null;
  const read = series.roomRead === "start" ? at(series.timeS, 0) : at(series.timeS, series.timeS.length - 1);
  return endS.map((t) => (t - read) / AWAY_S);
}

const at = (values: Float64Array, i: number): number => values[i] as number;

function totalPower(series: Series): Float64Array {
  return Float64Array.from(series.timeS, (_, i) => series.chips.reduce((s, c) => s + (c.power[i] ?? 0), 0));
}

/** Which rows lie near an edge of the load, a power jump, or a gap. */
function nearRows(series: Series, total: Float64Array, gaps: ReadonlySet<number>): Uint8Array {
  const { timeS, on, off } = series;
  const near = new Uint8Array(timeS.length);
  const mark = (t: number, [before, after]: readonly [number, number]) => {
    let i = firstAtOrAfter(timeS, t - before);
    for (; i < timeS.length && at(timeS, i) <= t + after; i++) near[i] = 1;
  };
  mark(timeS[on] ?? 0, EDGE_S);
  if (off < timeS.length) mark(timeS[off] ?? 0, EDGE_S);
  let top = 0;
  for (const p of total) top = Math.max(top, p);
  for (let i = 1; i < timeS.length; i++) {
    if (Math.abs(at(total, i) - at(total, i - 1)) > JUMP_SHARE * top) mark(at(timeS, i), JUMP_S);
    if (gaps.has(i)) mark(at(timeS, i), [0, EDGE_S[1]]);
  }
  return near;
}

/** Most gaps the ladder starts anew after: each one costs unknowns, and many are a logger that stutters. */
const MOST_GAPS = 6;

/** Rows before which time is missing: the longest gaps, where there are many. */
export function gapRows({ timeS, stepS }: Series): ReadonlySet<number> {
  const least = Math.max(GAP_S, GAP_STEPS * stepS);
  const rows: number[] = [];
  for (let i = 1; i < timeS.length; i++) if (at(timeS, i) - at(timeS, i - 1) > least) rows.push(i);
  const length = (i: number) => at(timeS, i) - at(timeS, i - 1);
  return new Set(rows.length > MOST_GAPS ? rows.sort((a, b) => length(b) - length(a)).slice(0, MOST_GAPS) : rows);
}

function firstAtOrAfter(timeS: Float64Array, t: number): number {
  let low = 0;
  let high = timeS.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (at(timeS, mid) < t) low = mid + 1;
    else high = mid;
  }
  return low;
}

interface StepRows {
  from: number;
  to: number;
  /** Nothing is known of what was before. */
  fresh: boolean;
}

function stepEnds(series: Series, near: Uint8Array, gaps: ReadonlySet<number>): StepRows[] {
  const { timeS } = series;
  const steps: StepRows[] = [];
  let i = 0;
  while (i < timeS.length) {
    const fresh = i === 0 || gaps.has(i);
    const t0 = fresh ? at(timeS, i) - series.stepS : at(timeS, i - 1);
    let to = i;
    while (
      !fresh &&
      !near[i] &&
      to + 1 < timeS.length &&
      !near[to + 1] &&
      to - i + 1 < MOST_MERGED &&
      at(timeS, to + 1) - t0 <= MERGE_S &&
      !gaps.has(to + 1)
    )
      to++;
    steps.push({ from: i, to, fresh });
    i = to + 1;
  }
  return steps;
}

function stretchAt(series: Series, own: Series["chips"], row: number, step: number): Stretch {
  const t = at(series.timeS, row);
  let last = row;
  while (last + 1 < series.timeS.length && at(series.timeS, last + 1) - t < SETTLED_S / 2) last++;
  const settled = row === 0 && at(series.timeS, series.on) - t >= SETTLED_S;
  const to = settled ? last : row;
  return {
    from: step,
    startC: own.map((c) => firstReading(c.tempC, row)),
    startW: own.map((c) => meanOf(c.power, row, to)),
    settled,
  };
}

const firstReading = (values: Float64Array, from: number): number => {
  for (let i = from; i < values.length; i++) if (Number.isFinite(values[i])) return at(values, i);
  return NaN;
};

function meanOf(values: Float64Array, from: number, to: number): number {
  let s = 0;
  let n = 0;
  for (let i = from; i <= to; i++) {
    const v = values[i] as number;
    if (v === v) {
      s += v;
      n++;
    }
  }
  return n ? s / n : NaN;
}

/** A power reading stands for the time since the one before it. */
function meanPower(timeS: Float64Array, power: Float64Array, from: number, to: number, t0: number): number {
  if (from === to) return at(power, from);
  let s = 0;
  let before = t0;
  for (let i = from; i <= to; i++) {
    s += at(power, i) * (at(timeS, i) - before);
    before = at(timeS, i);
  }
  return s / (before - t0);
}
