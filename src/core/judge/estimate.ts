import { randomExponential, randomLcg } from "d3-random";
import {
  blockEquations,
  replicate,
  riseAt,
  solveBlocks,
  type BlockEquations,
  type ChipId,
  type ResponseCache,
  type Series,
} from "../thermal";
import type { Matched } from "./conditions";
import type { FanState } from "./fan";

/** A figure with its 90 % interval. */
export interface Figure {
  K: number;
  low: number;
  high: number;
}

export interface PathEstimate {
  path: "contact" | "airflow";
  before: Figure;
  after: Figure;
  change: Figure;
}

export interface ChipEstimate {
  chip: ChipId;
  paths: [PathEstimate, PathEstimate];
  before: Figure;
  after: Figure;
  change: Figure;
  /** Dominant time constant of the air path, s. */
  tauS: { before: number; after: number };
  /** The fitted network at matched conditions: height in K per time constant. */
  spectrum: { before: SpectrumLine[]; after: SpectrumLine[] };
  /** Root mean square of what the fit leaves, K. */
  residualK: { before: number; after: number };
}

export interface SpectrumLine {
  path: "contact" | "airflow";
  tauS: number;
  K: number;
}

export interface PairEstimate {
  chips: ChipEstimate[];
  fanExponent: { mean: number; sd: number };
}

const EXPONENTS = [0.35, 0.5, 0.65, 0.85] as const;
/** Over a guessed fan curve the exponent may be anything from none at all. */
const GUESSED_EXPONENTS = [0, 0.25, 0.5, 0.75] as const;
const GUESSED_PRIOR = { mean: 0.42, sd: 0.2 };
const EXPONENT_PRIOR = { mean: 0.57, sd: 0.13 };
/** The model is not the machine: its likelihood counts for less than its face value. */
const TEMPER = 0.7;
const REPLICATES = 48;
/** Share of a path's own height by which two runs' power readings may drift apart (one sigma). */
const POWER_DRIFT = 0.012;
/** One sigma of a room temperature read by hand, K. */
const ROOM_SD_K = 0.33;
/** What the Foster form itself may miss of the split between the paths, share of the lower of the two heights. */
const SPLIT_SD = 0.03;

interface Side {
  series: Series;
  /** Fan speed the air path is stated at for this run; null leaves the fan out. */
  reference: number | null;
}

/**
 * Heights of contact and airflow of every chip in both runs at matched conditions, with 90 % intervals from a
 * block bootstrap (exponential weights on blocks of 40 s, which keeps the autocorrelation of the residuals)
 * drawn over the fan exponent's likelihood, widened by power, room and split errors.
 */
export function estimatePair(before: Series, after: Series, matched: Matched, fan: FanState): PairEstimate {
  const sides = { before: sideOf(before, matched, fan, "before"), after: sideOf(after, matched, fan, "after") };
  const chips = before.chips.filter((c) => after.chips.some((a) => a.chip === c.chip)).map((c) => c.chip);
  const scaled = sides.before.reference !== null || sides.after.reference !== null;
  const guessed = before.fanGuessed;
  const prior = guessed ? GUESSED_PRIOR : EXPONENT_PRIOR;
  const exponents = !scaled ? [prior.mean] : guessed ? GUESSED_EXPONENTS : EXPONENTS;
  const caches = { before: new Map() as ResponseCache, after: new Map() as ResponseCache };
  const fits = exponents.map((m) => fitAll(chips, sides, m, caches));
  const weights = exponentWeights(exponents, fits, prior);
  const mean = exponents.reduce((a, m, i) => a + m * (weights[i] ?? 0), 0);
  const sd = Math.sqrt(exponents.reduce((a, m, i) => a + (m - mean) ** 2 * (weights[i] ?? 0), 0));
  const estimates = chips.map((chip) => chipEstimate(chip, fits, weights, matched, sides));
  return { chips: estimates, fanExponent: { mean, sd: scaled ? sd : 0 } };
}

const sideOf = (series: Series, matched: Matched, fan: FanState, which: "before" | "after"): Side => ({
  series,
  reference: fanReference(series, matched, fan, which),
});

/** Fan speed the air path of one run is stated at; null leaves the fan out (none, or standing). */
export function fanReference(
  series: Series,
  matched: Matched,
  fan: FanState,
  which: "before" | "after",
): number | null {
  if (!series.fan || matched.fanRpm === null || fan.kind === "none") return null;
  if (fan.kind === "stopped") return fan.run === which ? null : which === "before" ? matched.fanRpm : meanFan(series);
  return fan.kind === "weak" && which === "after" && fan.ratio ? matched.fanRpm * fan.ratio : matched.fanRpm;
}

/** A before run with a standing fan cannot set the speed; the after run is then judged at its own. */
function meanFan(series: Series): number {
  const f = series.fan ?? new Float64Array(1);
  let s = 0;
  for (let i = series.off - 1; i >= Math.max(series.on, series.off - 60); i--) s += f[i] ?? 0;
  return Math.max(1, s / Math.max(1, Math.min(60, series.off - series.on)));
}

