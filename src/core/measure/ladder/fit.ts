import { ladderAt, Places, startOf, unknownsOf, type Ladder, type LadderGiven } from "./parameters";
import type { Track } from "./track";
import { factorOf, inverseOf, solved } from "./factor";
import { LossMemo } from "./loss";
import { lastingNoise } from "./lasting";
import { walk } from "./walk";

export type RunName = "before" | "after";

/** A ladder fitted to both runs at once. */
export interface JointFit {
  given: LadderGiven;
  tracks: Record<RunName, Track>;
  places: Places;
  /** The fitted point in normalised unknowns: value less typical value, over one sigma. */
  u: Float64Array;
  /** Covariance of u, row by row. */
  covariance: Float64Array;
  /** Misfit over what the noise allows; above 1 the model misses something. */
  chi2: number;
  /** Independent readings left over the unknowns. */
  freeBlocks: number;
  /** Root mean square of what the fit leaves, K, per run and chip. */
  residualK: Record<RunName, number[]>;
  steps: number;
}

const MOST_STEPS = 30;
/** Step of a numeric derivative, in sigmas of the unknown. */
const STEP = 0.01;
/** A step that lowers the cost by less than this share ends the fit. */
const ENOUGH = 0.0015;
/** The model's noise may be this much smaller than usual before the interval follows. */
const LEAST_CHI2 = 0.35;

/** A figure of the machine this many sigma off, or a misfit this large, asks for a second start. */
const STRANGE = 2.6;
/** A misfit per reading so large asks for a second start. */
const STRANGE_CHI2 = 2.5;

/**
 * Fits one ladder to two tracks, from where another method points. Where that ends at a strange machine the fit starts
 * once more, from the typical one, and the likelier of the two counts.
 */
export function fitLadder(tracks: Record<RunName, Track>, given: LadderGiven): JointFit {
  const problem = new Problem(tracks, given);
  const first = descend(problem, tracks, given, startOf(problem.places, given));
  if (!given.guess || !isStrange(first)) return first;
  const second = descend(problem, tracks, given, new Float64Array(problem.size));
  return costAlone(second) < costAlone(first) ? second : first;
}

const isStrange = (fit: JointFit): boolean =>
  fit.chi2 > STRANGE_CHI2 ||
  fit.places.unknowns.some((unknown, i) => unknown.on === "both" && Math.abs(fit.u[i] as number) > STRANGE);

/** Cost without the second weighting: two fits of one pair compare. */
const costAlone = (fit: JointFit): number => fit.chi2 * fit.freeBlocks + sumSquares(fit.u);

/** Levenberg–Marquardt (Moré 1978) from one start. */
function descend(
  problem: Problem,
  tracks: Record<RunName, Track>,
  given: LadderGiven,
  start: Float64Array<ArrayBuffer>,
): JointFit {
  const n = problem.size;
  const free = Math.max(10, problem.blocks - n / 2);
  let u = start;
  let rows = problem.residuals(u);
  let noise = 1;
  let cost = costOf(rows, u, noise);
  let lambda = 0.1;
  let gram: Float64Array = new Float64Array(n * n);
  let steps = 0;
  let reweighted = false;
  for (; steps < MOST_STEPS; steps++) {
    const slopes = problem.normal(u, rows, noise);
    gram = slopes.gram;
    const before = cost;
    let moved = false;
    for (let tries = 0; tries < 6; tries++) {
      const step = bentStep(problem, { u, rows, noise, slopes }, lambda);
      const next = Float64Array.from(u, (v, i) => clamp(v + (step[i] as number)));
      const nextRows = problem.residuals(next);
      const nextCost = costOf(nextRows, next, noise);
      if (nextCost < cost) {
        [u, rows, cost, moved] = [next, nextRows, nextCost, true];
        lambda = Math.max(1e-4, lambda / 6);
        break;
      }
      lambda *= 5;
    }
    if (!moved || before - cost < ENOUGH * (1 + cost)) {
      if (reweighted) break;
      // what the model misses widens everything: the prior then counts for what it is worth
      reweighted = true;
      noise = Math.max(LEAST_CHI2, sumSquares(rows) / free, problem.lasting(rows));
      cost = costOf(rows, u, noise);
      lambda = 0.01;
    }
  }
  return {
    given,
    tracks,
    places: problem.places,
    u,
    covariance: inverseOf(gram, n),
    chi2: sumSquares(rows) / free,
    freeBlocks: free,
    residualK: problem.residualsK(rows),
    steps,
  };
}

