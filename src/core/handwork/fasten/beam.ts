import { inverse, Matrix } from "ml-matrix";

/** A flat pipe between two plates: its way from the rim of one to the rim of the other, and its section, mm. */
export interface PipeSpring {
  /** Plates it joins. */
  from: string;
  to: string;
  points: readonly (readonly [x: number, y: number])[];
  widthMm: number;
  heightMm: number;
}

/** Wall of a flat pipe of copper, mm. */
const WALL_MM = 0.3;
/** Copper, soft from soldering, N/mm²: Young's modulus and shear modulus. */
const E_COPPER = 110_000;
/** Shear modulus of the same copper, N/mm². */
const G_COPPER = 41_000;
/** A shorter piece counts as one of this length, mm. */
const LEAST_MM = 0.5;

/**
 * How a flat pipe stands against bending about its flat way, and against twisting, N·mm²: a rectangular tube,
 * I = (w h³ − w′ h′³) / 12 and J = 4 A² t / U (Bredt 1896).
 *
 * @example
 * pipeSection(8, 2.6); // { bend: 785_000, twist: 520_000 }
 */
export function pipeSection(widthMm: number, heightMm: number): { bend: number; twist: number } {
  const wall = Math.min(WALL_MM, heightMm / 3, widthMm / 3);
  const [w, h] = [widthMm - 2 * wall, heightMm - 2 * wall];
  const [mw, mh] = [widthMm - wall, heightMm - wall];
  return {
    bend: (E_COPPER * (widthMm * heightMm ** 3 - w * h ** 3)) / 12,
    twist: (G_COPPER * 4 * (mw * mh) ** 2 * wall) / (2 * (mw + mh)),
  };
}

/**
 * What it takes to move the far end of a pipe against its near end: symmetric 3 × 3 of height (mm) and the slopes
 * along x and y, to force (N) and moments (N·mm). From the flexibility of a cantilever along the drawn way, load and
 * moments at its end carried through every piece as bending and twisting (Castigliano 1879); the integrand is square
 * in the way, so Simpson's rule on each straight piece is exact.
 */
export function pipeStiffness({ points, widthMm, heightMm }: PipeSpring): Matrix {
  const { bend, twist } = pipeSection(widthMm, heightMm);
  const [ex, ey] = points[points.length - 1] ?? [0, 0];
  const gives = Matrix.zeros(3, 3);
  let whole = 0;
  for (let i = 0; i + 1 < points.length; i++) {
    const [ax, ay] = points[i] ?? [0, 0];
    const [bx, by] = points[i + 1] ?? [0, 0];
    const length = Math.hypot(bx - ax, by - ay);
    if (length === 0) continue;
    whole += length;
    const [tx, ty] = [(bx - ax) / length, (by - ay) / length];
    for (const [at, share] of [
      [0, 1 / 6],
      [0.5, 4 / 6],
      [1, 1 / 6],
    ] as const) {
      const [rx, ry] = [ex - ax - at * (bx - ax), ey - ay - at * (by - ay)];
      const along = [tx * rx + ty * ry, tx, ty];
      const across = [-ty * rx + tx * ry, -ty, tx];
      for (let r = 0; r < 3; r++)
        for (let c = 0; c < 3; c++) {
          const bent = ((along[r] ?? 0) * (along[c] ?? 0)) / bend;
          const twisted = ((across[r] ?? 0) * (across[c] ?? 0)) / twist;
          gives.set(r, c, gives.get(r, c) + length * share * (bent + twisted));
        }
    }
  }
  // plates whose rims touch are joined by a piece of no length
  if (whole < LEAST_MM) {
    gives.set(0, 0, gives.get(0, 0) + LEAST_MM ** 3 / (12 * bend));
    for (const k of [1, 2]) gives.set(k, k, gives.get(k, k) + LEAST_MM / bend);
  }
  return inverse(gives);
}

/**
 * How a pipe to another plate holds this one level, while that one lies level and comes down as this one does: what it
 * takes to tilt it about a place, N·mm per slope, along x, both, along y.
 *
 * @example
 * levelBy(pipe, "c1", { xMm: 150, yMm: 83 }); // [9.1e5, 0, 2.4e5]
 */
export function levelBy(
  pipe: PipeSpring,
  plate: string,
  { xMm, yMm }: { xMm: number; yMm: number },
): [xx: number, xy: number, yy: number] {
  // the far end lies in the other plate
  const points = pipe.to === plate ? [...pipe.points].reverse() : pipe.points;
  const K = pipeStiffness({ ...pipe, points });
  const [ex, ey] = points[points.length - 1] ?? [xMm, yMm];
  const R = new Matrix([
    [ex - xMm, ey - yMm],
    [1, 0],
    [0, 1],
  ]);
  const T = R.transpose().mmul(K).mmul(R);
  return [T.get(0, 0), T.get(0, 1), T.get(1, 1)];
}