interface SideFit {
  eq: BlockEquations;
  x: Float64Array;
  passive: Uint8Array;
  sse: number;
  n: number;
}
type PairFit = Record<"before" | "after", Map<ChipId, SideFit>>;

function fitAll(
  chips: readonly ChipId[],
  sides: Record<"before" | "after", Side>,
  exponent: number,
  caches: Record<"before" | "after", ResponseCache>,
): PairFit {
  const fit = (side: Side, cache: ResponseCache) =>
    new Map(
      chips.map((chip) => {
        const eq = blockEquations(
          side.series,
          chip,
          { fanReference: side.reference, fanExponent: exponent, roomKnown: side.series.room !== null },
          cache,
        );
        const passive = new Uint8Array(eq.columns.length);
        const s = solveBlocks(eq, passive);
        return [chip, { eq, x: s.x, passive, sse: s.sse, n: s.n }];
      }),
    );
  return { before: fit(sides.before, caches.before), after: fit(sides.after, caches.after) };
}

function exponentWeights(
  exponents: readonly number[],
  fits: readonly PairFit[],
  prior: { mean: number; sd: number },
): number[] {
  const logs = exponents.map((m, i) => {
    let log = -0.5 * ((m - prior.mean) / prior.sd) ** 2;
    for (const side of ["before", "after"] as const) {
      for (const f of fits[i]?.[side].values() ?? [])
        log -= TEMPER * 0.5 * f.eq.grams.length * Math.log((f.sse + 0.05 * f.n) / f.n);
    }
    return log;
  });
  const top = Math.max(...logs);
  const raw = logs.map((l) => Math.exp(l - top));
  const total = raw.reduce((a, b) => a + b, 0);
  return raw.map((w) => w / total);
}

type Run = "before" | "after";
const RUNS: readonly Run[] = ["before", "after"];

/** Heights of the two paths in one run: the best, and one per replicate; K. */
interface Heights {
  contact: number[];
  air: number[];
  plate: number[];
}

interface Best {
  contact: number;
  air: number;
  plate: number;
  rms: number;
}

function chipEstimate(
  chip: ChipId,
  fits: readonly PairFit[],
  weights: readonly number[],
  matched: Matched,
  sides: Record<Run, Side>,
): ChipEstimate {
  const random = randomLcg(0.42);
  const best = bestOf(chip, fits, weights, matched);
  const draws = drawsOf({ chip, fits, weights, matched, random });
  plateIsContact(best, draws);
  const normal = gaussFrom(random);
  const roomSd = Math.hypot(...RUNS.map((run) => (sides[run].series.room ? ROOM_SD_K : 0)));
  const split = pair((run) => Math.min(best[run].air, best[run].contact));
  const contact = pathEstimate(
    "contact",
    pair((run) => best[run].contact),
    pair((run) => draws[run].contact),
    {
      normal,
      roomSd: 0,
      split,
    },
  );
  const airflow = pathEstimate(
    "airflow",
    pair((run) => best[run].air),
    pair((run) => draws[run].air),
    {
      normal,
      roomSd,
      split,
    },
  );
  const total = pathEstimate(
    "airflow",
    pair((run) => best[run].contact + best[run].air),
    pair((run) => draws[run].contact.map((c, i) => c + (draws[run].air[i] ?? 0))),
    { normal, roomSd, split: pair(() => 0) },
  );
  const spectrum = pair((run) => spectrumOf(chip, run, fits, weights, matched.powerW));
  return {
    chip,
    paths: [contact, airflow],
    before: total.before,
    after: total.after,
    change: total.change,
    tauS: pair((run) => dominantTau(spectrum[run])),
    spectrum,
    residualK: pair((run) => best[run].rms),
  };
}

const pair = <T>(of: (run: Run) => T): Record<Run, T> => ({ before: of("before"), after: of("after") });

/** The paths' heights averaged over the fits by their weight. */
function bestOf(
  chip: ChipId,
  fits: readonly PairFit[],
  weights: readonly number[],
  matched: Matched,
): Record<Run, Best> {
  return pair((run) => {
    const best: Best = { contact: 0, air: 0, plate: 0, rms: 0 };
    fits.forEach((fit, i) => {
      const f = fit[run].get(chip);
      if (!f) return;
      const rise = riseAt(f.eq.columns, f.x, matched.powerW);
      const w = weights[i] ?? 0;
      best.contact += w * rise.contactK;
      best.air += w * rise.airflowK;
      best.plate += w * rise.plateK;
      best.rms += w * Math.sqrt(f.sse / Math.max(1, f.n));
    });
    return best;
  });
}

interface DrawsGiven {
  chip: ChipId;
  fits: readonly PairFit[];
  weights: readonly number[];
  matched: Matched;
  random: () => number;
}

