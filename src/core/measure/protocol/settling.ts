import { channelOf, type Run } from "../log";

/** Where a chip is settling to at the load it has, °C, with its doubt, and how slowly. */
export interface Settling {
  chip: "cpu" | "gpu";
  nowC: number;
  toC: number;
  /** 90 % interval of `toC`. */
  low: number;
  high: number;
  tauS: number;
  /** Rise now, K a minute. */
  perMinuteK: number;
}

/** What answers within this belongs to the chip and its paste, not to what settles, s. */
const FAST_S = 15;
/** So much load, and so many readings, say something of where it ends. */
const LEAST_S = 60;
const LEAST_READINGS = 20;
const TAUS = Array.from({ length: 40 }, (_, i) => 10 * 1.11 ** i);
/** Readings that follow one another tell nearly the same: one in so many seconds counts. */
const APART_S = 12;
/** 90 % of a χ² of one degree. */
const NINETY_CHI2 = 2.71;
/** A machine is no single exponential, and its fan still answers: so much of the rise stays open. */
const MODEL_SHARE = 0.03;
/** Least noise of a sensor with steps of 1 °C, K. */
const LEAST_NOISE_K = 0.3;

/**
 * The running fit: a slow exponential through the readings under load, power taken out where it is logged (a rise per
 * watt, brought to the watts of the last half minute). One time constant stands for the whole air path, so that the
 * interval is that of what is seen so far; the judge fits all of it when the run is over.
 *
 * @returns null while too little of the load is seen
 */
export function settlingOf(run: Run, loadOnS: number, roomC: number | null): Settling | null {
  const all = (["cpu", "gpu"] as const).flatMap((chip) => settlingOfChip(run, chip, loadOnS, roomC) ?? []);
  return all.reduce<Settling | null>((m, s) => (!m || s.toC > m.toC ? s : m), null);
}

interface Points {
  at: number[];
  y: number[];
}

function settlingOfChip(run: Run, chip: "cpu" | "gpu", loadOnS: number, roomC: number | null): Settling | null {
  const temp = channelOf(run, `${chip}.temperature`)?.values;
  if (!temp) return null;
  const watts = channelOf(run, `${chip}.power`)?.values ?? null;
  const endS = run.timeS[run.timeS.length - 1] ?? 0;
  const base = roomC ?? 25;
  const points: Points = { at: [], y: [] };
  let lateW = 0;
  let late = 0;
  for (let i = 0; i < temp.length; i++) {
    const t = (run.timeS[i] ?? 0) - loadOnS;
    const v = temp[i] ?? NaN;
    const w = watts ? (watts[i] ?? NaN) : 1;
    if (t < FAST_S || !Number.isFinite(v) || !(w > 0.5)) continue;
    points.at.push(t);
    points.y.push((v - base) / w);
    if (endS - loadOnS - t < 30) [lateW, late] = [lateW + w, late + 1];
  }
  const spanS = endS - loadOnS;
  if (spanS < LEAST_S || points.at.length < LEAST_READINGS || late === 0) return null;
  const scale = lateW / late;
  const found = bestOf(points, spanS, scale);
  const nowK = found.a - found.b * Math.exp(-spanS / found.tauS);
  return {
    chip,
    nowC: base + scale * nowK,
    toC: base + scale * found.a,
    low: base + scale * found.low,
    high: base + scale * found.high,
    tauS: found.tauS,
    perMinuteK: (60 * scale * found.b * Math.exp(-spanS / found.tauS)) / found.tauS,
  };
}

interface Exponential {
  tauS: number;
  a: number;
  b: number;
  sse: number;
}

/** Least squares for end and way at each time constant; the interval is where the fit is not yet worse by 90 %. */
function bestOf(points: Points, spanS: number, scale: number): Exponential & { low: number; high: number } {
  const fits = TAUS.filter((tau) => tau < 2 * spanS).map((tau) => fitAt(points, tau));
  const best = fits.reduce((m, f) => (f.sse < m.sse ? f : m));
  const n = points.at.length;
  const apart = Math.max(1, (APART_S * n) / Math.max(1, spanS));
  const noise = Math.max(best.sse / Math.max(1, n - 3), (LEAST_NOISE_K / Math.max(1e-9, scale)) ** 2);
  const near = fits.filter((f) => f.sse <= best.sse + NINETY_CHI2 * noise * apart);
  const own = Math.hypot(1.645 * Math.sqrt((noise * apart) / n), MODEL_SHARE * best.a);
  return {
    ...best,
    low: Math.min(...near.map((f) => f.a)) - own,
    high: Math.max(...near.map((f) => f.a)) + own,
  };
}

function fitAt({ at, y }: Points, tauS: number): Exponential {
  const n = at.length;
  let [se, see, sy, sey, syy] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const e = Math.exp(-(at[i] ?? 0) / tauS);
    const v = y[i] ?? 0;
    se += e;
    see += e * e;
    sy += v;
    sey += e * v;
    syy += v * v;
  }
  const det = n * see - se * se || 1e-12;
  const slope = (n * sey - se * sy) / det;
  // a chip under load does not cool towards its end: power is taken out already
  const b = Math.max(0, -slope);
  const a = (sy + b * se) / n;
  const sse = syy - 2 * a * sy + 2 * b * sey + n * a * a - 2 * a * b * se + b * b * see;
  return { tauS, a, b, sse: Math.max(0, sse) };
}