interface Slopes {
  gram: Float64Array;
  moment: Float64Array;
  /** Change of each row with each unknown, over the rows it moves. */
  columns: { values: Float64Array; from: number; to: number }[];
}

interface Here {
  u: Float64Array;
  rows: Float64Array;
  noise: number;
  slopes: Slopes;
}

/** How far along the step its bend is looked at, and the most it may bend. */
const LOOK = 0.1;
const MOST_BEND = 0.75;

/**
 * A step that follows the valley's bend: half the geodesic acceleration is added to the damped step where it is small
 * against it (Transtrum and Sethna 2012). One more walk saves several steps: paste, pipe and plate trade places slowly.
 */
function bentStep(problem: Problem, { u, rows, noise, slopes }: Here, lambda: number): Float64Array {
  const factor = factorOf(slopes.gram, u.length, lambda);
  const step = solved(factor, slopes.moment);
  const ahead = problem.residuals(Float64Array.from(u, (v, i) => v + LOOK * (step[i] as number)));
  const bend = new Float64Array(rows.length);
  for (let k = 0; k < bend.length; k++) bend[k] = ((ahead[k] as number) - (rows[k] as number)) / LOOK;
  slopes.columns.forEach(({ values, from, to }, i) => {
    const s = step[i] as number;
    for (let k = from; k < to; k++) bend[k] = (bend[k] as number) - s * (values[k] as number);
  });
  const pull = Float64Array.from(slopes.columns, ({ values, from, to }) => {
    let s = 0;
    for (let k = from; k < to; k++) s += (values[k] as number) * (bend[k] as number);
    return (-2 * s) / LOOK / noise;
  });
  const curve = solved(factor, pull);
  if (Math.sqrt(sumSquares(curve)) > MOST_BEND * Math.sqrt(sumSquares(step))) return step;
  return step.map((v, i) => v + 0.5 * (curve[i] as number));
}

/** Unknowns stay within four sigma: beyond it no laptop is built so, and a start that was off finds no way back. */
const clamp = (v: number): number => Math.max(-4, Math.min(4, v));

const sumSquares = (rows: Float64Array): number => {
  let s = 0;
  for (const r of rows) s += r * r;
  return s;
};
const costOf = (rows: Float64Array, u: Float64Array, noise: number): number => sumSquares(rows) / noise + sumSquares(u);

class Problem {
  readonly places: Places;
  readonly size: number;
  readonly blocks: number;
  private readonly chips: number;
  private readonly spans: { run: RunName; from: number; steps: number }[];
  private readonly total: number;
  private readonly memos = { before: new LossMemo(), after: new LossMemo() };

  constructor(
    private readonly tracks: Record<RunName, Track>,
    given: LadderGiven,
  ) {
    this.chips = given.chips.length;
    this.places = new Places(unknownsOf(given, tracks));
    this.size = this.places.unknowns.length;
    let from = 0;
    this.spans = (["before", "after"] as const).map((run) => {
      const steps = tracks[run].h.length;
      const span = { run, from, steps };
      from += steps * this.chips;
      return span;
    });
    this.total = from;
    this.blocks = tracks.before.blocks + tracks.after.blocks;
  }

  ladder(u: Float64Array, run: RunName): Ladder {
    return ladderAt(this.places, u, run, this.chips, this.tracks[run].stretches);
  }

  residuals(u: Float64Array): Float64Array {
    const rows = new Float64Array(this.total);
    for (const { run } of this.spans) this.fill(rows, u, run);
    return rows;
  }

