import { contours } from "d3-contour";
import { polygonArea } from "d3-polygon";
import type { SqueezeFrame, SqueezeRun } from "@/core/handwork/paste";

/** Cuts of the thickness scale, µm; the same for every chip and job, so that two prints compare by eye. */
export const CUTS_UM = [30, 45, 60, 80, 110] as const;
export const FILM = ["var(--f1)", "var(--f2)", "var(--f3)", "var(--f4)", "var(--f5)", "var(--f6)"] as const;

export const gapAt = (f: Pick<SqueezeFrame, "gapUm" | "slopeX" | "slopeY">, xMm: number, yMm: number): number =>
  f.gapUm + f.slopeX * xMm + f.slopeY * yMm;
export const bandOf = (um: number): number => CUTS_UM.filter((c) => um >= c).length;

type Point = readonly [number, number];

/**
 * The part of a rectangle about the middle where the gap is at least a cut, as corners in mm; empty where it is
 * nowhere.
 */
export function over(f: SqueezeFrame, widthMm: number, heightMm: number, cut: number): Point[] {
  const [w, h] = [widthMm / 2, heightMm / 2];
  const ring: Point[] = [
    [-w, -h],
    [w, -h],
    [w, h],
    [-w, h],
  ];
  const side = (p: Point) => gapAt(f, p[0], p[1]) - cut;
  const out: Point[] = [];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % 4] as Point;
    const [a, b] = [side(p), side(q)];
    if (a >= 0) out.push(p);
    if (a >= 0 !== b >= 0) out.push([p[0] + ((q[0] - p[0]) * a) / (a - b), p[1] + ((q[1] - p[1]) * a) / (a - b)]);
  });
  return out;
}

/** The line on which the gap is a cut, its two ends; null where it does not cross the face. */
export function cutLine(f: SqueezeFrame, widthMm: number, heightMm: number, cut: number): [Point, Point] | null {
  const ring = over(f, widthMm, heightMm, cut);
  const on = ring.filter((p) => Math.abs(gapAt(f, p[0], p[1]) - cut) < 1e-6);
  return on[0] && on[1] ? [on[0], on[1]] : null;
}

/**
 * The level of a cell evened out over the cells round it that lie on the face, the nearer the more: a front is as
 * smooth as paste is, not as the grid.
 */
function evened(level: (i: number) => number, i: number, j: number, nx: number, ny: number): number {
  let [sum, weight] = [0, 0];
  for (let y = Math.max(0, j - 1); y <= Math.min(ny - 1, j + 1); y++)
    for (let x = Math.max(0, i - 1); x <= Math.min(nx - 1, i + 1); x++) {
      const w = (2 - Math.abs(x - i)) * (2 - Math.abs(y - j));
      sum += w * level(y * nx + x);
      weight += w;
    }
  return sum / weight;
}

/** Cells a spot must cover to be drawn: less is the grid's own grain. */
const LEAST_CELLS = 4;
const isMore = (ring: number[][]): boolean => Math.abs(polygonArea(ring as [number, number][])) >= LEAST_CELLS;

/** Outline of where a level (0 to 1, per cell) is over a half: path data in mm about the middle of the face. */
export function outline(
  run: Pick<SqueezeRun, "nx" | "ny" | "widthMm" | "heightMm">,
  level: (i: number) => number,
  grain: "evened" | "each cell" = "evened",
): string {
  const { nx, ny, widthMm, heightMm } = run;
  // a rim of one cell, so that an outline at the edge of the face runs along it
  const [w, h] = [nx + 2, ny + 2];
  const values = new Array<number>(w * h).fill(0);
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++)
      values[(j + 1) * w + i + 1] = grain === "evened" ? evened(level, i, j, nx, ny) : level(j * nx + i);
  const [shape] = contours().size([w, h]).smooth(true).thresholds([0.5])(values);
  const x = (v: number) => Math.round(((Math.min(nx + 1, Math.max(1, v)) - 1) / nx - 0.5) * widthMm * 100) / 100;
  const y = (v: number) => Math.round(((Math.min(ny + 1, Math.max(1, v)) - 1) / ny - 0.5) * heightMm * 100) / 100;
  return (shape?.coordinates ?? [])
    .flatMap((polygon) =>
      polygon
        .filter((ring) => grain === "each cell" || isMore(ring))
        .map((ring) => `M${ring.map(([a = 0, b = 0]) => `${x(a)} ${y(b)}`).join("L")}Z`),
    )
    .join("");
}

/** The frame that stands at a time: the last one not after it. */
export const frameAt = (run: SqueezeRun, atS: number): SqueezeFrame =>
  run.frames.findLast((f) => f.atS <= atS + 1e-9) ?? (run.frames[0] as SqueezeFrame);
