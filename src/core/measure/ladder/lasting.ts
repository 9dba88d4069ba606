import { BLOCK_FAR_S, NOISE_K2, type Track } from "./track";

/** Blocks over which a residual may hang together. */
const MOST_LAG = 8;
/** Correlation below which it no longer does. */
const APART = 0.1;

/**
 * Noise of what a fit misses for minutes on end, over the noise of one independent block: a room that swings, work that
 * nobody logged. Means of the residual over blocks of half a minute; their variance times 1 + 2 Σρ, the sum over lags
 * until the correlation is gone (variance of a mean of autocorrelated readings, Bayley and Hammersley 1946).
 * @param rows weighted residuals of one chip in one run, one per step of the track
 */
export function lastingNoise(track: Track, rows: Float64Array): number {
  const means = blockMeans(track, rows);
  const n = means.length;
  if (n < 2 * MOST_LAG) return 0;
  const power = means.reduce((s, m) => s + m * m, 0) / n;
  if (power === 0) return 0;
  let hangs = 1;
  for (let lag = 1; lag <= MOST_LAG; lag++) {
    let s = 0;
    for (let i = lag; i < n; i++) s += (means[i] as number) * (means[i - lag] as number);
    const rho = s / (n - lag) / power;
    if (rho < APART) break;
    hangs += 2 * rho;
  }
  return (power * hangs) / NOISE_K2;
}

/** Mean residual, K, over each block of half a minute. */
function blockMeans(track: Track, rows: Float64Array): number[] {
  const out: number[] = [];
  let end = -Infinity;
  let sum = 0;
  let many = 0;
  for (let k = 0; k < rows.length; k++) {
    if ((track.endS[k] as number) > end) {
      if (many) out.push(sum / many);
      end = (track.endS[k] as number) - (track.h[k] as number) + BLOCK_FAR_S;
      sum = many = 0;
    }
    sum += (rows[k] as number) / (track.weight[k] as number);
    many++;
  }
  return many ? [...out, sum / many] : out;
}
