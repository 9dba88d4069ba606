import { polygonArea, polygonContains } from "d3-polygon";
import { isPath, type Box, type Part, type PathPoint, type Side } from "./parts";

export type Point = readonly [x: number, y: number];

const RAD = Math.PI / 180;

/** A point of a part's own frame (centre 0, 0) on the sheet, mm. */
export function onSheet(box: Box, x: number, y: number): Point {
  const c = Math.cos(box.turnDeg * RAD);
  const s = Math.sin(box.turnDeg * RAD);
  return [box.xMm + x * c - y * s, box.yMm + x * s + y * c];
}

/** A rectangle of the part's own frame as a ring of four points on the sheet. */
export const ringIn = (box: Box, x: number, y: number, w: number, h: number): Point[] => [
  onSheet(box, x, y),
  onSheet(box, x + w, y),
  onSheet(box, x + w, y + h),
  onSheet(box, x, y + h),
];

/** The four corners of a box part on the sheet. */
export const corners = (box: Box): Point[] => ringIn(box, -box.wMm / 2, -box.hMm / 2, box.wMm, box.hMm);

/** A straight piece or an arc of a centre line. */
export type LinePiece =
  | { kind: "line"; from: Point; to: Point }
  | { kind: "arc"; from: Point; to: Point; centre: Point; radiusMm: number; sweepDeg: number };

/**
 * The true centre line of a path: straight pieces and tangent arcs. A radius that does not fit between its
 * neighbours is made as large as fits (at most half of the shorter piece's tangent length).
 */
export function centreLine(points: readonly PathPoint[]): LinePiece[] {
  const pieces: LinePiece[] = [];
  let at: Point | null = null;
  for (let i = 0; i < points.length; i++) {
    const p = points[i];
    if (!p) continue;
    const here: Point = [p.xMm, p.yMm];
    const prev = points[i - 1];
    const next = points[i + 1];
    const arc =
      prev && next && p.bendMm > 0
        ? fillet([[prev.xMm, prev.yMm], here, [next.xMm, next.yMm]], p.bendMm, [i > 1, i < points.length - 2])
        : null;
    if (arc) {
      if (at) pieces.push({ kind: "line", from: at, to: arc.from });
      pieces.push(arc);
      at = arc.to;
    } else {
      if (at) pieces.push({ kind: "line", from: at, to: here });
      at = here;
    }
  }
  return pieces.filter((p) => p.kind === "arc" || Math.hypot(p.to[0] - p.from[0], p.to[1] - p.from[1]) > 1e-9);
}

/** The tangent arc at b of the corner a-b-c, as near the wanted radius as fits; a shared leg gives it half. */
function fillet(
  [a, b, c]: readonly [Point, Point, Point],
  wantedMm: number,
  [shareA, shareC]: readonly [boolean, boolean],
): Extract<LinePiece, { kind: "arc" }> | null {
  const ua: Point = [a[0] - b[0], a[1] - b[1]];
  const uc: Point = [c[0] - b[0], c[1] - b[1]];
  const la = Math.hypot(...ua);
  const lc = Math.hypot(...uc);
  if (la < 1e-6 || lc < 1e-6) return null;
  const cos = Math.max(-1, Math.min(1, (ua[0] * uc[0] + ua[1] * uc[1]) / (la * lc)));
  const inner = Math.acos(cos);
  if (inner > Math.PI - 1e-4 || inner < 1e-3) return null;
  const half = Math.tan(inner / 2);
  const tangent = Math.min(wantedMm / half, la * (shareA ? 0.5 : 1), lc * (shareC ? 0.5 : 1));
  const radiusMm = tangent * half;
  const from: Point = [b[0] + (ua[0] / la) * tangent, b[1] + (ua[1] / la) * tangent];
  const to: Point = [b[0] + (uc[0] / lc) * tangent, b[1] + (uc[1] / lc) * tangent];
  const left = ua[0] * uc[1] - ua[1] * uc[0] < 0;
  const toCentre = Math.hypot(radiusMm, tangent);
  const mid: Point = [ua[0] / la + uc[0] / lc, ua[1] / la + uc[1] / lc];
  const lm = Math.hypot(...mid) || 1;
  return {
    kind: "arc",
    from,
    to,
    centre: [b[0] + (mid[0] / lm) * toCentre, b[1] + (mid[1] / lm) * toCentre],
    radiusMm,
    sweepDeg: ((Math.PI - inner) / RAD) * (left ? 1 : -1),
  };
}

/** Length of a centre line along its bends, mm. */
export const lengthOf = (points: readonly PathPoint[]): number =>
  centreLine(points).reduce(
    (s, p) =>
      s +
      (p.kind === "line"
        ? Math.hypot(p.to[0] - p.from[0], p.to[1] - p.from[1])
        : Math.abs(p.sweepDeg) * RAD * p.radiusMm),
    0,
  );

/** Tightest radius to the centre line, mm; null for a straight path. */
export function tightestBend(points: readonly PathPoint[]): number | null {
  const arcs = centreLine(points).flatMap((p) => (p.kind === "arc" ? [p.radiusMm] : []));
  return arcs.length ? Math.min(...arcs) : null;
}

