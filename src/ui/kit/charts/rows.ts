import type { Curve, CurvePoint } from "@/core/measure/log";

export type ChartRow = { t: number } & Record<string, number>;

/** Rows for a chart of several decimated curves: where a bucket holds a range, the line runs from low to high. */
export function chartRows(curves: readonly { key: string; points: readonly CurvePoint[] }[]): ChartRow[] {
  const rows = new Map<number, ChartRow>();
  const put = (t: number, key: string, v: number) => {
    const row: ChartRow = rows.get(t) ?? { t };
    row[key] = v;
    rows.set(t, row);
  };
  for (const c of curves) {
    const width = c.points.length > 1 ? ((c.points[1]?.t ?? 0) - (c.points[0]?.t ?? 0)) / 2 : 0;
    for (const p of c.points) {
      if (p.min === p.max) put(p.t, c.key, p.min);
      else {
        put(p.t, c.key, p.min);
        put(p.t + width, c.key, p.max);
      }
    }
  }
  return [...rows.values()].sort((a, b) => a.t - b.t);
}

export function extent(curves: readonly Pick<Curve, "points">[], pad: number): [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (const c of curves) for (const p of c.points) [low, high] = [Math.min(low, p.min), Math.max(high, p.max)];
  if (!(low <= high)) return [0, 1];
  return [low - pad, high + pad];
}
