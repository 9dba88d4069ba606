import { designColumns, type Column, type DesignOptions, type ResponseCache } from "./design";
import { PLATE_SPAN_S } from "./kernels";
import { nnls } from "./nnls";
import type { ChipId, Series } from "./series";

/** Normal equations of one chip's fit, summed per block of time, so that blocks can be weighted anew. */
export interface BlockEquations {
  columns: Column[];
  free: Uint8Array;
  /** Per block: AᵀA (n × n) and Aᵀb (n). */
  grams: Float64Array[];
  moments: Float64Array[];
  /** bᵀb and the number of readings over all blocks. */
  square: number;
  count: number;
  /** What the priors add to the diagonal. */
  ridge: Float64Array;
}

/** A solved fit. Resistances per column in K/W (K per full load where no power was logged). */
export interface Solution {
  x: Float64Array;
  /** Sum of squared residuals, K². */
  sse: number;
  n: number;
}

export const BLOCK_S = 40;
/**
 * Variance of one reading the priors are weighed against, K². Readings within a block hang together: a prior weighs as
 * much as a block.
 */
const NOISE = 0.2;
/** Around the edges of the load every reading counts; elsewhere every third stands for three. */
const EDGE_BEFORE_S = 15;
const EDGE_AFTER_S = 75;
/** Every so many readings are kept between the edges. */
const THIN = 3;

/** Sets up the equations of one chip in one run. Readings that are missing take no part. */
export function blockEquations(
  series: Series,
  chip: ChipId,
  options: DesignOptions,
  cache?: ResponseCache,
): BlockEquations {
  const columns = designColumns(series, chip, options, cache);
  const own = series.chips.find((c) => c.chip === chip);
  const { rows, roots, rise } = readings(series, own?.tempC ?? new Float64Array(0));
  const n = columns.length;
  const values = columns.map((c) => {
    const out = new Float64Array(rows.length);
    for (let k = 0; k < out.length; k++) out[k] = (c.values[rows[k] as number] as number) * (roots[k] as number);
    return out;
  });
  const { timeS } = series;
  const start = timeS[0] ?? 0;
  const blocks = Math.max(1, Math.ceil(((timeS[timeS.length - 1] ?? 0) - start + 1e-6) / BLOCK_S));
  const grams: Float64Array[] = [];
  const moments: Float64Array[] = [];
  const diagonal = new Float64Array(n);
  let from = 0;
  for (let b = 0; b < blocks; b++) {
    let to = from;
    while (to < rows.length && (timeS[rows[to] as number] as number) - start < (b + 1) * BLOCK_S) to++;
    const gram = new Float64Array(n * n);
    const moment = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      const ci = values[i] as Float64Array;
      moment[i] = dot(ci, rise, from, to);
      for (let j = 0; j <= i; j++) gram[i * n + j] = gram[j * n + i] = dot(ci, values[j] as Float64Array, from, to);
      diagonal[i] = (diagonal[i] as number) + (gram[i * n + i] as number);
    }
    grams.push(gram);
    moments.push(moment);
    from = to;
  }
  const least = Math.max(...diagonal) * 1e-7;
  const ridge = Float64Array.from(columns, (c) =>
    Number.isFinite(c.priorSd) ? (NOISE * BLOCK_S) / (c.priorSd * c.priorSd) : least,
  );
  return {
    columns,
    free: Uint8Array.from(columns, (c) => (c.free ? 1 : 0)),
    grams,
    moments,
    square: dot(rise, rise, 0, rise.length),
    count: dot(roots, roots, 0, roots.length),
    ridge,
  };
}

function dot(a: Float64Array, b: Float64Array, from: number, to: number): number {
  let s = 0;
  for (let k = from; k < to; k++) s += (a[k] as number) * (b[k] as number);
  return s;
}

/** Rows with a reading that take part, the root of the weight of each, and the weighted rise over the room. */
function readings(series: Series, tempC: Float64Array): { rows: Uint32Array; roots: Float64Array; rise: Float64Array } {
  const { timeS, room, on, off } = series;
  const edges = [timeS[on] ?? 0, timeS[off] ?? Infinity];
  const rows: number[] = [];
  const roots: number[] = [];
  const rise: number[] = [];
  const thin = timeS.length > 500 ? THIN : 1;
  for (let k = 0; k < timeS.length; k++) {
    const t = timeS[k] as number;
    const near = edges.some((e) => t > e - EDGE_BEFORE_S && t < e + EDGE_AFTER_S);
    if (!near && k % thin !== 0) continue;
    const y = (tempC[k] as number) - (room ? (room[k] as number) : 0);
    if (!Number.isFinite(y)) continue;
    const root = near ? 1 : Math.sqrt(thin);
    rows.push(k);
    roots.push(root);
    rise.push(y * root);
  }
  return { rows: Uint32Array.from(rows), roots: Float64Array.from(roots), rise: Float64Array.from(rise) };
}

/** Sum of the blocks with the given weights (all 1 without), priors added. */
function sumBlocks(eq: BlockEquations, weights: Float64Array | null): { gram: Float64Array; moment: Float64Array } {
  const n = eq.columns.length;
  const gram = new Float64Array(n * n);
  const moment = new Float64Array(n);
  for (let b = 0; b < eq.grams.length; b++) {
    const w = weights ? (weights[b] as number) : 1;
    const g = eq.grams[b] as Float64Array;
    const m = eq.moments[b] as Float64Array;
    for (let i = 0; i < gram.length; i++) gram[i] = (gram[i] as number) + w * (g[i] as number);
    for (let i = 0; i < n; i++) moment[i] = (moment[i] as number) + w * (m[i] as number);
  }
  for (let i = 0; i < n; i++) gram[i * n + i] = (gram[i * n + i] as number) + (eq.ridge[i] as number);
  return { gram, moment };
}

/** The plain fit. `start` is a warm start, changed in place. */
export function solveBlocks(eq: BlockEquations, start: Uint8Array): Solution {
  const { gram, moment } = sumBlocks(eq, null);
  const x = nnls(gram, moment, eq.free, start);
  const n = x.length;
  let sse = eq.square;
  for (let i = 0; i < n; i++) {
    const xi = x[i] as number;
    if (xi === 0) continue;
    sse -= 2 * xi * (moment[i] as number) + xi * xi * (eq.ridge[i] as number);
    for (let j = 0; j < n; j++) sse += xi * (x[j] as number) * (gram[i * n + j] as number);
  }
  return { x, sse: Math.max(0, sse), n: eq.count };
}

/**
 * Rise of the chip over the room, split by path, in K, at fixed powers and the reference fan speed; `plateK` is the
 * part of airflow that the cold plate may hold.
 */
export function riseAt(
  columns: readonly Column[],
  x: Float64Array,
  power: Partial<Record<ChipId, number>>,
): { contactK: number; airflowK: number; plateK: number } {
  let contactK = 0;
  let airflowK = 0;
  let plateK = 0;
  columns.forEach((c, i) => {
    if (!c.driver) return;
    const k = (x[i] ?? 0) * (power[c.driver] ?? 0);
    if (c.path === "contact") contactK += k;
    else airflowK += k;
    if (c.path === "airflow" && c.tauS >= PLATE_SPAN_S[0] && c.tauS <= PLATE_SPAN_S[1]) plateK += k;
  });
  return { contactK, airflowK, plateK };
}
