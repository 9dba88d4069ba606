/** Points rounded to hundredths: a curve on screen needs no more, and travels far lighter. */
export const roundPoints = (points: readonly CurvePoint[]): CurvePoint[] =>
  points.map((p) => ({ t: hundredths(p.t), min: hundredths(p.min), max: hundredths(p.max) }));

const hundredths = (v: number): number => Math.round(v * 100) / 100;

/** The curve in a box of 1 × 1, about 80 points: its shape without its figures. */
export function shapeIn(timeS: ArrayLike<number>, values: ArrayLike<number>): [x: number, y: number][] {
  const points = decimate(timeS, values, 80);
  const start = points[0]?.t ?? 0;
  const span = (points[points.length - 1]?.t ?? 1) - start || 1;
  let low = Infinity;
  let high = -Infinity;
  for (const p of points) [low, high] = [Math.min(low, p.min), Math.max(high, p.max)];
  const height = high - low || 1;
  return points.map((p) => [hundredths((p.t - start) / span), hundredths(((p.min + p.max) / 2 - low) / height)]);
}

/** The same shape over rows instead of times, for a column whose run is not known yet. */
export function shapeOfRows(values: ArrayLike<number>): [x: number, y: number][] {
  const stride = Math.max(1, Math.floor(values.length / 8000));
  const n = Math.floor(values.length / stride);
  const rows = new Float64Array(n);
  const own = new Float64Array(n);
  for (let i = 0; i < n; i++) [rows[i], own[i]] = [i, values[i * stride] ?? NaN];
  return shapeIn(rows, own);
}

/** One bucket of a decimated curve: the time of its middle and the lowest and highest reading within. */
export interface CurvePoint {
  t: number;
  min: number;
  max: number;
}

/**
 * Min/max per bucket over equal spans of time, so that a million rows draw as fast as a thousand and no peak
 * is lost. Buckets without a reading are left out; gaps show as missing points.
 * @param buckets most points returned; with fewer readings than that, every reading is its own point
 *
 * @example
 * decimate([0, 1, 2, 3], [40, 90, 41, 42], 2);
 * // [{ t: 0.75, min: 40, max: 90 }, { t: 2.25, min: 41, max: 42 }]
 */
export function decimate(
  timeS: ArrayLike<number>,
  values: ArrayLike<number>,
  buckets: number,
  fromS = timeS[0] ?? 0,
  toS = timeS[timeS.length - 1] ?? 0,
): CurvePoint[] {
  const out: CurvePoint[] = [];
  const n = Math.min(timeS.length, values.length);
  if (n <= buckets) {
    for (let i = 0; i < n; i++) {
      const t = timeS[i] ?? 0;
      const v = values[i] ?? NaN;
      if (t >= fromS && t <= toS && Number.isFinite(v)) out.push({ t, min: v, max: v });
    }
    return out;
  }
  const width = (toS - fromS) / buckets || 1;
  let bucket = -1;
  let min = Infinity;
  let max = -Infinity;
  const flush = () => {
    if (min <= max) out.push({ t: fromS + (bucket + 0.5) * width, min, max });
    min = Infinity;
    max = -Infinity;
  };
  for (let i = 0; i < n; i++) {
    const t = timeS[i] ?? 0;
    const v = values[i] ?? NaN;
    if (t < fromS || t > toS || !Number.isFinite(v)) continue;
    const b = Math.min(buckets - 1, Math.floor((t - fromS) / width));
    if (b !== bucket) {
      flush();
      bucket = b;
    }
    if (v < min) min = v;
    if (v > max) max = v;
  }
  flush();
  return out;
}
