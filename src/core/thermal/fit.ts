import { designColumns, type Column, type DesignOptions } from "./design";
import { nnls } from "./nnls";
import type { ChipId, Series } from "./series";

/** Normal equations of one chip's fit, summed per block of time, so that blocks can be weighted anew. */
export interface BlockEquations {
  columns: Column[];
  free: Uint8Array;
  /** Per block: AᵀA (n × n), Aᵀb (n), bᵀb and the number of readings. */
  grams: Float64Array[];
  moments: Float64Array[];
  squares: Float64Array;
  counts: Float64Array;
  /** Variance of one reading the priors are weighed against, K². */
  noise: number;
}

/** A solved fit. Resistances per column in K/W (K per full load where no power was logged). */
export interface Solution {
  x: Float64Array;
  /** Sum of squared residuals, K². */
  sse: number;
  n: number;
}

export const BLOCK_S = 40;

/** Sets up the equations of one chip in one run. Readings that are missing take no part. */
export function blockEquations(series: Series, chip: ChipId, options: DesignOptions): BlockEquations {
  const columns = designColumns(series, chip, options);
  const n = columns.length;
  const own = series.chips.find((c) => c.chip === chip);
  const { timeS } = series;
  const start = timeS[0] ?? 0;
  const blocks = Math.max(1, Math.ceil(((timeS[timeS.length - 1] ?? 0) - start + 1e-6) / BLOCK_S));
  const grams = Array.from({ length: blocks }, () => new Float64Array(n * n));
  const moments = Array.from({ length: blocks }, () => new Float64Array(n));
  const squares = new Float64Array(blocks);
  const counts = new Float64Array(blocks);
  const row = new Float64Array(n);
  for (let k = 0; k < timeS.length; k++) {
    const y = (own?.tempC[k] ?? NaN) - (series.room?.[k] ?? 0);
    if (!Number.isFinite(y)) continue;
    const b = Math.min(blocks - 1, Math.floor(((timeS[k] ?? 0) - start) / BLOCK_S));
    const gram = grams[b] as Float64Array;
    const moment = moments[b] as Float64Array;
    for (let i = 0; i < n; i++) row[i] = (columns[i] as Column).values[k] ?? 0;
    for (let i = 0; i < n; i++) {
      const ri = row[i] ?? 0;
      moment[i] = (moment[i] ?? 0) + ri * y;
      const base = i * n;
      for (let j = 0; j <= i; j++) gram[base + j] = (gram[base + j] ?? 0) + ri * (row[j] ?? 0);
    }
    squares[b] = (squares[b] ?? 0) + y * y;
    counts[b] = (counts[b] ?? 0) + 1;
  }
  for (const gram of grams) for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) gram[j * n + i] = gram[i * n + j] ?? 0;
  return { columns, free: Uint8Array.from(columns, (c) => (c.free ? 1 : 0)), grams, moments, squares, counts, noise: 0.2 };
}

/** Solves with the blocks weighted by `weights` (all 1 for the plain fit). `start` is a warm start, changed in place. */
export function solveBlocks(eq: BlockEquations, weights: ArrayLike<number> | null, start: Uint8Array): Solution {
  const n = eq.columns.length;
  const gram = new Float64Array(n * n);
  const moment = new Float64Array(n);
  let bb = 0;
  let count = 0;
  for (let b = 0; b < eq.grams.length; b++) {
    const w = weights ? (weights[b] ?? 0) : 1;
    const g = eq.grams[b] as Float64Array;
    const m = eq.moments[b] as Float64Array;
    for (let i = 0; i < g.length; i++) gram[i] = (gram[i] ?? 0) + w * (g[i] ?? 0);
    for (let i = 0; i < n; i++) moment[i] = (moment[i] ?? 0) + w * (m[i] ?? 0);
    bb += w * (eq.squares[b] ?? 0);
    count += w * (eq.counts[b] ?? 0);
  }
  // readings within a block hang together: a prior weighs as much as a block, not as one reading
  const scale = eq.noise * BLOCK_S;
  let trace = 0;
  for (let i = 0; i < n; i++) trace = Math.max(trace, gram[i * n + i] ?? 0);
  const full = Float64Array.from(gram);
  for (let i = 0; i < n; i++) {
    const sd = eq.columns[i]?.priorSd ?? Infinity;
    const ridge = Number.isFinite(sd) ? scale / (sd * sd) : trace * 1e-7;
    gram[i * n + i] = (gram[i * n + i] ?? 0) + ridge;
  }
  const x = nnls(gram, moment, eq.free, start);
  let sse = bb;
  for (let i = 0; i < n; i++) {
    const xi = x[i] ?? 0;
    if (xi === 0) continue;
    sse -= 2 * xi * (moment[i] ?? 0);
    for (let j = 0; j < n; j++) sse += xi * (x[j] ?? 0) * (full[i * n + j] ?? 0);
  }
  return { x, sse: Math.max(0, sse), n: count };
}

/** Rise of the chip over the room, split by path, in K, at fixed powers and the reference fan speed. */
export function riseAt(columns: readonly Column[], x: Float64Array, power: Partial<Record<ChipId, number>>): { contactK: number; airflowK: number } {
  let contactK = 0;
  let airflowK = 0;
  columns.forEach((c, i) => {
    if (!c.driver) return;
    const k = (x[i] ?? 0) * (power[c.driver] ?? 0);
    if (c.path === "contact") contactK += k;
    else airflowK += k;
  });
  return { contactK, airflowK };
}
