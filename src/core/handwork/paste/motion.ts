import type { Field } from "./field";
import type { PressureGrid } from "./poisson";
import type { Three } from "./three";

/** The least gap that a step's share is taken of, m. */
const LEAST_GAP_M = 1.2e-5;

/** A film as a motion of its plate meets it: the box round it, the face's cells, and the plate's plane, m and m/m. */
interface Film {
  box: PressureGrid["box"];
  field: Field;
  plane: Readonly<Three>;
}

/** How far two motions of the plate go the same way at the corners of the face, less how far they go against. */
export function cornerMoves({ nx, ny, dx, dy }: Field, a: Readonly<Three>, b: Readonly<Three>): number {
  const [x, y] = [(nx * dx) / 2, (ny * dy) / 2];
  let all = 0;
  for (const [cx, cy] of [
    [-x, -y],
    [x, -y],
    [x, y],
    [-x, y],
  ] as const)
    all += (a[0] + a[1] * cx + a[2] * cy) * (b[0] + b[1] * cx + b[2] * cy);
  return all;
}

/**
 * Largest relative speed of the gap at the corners of the box round the film, 1/s; a fifth of it at the face's own
 * corners.
 */
export function fastestOf({ box, field, plane }: Film, speed: Three): number {
  const { left, right, top, bottom } = box;
  const { dx, dy, nx, ny } = field;
  const at = (x: number, y: number) =>
    Math.abs(speed[0] + speed[1] * x + speed[2] * y) / Math.max(LEAST_GAP_M, plane[0] + plane[1] * x + plane[2] * y);
  let most = 0;
  for (const x of [(left - 1 - nx / 2) * dx, (right - nx / 2) * dx])
    for (const y of [(top - 1 - ny / 2) * dy, (bottom - ny / 2) * dy]) most = Math.max(most, at(x, y));
  for (const x of [(-nx / 2) * dx, (nx / 2) * dx])
    for (const y of [(-ny / 2) * dy, (ny / 2) * dy]) most = Math.max(most, 0.2 * at(x, y));
  return most;
}