/** Heights of replicates: blocks of time weighted by exponentials (a Bayesian bootstrap; Rubin 1981). */
function drawsOf({ chip, fits, weights, matched, random }: DrawsGiven): Record<Run, Heights> {
  const exponential = randomExponential.source(random)(1);
  const draws = pair((): Heights => ({ contact: [], air: [], plate: [] }));
  const blockWeights = pair(() => new Float64Array(0));
  for (let r = 0; r < REPLICATES; r++) {
    const fit = fits[pick(weights, random())];
    for (const run of RUNS) {
      const f = fit?.[run].get(chip);
      if (!f) continue;
      if (blockWeights[run].length !== f.eq.grams.length) blockWeights[run] = new Float64Array(f.eq.grams.length);
      const w = blockWeights[run];
      for (let b = 0; b < w.length; b++) w[b] = exponential();
      const rise = riseAt(f.eq.columns, replicate(f.eq, w, Uint8Array.from(f.passive)), matched.powerW);
      draws[run].contact.push(rise.contactK);
      draws[run].air.push(rise.airflowK);
      draws[run].plate.push(rise.plateK);
    }
  }
  return draws;
}

/**
 * The plate stays what it is: what seems to change of it is contact whose answer was slow. Changes what it is given.
 */
function plateIsContact(best: Record<Run, Best>, draws: Record<Run, Heights>): void {
  const moved = best.after.plate - best.before.plate;
  best.after.contact += moved;
  best.after.air -= moved;
  const movedIn = (i: number) => (draws.after.plate[i] ?? 0) - (draws.before.plate[i] ?? 0);
  draws.after.contact = draws.after.contact.map((c, i) => c + movedIn(i));
  draws.after.air = draws.after.air.map((a, i) => a - movedIn(i));
}

interface Shaken {
  normal: () => number;
  /** Doubt of the rooms' difference, K. */
  roomSd: number;
  /** The part of each height that the split may move, K. */
  split: Record<Run, number>;
}

function pathEstimate(
  path: "contact" | "airflow",
  level: Record<Run, number>,
  draws: Record<Run, number[]>,
  { normal, roomSd, split }: Shaken,
): PathEstimate {
  const shaken = (run: Run) =>
    draws[run].map(
      (v) =>
        v + level[run] * POWER_DRIFT * normal() + split[run] * SPLIT_SD * normal() + (roomSd / Math.SQRT2) * normal(),
    );
  const before = shaken("before");
  const after = shaken("after");
  return {
    path,
    before: figure(level.before, before),
    after: figure(level.after, after),
    change: figure(
      level.after - level.before,
      after.map((v, i) => v - (before[i] ?? 0)),
    ),
  };
}

/**
 * Interval around the best value: the spread of the draws by their standard deviation, at least as wide as the draws'
 * own bias.
 */
function figure(K: number, draws: number[]): Figure {
  const mean = draws.reduce((s, v) => s + v, 0) / draws.length;
  const sd = Math.sqrt(draws.reduce((s, v) => s + (v - mean) ** 2, 0) / Math.max(1, draws.length - 1));
  const half = 1.645 * Math.hypot(sd, mean - K);
  return { K, low: K - half, high: K + half };
}

/**
 * Time constant that dominates the air path, s: the mean of all by their heights, in the logarithm, so that a slow tail
 * of the case counts for little.
 */
export function dominantTau(lines: readonly SpectrumLine[]): number {
  const air = lines.filter((l) => l.path === "airflow");
  const total = air.reduce((s, l) => s + l.K, 0);
  return total > 0 ? Math.exp(air.reduce((s, l) => s + (l.K / total) * Math.log(l.tauS), 0)) : 0;
}

/** Heights per time constant, averaged over the fan exponents; lines under 0.05 K are left out. */
function spectrumOf(
  chip: ChipId,
  side: "before" | "after",
  fits: readonly PairFit[],
  weights: readonly number[],
  power: Matched["powerW"],
): SpectrumLine[] {
  const lines = new Map<string, SpectrumLine>();
  fits.forEach((fit, i) => {
    const f = fit[side].get(chip);
    f?.eq.columns.forEach((c, j) => {
      if (!c.driver || c.path === "nuisance") return;
      const key = `${c.path} ${c.tauS}`;
      const line = lines.get(key) ?? { path: c.path, tauS: c.tauS, K: 0 };
      line.K += (weights[i] ?? 0) * (f.x[j] ?? 0) * (power[c.driver] ?? 0);
      lines.set(key, line);
    });
  });
  return [...lines.values()].filter((l) => l.K >= 0.05).sort((a, b) => a.tauS - b.tauS);
}

function pick(weights: readonly number[], u: number): number {
  let s = 0;
  for (let i = 0; i < weights.length; i++) {
    s += weights[i] ?? 0;
    if (u <= s) return i;
  }
  return weights.length - 1;
}

/** Standard normal by the polar method from a uniform source. */
function gaussFrom(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
