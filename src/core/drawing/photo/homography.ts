import { LuDecomposition, Matrix } from "ml-matrix";

/** A point of a picture, px, or of the sheet, mm. */
export type Point = readonly [x: number, y: number];

/** Four corners in the order top left, top right, bottom right, bottom left. */
export type Corners = readonly [Point, Point, Point, Point];

/** A projective map as nine numbers, row by row. */
export type Homography = readonly number[];

/**
 * The projective map that takes four points to four points: eight linear equations, solved with pivoting
 * (Hartley & Zisserman, Multiple View Geometry, 2004, 4.1). Null when three of either lie on a line.
 */
export function homography(from: Corners, to: Corners): Homography | null {
  const rows: number[][] = [];
  const right: number[] = [];
  for (let i = 0; i < 4; i++) {
    const [x, y] = from[i] ?? [0, 0];
    const [u, v] = to[i] ?? [0, 0];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  }
  const lu = new LuDecomposition(new Matrix(rows));
  if (lu.isSingular() || smallest(lu.upperTriangularMatrix.diag()) < 1e-9) return null;
  return [...lu.solve(Matrix.columnVector(right)).to1DArray(), 1];
}

const smallest = (pivots: readonly number[]): number => Math.min(...pivots.map(Math.abs));

/** A point under a projective map. */
export function mapped(h: Homography, [x, y]: Point): Point {
  const w = (h[6] ?? 0) * x + (h[7] ?? 0) * y + (h[8] ?? 1);
  return [((h[0] ?? 0) * x + (h[1] ?? 0) * y + (h[2] ?? 0)) / w, ((h[3] ?? 0) * x + (h[4] ?? 0) * y + (h[5] ?? 0)) / w];
}

/** Whether four corners go round without crossing and bend the same way: a view of a rectangle. */
export function isConvex(c: Corners): boolean {
  let sign = 0;
  for (let i = 0; i < 4; i++) {
    const [ax, ay] = c[i] ?? [0, 0];
    const [bx, by] = c[(i + 1) % 4] ?? [0, 0];
    const [dx, dy] = c[(i + 2) % 4] ?? [0, 0];
    const cross = (bx - ax) * (dy - by) - (by - ay) * (dx - bx);
    if (Math.abs(cross) < 1) return false;
    if (sign === 0) sign = Math.sign(cross);
    else if (Math.sign(cross) !== sign) return false;
  }
  return true;
}

/**
 * Width over height of the rectangle seen at four corners, for a camera with square pixels whose axis goes through
 * the middle of the picture (Zhang & He, Whiteboard scanning and image enhancement, 2007). Seen straight on, where
 * the focal length cannot be told, the plain ratio of the sides is given.
 */
export function aspectOf(c: Corners, widthPx: number, heightPx: number): number {
  const [tl, tr, br, bl] = c.map(([x, y]) => [x - widthPx / 2, y - heightPx / 2, 1]) as [
    number[],
    number[],
    number[],
    number[],
  ];
  const m1 = tl;
  const m2 = tr;
  const m3 = bl;
  const m4 = br;
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const n2 = m2.map((v, i) => k2 * v - (m1[i] ?? 0));
  const n3 = m3.map((v, i) => k3 * v - (m1[i] ?? 0));
  const [a2 = 0, b2 = 0, c2 = 0] = n2;
  const [a3 = 0, b3 = 0, c3 = 0] = n3;
  const flat =
    Math.hypot((tr[0] ?? 0) - (tl[0] ?? 0), (tr[1] ?? 0) - (tl[1] ?? 0)) +
    Math.hypot((br[0] ?? 0) - (bl[0] ?? 0), (br[1] ?? 0) - (bl[1] ?? 0));
  const tall =
    Math.hypot((bl[0] ?? 0) - (tl[0] ?? 0), (bl[1] ?? 0) - (tl[1] ?? 0)) +
    Math.hypot((br[0] ?? 0) - (tr[0] ?? 0), (br[1] ?? 0) - (tr[1] ?? 0));
  if (Math.abs(c2 * c3) < 1e-7) return flat / tall;
  const f2 = -(a2 * a3 + b2 * b3) / (c2 * c3);
  if (!(f2 > 0)) return flat / tall;
  return Math.sqrt((a2 * a2 + b2 * b2 + c2 * c2 * f2) / (a3 * a3 + b3 * b3 + c3 * c3 * f2));
}

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((s, v, i) => s + v * (b[i] ?? 0), 0);
const cross = (a: readonly number[], b: readonly number[]): number[] => [
  (a[1] ?? 0) * (b[2] ?? 0) - (a[2] ?? 0) * (b[1] ?? 0),
  (a[2] ?? 0) * (b[0] ?? 0) - (a[0] ?? 0) * (b[2] ?? 0),
  (a[0] ?? 0) * (b[1] ?? 0) - (a[1] ?? 0) * (b[0] ?? 0),
];