  private fill(rows: Float64Array, u: Float64Array, run: RunName): void {
    const span = this.spans.find((s) => s.run === run);
    if (!span) return;
    const track = this.tracks[run];
    const outs = Array.from({ length: this.chips }, (_, c) =>
      rows.subarray(span.from + c * span.steps, span.from + (c + 1) * span.steps),
    );
    walk(track, this.ladder(u, run), outs, this.memos[run]);
    outs.forEach((out, c) => {
      const read = track.read[c] as Float64Array;
      for (let k = 0; k < out.length; k++) {
        const r = ((out[k] as number) - (read[k] as number)) * (track.weight[k] as number);
        out[k] = r === r ? r : 0;
      }
    });
  }

  /** JᵀJ + 1 and −(Jᵀr + u), by forward differences; an unknown of one run moves that run alone. */
  normal(u: Float64Array, rows: Float64Array, noise: number): Slopes {
    const n = this.size;
    const columns: Slopes["columns"] = [];
    const nudged = Float64Array.from(u);
    this.places.unknowns.forEach((unknown, i) => {
      nudged[i] = (u[i] as number) + STEP;
      const spans = this.spans.filter((s) => unknown.on === "both" || unknown.on === s.run);
      const values = new Float64Array(this.total);
      for (const s of spans) this.fill(values, nudged, s.run);
      nudged[i] = u[i] as number;
      const from = spans[0]?.from ?? 0;
      const last = spans[spans.length - 1];
      const to = last ? last.from + last.steps * this.chips : 0;
      for (let k = from; k < to; k++) values[k] = ((values[k] as number) - (rows[k] as number)) / STEP;
      columns.push({ values, from, to });
    });
    const gram = new Float64Array(n * n);
    const moment = new Float64Array(n);
    columns.forEach((a, i) => {
      let m = 0;
      for (let k = a.from; k < a.to; k++) m += (a.values[k] as number) * (rows[k] as number);
      moment[i] = -m / noise - (u[i] as number);
      for (let j = 0; j <= i; j++) {
        const b = columns[j] as (typeof columns)[number];
        const from = Math.max(a.from, b.from);
        const to = Math.min(a.to, b.to);
        let s = 0;
        for (let k = from; k < to; k++) s += (a.values[k] as number) * (b.values[k] as number);
        gram[i * n + j] = gram[j * n + i] = s / noise + (i === j ? 1 : 0);
      }
    });
    return { gram, moment, columns };
  }

  /** Noise of what the model misses for minutes on end, over that of independent blocks: the worst of all readings. */
  lasting(rows: Float64Array): number {
    return Math.max(
      0,
      ...this.spans.flatMap(({ run, from, steps }) => {
        const track = this.tracks[run];
        return track.read.map((_, c) => lastingNoise(track, rows.subarray(from + c * steps, from + (c + 1) * steps)));
      }),
    );
  }

  residualsK(rows: Float64Array): Record<RunName, number[]> {
    const of = (run: RunName): number[] => {
      const span = this.spans.find((s) => s.run === run);
      const { weight } = this.tracks[run];
      return Array.from({ length: this.chips }, (_, c) => {
        let s = 0;
        let n = 0;
        for (let k = 0; k < weight.length; k++) {
          const r = (rows[(span?.from ?? 0) + c * weight.length + k] as number) / (weight[k] as number);
          s += r * r;
          n++;
        }
        return Math.sqrt(s / Math.max(1, n));
      });
    };
    return { before: of("before"), after: of("after") };
  }
}

/** What the fitted ladder reads on each chip along a run, °C per step; the first step of a stretch has no reading. */
export function readingsOf(fit: JointFit, run: RunName): Float64Array[] {
  const { tracks, places, u, given } = fit;
  const out = given.chips.map(() => new Float64Array(tracks[run].h.length));
  walk(tracks[run], ladderAt(places, u, run, given.chips.length, tracks[run].stretches), out);
  return out;
}