/** Sum of all bends, in right angles. */
export const rightAngles = (points: readonly PathPoint[]): number =>
  centreLine(points).reduce((s, p) => s + (p.kind === "arc" ? Math.abs(p.sweepDeg) / 90 : 0), 0);

/** Points along a centre line with the direction there; arcs in steps of about `stepDeg`. */
export function sampled(points: readonly PathPoint[], stepDeg = 10): { at: Point; along: Point }[] {
  const out: { at: Point; along: Point }[] = [];
  for (const p of centreLine(points)) {
    if (p.kind === "line") {
      const l = Math.hypot(p.to[0] - p.from[0], p.to[1] - p.from[1]);
      const along: Point = [(p.to[0] - p.from[0]) / l, (p.to[1] - p.from[1]) / l];
      out.push({ at: p.from, along }, { at: p.to, along });
      continue;
    }
    const n = Math.max(2, Math.ceil(Math.abs(p.sweepDeg) / stepDeg));
    const start = Math.atan2(p.from[1] - p.centre[1], p.from[0] - p.centre[0]);
    for (let i = 0; i <= n; i++) {
      const a = start + (i / n) * p.sweepDeg * RAD;
      const way = Math.sign(p.sweepDeg);
      out.push({
        at: [p.centre[0] + p.radiusMm * Math.cos(a), p.centre[1] + p.radiusMm * Math.sin(a)],
        along: [-Math.sin(a) * way, Math.cos(a) * way],
      });
    }
  }
  return out;
}

/** The outline of a path of a given width, as a ring. */
export function ribbon(points: readonly PathPoint[], widthMm: number): Point[] {
  const s = sampled(points);
  const half = widthMm / 2;
  const left = s.map(({ at, along }): Point => [at[0] - along[1] * half, at[1] + along[0] * half]);
  const right = s.map(({ at, along }): Point => [at[0] + along[1] * half, at[1] - along[0] * half]);
  return [...left, ...right.reverse()];
}

/** The area a part covers on the sheet, as one ring. */
export function footprint(part: Part): Point[] {
  if (!isPath(part)) return corners(part);
  if (part.kind === "pipe") return ribbon(part.points, part.widthMm);
  if (part.kind === "cable") return ribbon(part.points, part.form === "ribbon" ? 8 : 2);
  return part.points.map((p): Point => [p.xMm, p.yMm]);
}

export interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The rectangle along the axes that holds all points; zero-sized at the origin for none. */
export function boundsOf(ring: readonly Point[]): Bounds {
  if (ring.length === 0) return { left: 0, top: 0, right: 0, bottom: 0 };
  const b = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const [x, y] of ring) {
    b.left = Math.min(b.left, x);
    b.right = Math.max(b.right, x);
    b.top = Math.min(b.top, y);
    b.bottom = Math.max(b.bottom, y);
  }
  return b;
}

export const boundsOfPart = (part: Part): Bounds => boundsOf(footprint(part));
export const boundsOfParts = (parts: readonly Part[]): Bounds => boundsOf(parts.flatMap(footprint));

/** Centre of a part's bounds. */
export function centreOf(part: Part): Point {
  if (!isPath(part)) return [part.xMm, part.yMm];
  const b = boundsOfPart(part);
  return [(b.left + b.right) / 2, (b.top + b.bottom) / 2];
}

/** Whether a point lies in a ring (even-odd rule). */
export const inside = (ring: readonly Point[], x: number, y: number): boolean => polygonContains(ring as Ring, [x, y]);

/** Area of a ring, mm². */
export const areaOf = (ring: readonly Point[]): number => Math.abs(polygonArea(ring as Ring));

/** A ring as d3-polygon takes it. */
type Ring = [number, number][];

/** A band along one side of a box, from `inMm` inside it to `outMm` outside; for outlets and inlets. */
export function sideBand(box: Box, side: Side, inMm: number, outMm: number): Point[] {
  const { wMm: w, hMm: h } = box;
  const deep = inMm + outMm;
  if (side === "top") return ringIn(box, -w / 2, -h / 2 - outMm, w, deep);
  if (side === "bottom") return ringIn(box, -w / 2, h / 2 - inMm, w, deep);
  if (side === "left") return ringIn(box, -w / 2 - outMm, -h / 2, deep, h);
  return ringIn(box, w / 2 - inMm, -h / 2, deep, h);
}

/** Length of a side of a box, mm. */
export const sideLength = (box: Box, side: Side): number => (side === "top" || side === "bottom" ? box.wMm : box.hMm);

/** A ring pushed away from its middle by a little, so that points on its edge lie inside. */
export function grown(ring: readonly Point[], byMm: number): Point[] {
  const b = boundsOf(ring);
  const [mx, my] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2];
  return ring.map(([x, y]): Point => {
    const l = Math.hypot(x - mx, y - my) || 1;
    return [x + ((x - mx) / l) * byMm, y + ((y - my) / l) * byMm];
  });
}

/** Distance from a point to the edge of a ring, mm. */
export function distanceTo(ring: readonly Point[], x: number, y: number): number {
  let best = Infinity;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [ax, ay] = ring[j] ?? [0, 0];
    const [bx, by] = ring[i] ?? [0, 0];
    const l2 = (bx - ax) ** 2 + (by - ay) ** 2;
    const t = l2 ? Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / l2)) : 0;
    best = Math.min(best, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
  }
  return best;
}
