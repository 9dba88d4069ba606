import { boundsOfPart, centreLine, centreOf, type Point } from "../parts/geometry";
import { isPath, type Part } from "../parts/parts";

/** A tag to be put on the drawing: its middle and its size, mm. */
export interface PlacedLabel {
  id: string;
  text: string;
  xMm: number;
  yMm: number;
  wMm: number;
  hMm: number;
}

/**
 * Places the tags of parts so that none lies on another: each tries its part's own good places first, then steps
 * aside. Tags sit on their parts; the order is that of the parts given.
 * @param size width of a letter and height of a tag, mm at the present scale
 */
export function placeLabels(
  parts: readonly Part[],
  size: { letterMm: number; heightMm: number },
  taken: readonly PlacedLabel[] = [],
): PlacedLabel[] {
  const placed: PlacedLabel[] = [...taken];
  const out: PlacedLabel[] = [];
  for (const p of parts) {
    if (!p.tag) continue;
    const wMm = size.letterMm * (p.tag.length + 1);
    const free = (x: number, y: number) =>
      placed.every(
        (l) =>
          Math.abs(l.xMm - x) >= (l.wMm + wMm) / 2 + 0.4 || Math.abs(l.yMm - y) >= (l.hMm + size.heightMm) / 2 + 0.4,
      );
    const places = candidates(p, wMm, size.heightMm);
    const [x, y] = places.find(([x, y]) => free(x, y)) ?? places[0] ?? centreOf(p);
    const label = { id: p.id, text: p.tag, xMm: x, yMm: y, wMm, hMm: size.heightMm };
    placed.push(label);
    out.push(label);
  }
  return out;
}

function candidates(p: Part, w: number, h: number): Point[] {
  if (isPath(p)) {
    const straight = centreLine(p.points)
      .filter((q) => q.kind === "line")
      .sort(
        (a, b) =>
          Math.hypot(b.to[0] - b.from[0], b.to[1] - b.from[1]) - Math.hypot(a.to[0] - a.from[0], a.to[1] - a.from[1]),
      );
    return straight.flatMap((q) =>
      [0.5, 0.36, 0.64, 0.22, 0.78, 0.12, 0.88].map((t): Point => [
        q.from[0] + t * (q.to[0] - q.from[0]),
        q.from[1] + t * (q.to[1] - q.from[1]),
      ]),
    );
  }
  const b = boundsOfPart(p);
  const [x, y] = centreOf(p);
  const low: Point = [x, b.bottom - h * 0.75];
  const high: Point = [x, b.top + h * 0.75];
  const round: Point[] = [
    [b.left + w * 0.6, y],
    [b.right - w * 0.6, y],
    [b.left + w * 0.6, b.bottom - h * 0.75],
    [b.right - w * 0.6, b.bottom - h * 0.75],
    [b.left + w * 0.6, b.top + h * 0.75],
    [b.right - w * 0.6, b.top + h * 0.75],
  ];
  const beside: Point[] = [
    [x, b.bottom + h * 0.7],
    [x, b.top - h * 0.7],
    [b.right + w * 0.6, y],
    [b.left - w * 0.6, y],
  ];
  if (p.kind === "fins") return [low, [x, y], high, ...round, ...beside];
  if (p.kind === "plate" || p.kind === "chamber" || p.kind === "spreader")
    return [[x, b.bottom - h], low, high, ...round, [x, y], ...beside];
  return [[x, y], low, high, ...round, ...beside];
}
