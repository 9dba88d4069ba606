import clipping, { type Pair } from "polygon-clipping";
import { areaOf, boundsOf, type Point } from "./geometry";

/** Area two rings share, mm². Rings whose bounds stand apart cost nothing. */
export function overlapMm2(a: readonly Point[], b: readonly Point[]): number {
  if (a.length < 3 || b.length < 3) return 0;
  const p = boundsOf(a);
  const q = boundsOf(b);
  if (p.right <= q.left || q.right <= p.left || p.bottom <= q.top || q.bottom <= p.top) return 0;
  try {
    const shared = clipping.intersection([a.map(([x, y]): Pair => [x, y])], [b.map(([x, y]): Pair => [x, y])]);
    return shared.reduce((s, poly) => s + poly.reduce((t, ring, i) => t + (i === 0 ? 1 : -1) * areaOf(ring), 0), 0);
  } catch {
    // a ring that crosses itself in a way the clipper gives up on counts as lying apart
    return 0;
  }
}
