import { boundsOfPart, centreOf, distanceTo, footprint, inside, type Bounds } from "../parts/geometry";
import { isPath, type Layout, type Part } from "../parts/parts";

/** A line parts are drawn to, and what it is, in words. */
export interface Guide {
  axis: "x" | "y";
  atMm: number;
  word: string;
}

interface Line {
  at: number;
  word: string;
}

export interface SnapLines {
  x: readonly Line[];
  y: readonly Line[];
}

/**
 * Lines of everything that stays: edges and middles of parts, ends and straights of pipes, edges and middle of the
 * base.
 */
export function snapLines(layout: Layout, moving: ReadonlySet<string>): SnapLines {
  const { widthMm: w, depthMm: d } = layout.base;
  const x: Line[] = [
    { at: w / 2, word: "middle of the base" },
    { at: 0, word: "left rim" },
    { at: w, word: "right rim" },
  ];
  const y: Line[] = [
    { at: d / 2, word: "middle of the base" },
    { at: 0, word: "rear rim" },
    { at: d, word: "front rim" },
  ];
  for (const p of layout.parts) {
    if (moving.has(p.id) || p.kind === "board" || p.kind === "sketch" || p.kind === "note") continue;
    const name = p.tag || (p.kind === "chip" ? p.role : p.kind);
    if (isPath(p)) {
      for (const [i, q] of p.points.entries()) {
        const end = i === 0 || i === p.points.length - 1;
        x.push({ at: q.xMm, word: `${end ? "end of" : "in line with"} ${name}` });
        y.push({ at: q.yMm, word: `in line with ${name}` });
      }
      continue;
    }
    const b = boundsOfPart(p);
    const [cx, cy] = centreOf(p);
    x.push(
      { at: cx, word: `middle of ${name}` },
      { at: b.left, word: `left edge of ${name}` },
      { at: b.right, word: `right edge of ${name}` },
    );
    y.push(
      { at: cy, word: `middle of ${name}` },
      { at: b.top, word: `top edge of ${name}` },
      { at: b.bottom, word: `bottom edge of ${name}` },
    );
  }
  return { x, y };
}

function nearest(
  lines: readonly Line[],
  values: readonly number[],
  reachMm: number,
): { by: number; line: Line } | null {
  let best: { by: number; line: Line } | null = null;
  for (const line of lines)
    for (const v of values)
      if (Math.abs(line.at - v) <= reachMm && (!best || Math.abs(line.at - v) < Math.abs(best.by)))
        best = { by: line.at - v, line };
  return best;
}

/**
 * How far to push a box so that its edges or middle meet a line within reach, with at most one guide per axis.
 * @param reachMm how close is close, on the sheet
 */
export function snapBounds(lines: SnapLines, b: Bounds, reachMm: number): { dx: number; dy: number; guides: Guide[] } {
  const x = nearest(lines.x, [(b.left + b.right) / 2, b.left, b.right], reachMm);
  const y = nearest(lines.y, [(b.top + b.bottom) / 2, b.top, b.bottom], reachMm);
  return {
    dx: x?.by ?? 0,
    dy: y?.by ?? 0,
    guides: [
      ...(x ? [{ axis: "x" as const, atMm: x.line.at, word: x.line.word }] : []),
      ...(y ? [{ axis: "y" as const, atMm: y.line.at, word: y.line.word }] : []),
    ],
  };
}

/**
 * How far to go along one axis: to the line exactly where one is near, else by whole tenths of a millimetre.
 * @param goMm how far the hand went @param snapMm the push to the line, if one is within reach
 */
const toLineOrTenth = (goMm: number, snapMm: number, onLine: boolean): number =>
  onLine ? Math.round((goMm + snapMm) * 1e4) / 1e4 : Math.round(goMm * 10) / 10;

/**
 * How far a box that the hand moved by (dx, dy) goes once lines within reach have drawn it, with the guides to show.
 */
export function snapMove(
  lines: SnapLines,
  b: Bounds,
  dx: number,
  dy: number,
  reachMm: number,
): { dx: number; dy: number; guides: Guide[] } {
  const s = snapBounds(
    lines,
    { left: b.left + dx, right: b.right + dx, top: b.top + dy, bottom: b.bottom + dy },
    reachMm,
  );
  const on = (axis: "x" | "y") => s.guides.some((g) => g.axis === axis);
  return { dx: toLineOrTenth(dx, s.dx, on("x")), dy: toLineOrTenth(dy, s.dy, on("y")), guides: s.guides };
}

/** A point drawn to lines within reach. */
export const snapPoint = (
  lines: SnapLines,
  xMm: number,
  yMm: number,
  reachMm: number,
): { xMm: number; yMm: number; guides: Guide[] } => {
  const s = snapMove(lines, { left: 0, right: 0, top: 0, bottom: 0 }, xMm, yMm, reachMm);
  return { xMm: s.dx, yMm: s.dy, guides: s.guides };
};

/**
 * The part nearest to a point among those within reach, smaller parts first; repeated asks cycle through what overlaps.
 */
export function hits(parts: readonly Part[], xMm: number, yMm: number, reachMm: number): Part[] {
  const scored = parts.flatMap((p) => {
    const b = boundsOfPart(p);
    if (Math.max(b.left - xMm, xMm - b.right, b.top - yMm, yMm - b.bottom) > reachMm) return [];
    const ring = footprint(p);
    const outside = inside(ring, xMm, yMm) ? 0 : distanceTo(ring, xMm, yMm);
    return outside <= reachMm ? [{ p, outside, area: (b.right - b.left) * (b.bottom - b.top) }] : [];
  });
  return scored.sort((a, b) => a.outside - b.outside || a.area - b.area).map((s) => s.p);
}
