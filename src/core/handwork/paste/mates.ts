import type { Thinning } from "./paste";
import { bearing } from "./press";
import type { Three } from "./three";

/** Another film under the same plate: its face, what was laid on it, and where from the face that is followed. */
export interface Mate {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  volumeMm3: number;
}

/** What else answers a plate's motion besides the film that is followed. */
export interface Answer {
  /** Force and moments that bear it up as it lies, N and N·m. */
  bears: Three;
  /** How those grow per m of closing, and how it is held back per m/s; upper triangles of nine. */
  stiff: Float64Array;
  drag: Float64Array;
}

/** Places of a film at which its bearing is taken, along each side. */
const GRID = 4;

/**
 * How the other films under a plate answer, each as a disc of its volume between plate and face that grows until it
 * covers the face: squeezed by F = 3 μ A² ḣ / (2π h³) and tilted by M = μ A³ θ̇ / (8π² h³) (Stefan 1874; the same with
 * ∇·(h³ ∇p / 12μ) = θ̇ x on a disc), and borne by its filler where it lies. Enough to hold the plate as one, not to
 * follow their fronts.
 * @param plane height of the plate a + b x + c y about the face that is followed, m
 */
export function matesAnswer(
  mates: readonly Mate[],
  paste: Thinning & { viscosityPas: number },
  plane: Readonly<Three>,
): Answer {
  const bears: Three = [0, 0, 0];
  const stiff = new Float64Array(9);
  const drag = new Float64Array(9);
  const add = (to: Float64Array, k: number, x: number, y: number) => {
    const e = [1, x, y];
    for (let r = 0; r < 3; r++)
      for (let c = r; c < 3; c++) to[3 * r + c] = (to[3 * r + c] ?? 0) + k * (e[r] ?? 0) * (e[c] ?? 0);
  };
  for (const m of mates) {
    const [mx, my] = [m.xMm / 1000, m.yMm / 1000];
    const height = (x: number, y: number) => plane[0] + plane[1] * x + plane[2] * y;
    const gap = Math.max(LEAST_M, height(mx, my));
    const face = m.widthMm * m.heightMm * 1e-6;
    const wetted = Math.min(face, (m.volumeMm3 * 1e-9) / gap);
    add(drag, (3 * paste.viscosityPas * wetted ** 2) / (2 * Math.PI * gap ** 3), mx, my);
    const tilts = (paste.viscosityPas * wetted ** 3) / (8 * Math.PI ** 2 * gap ** 3);
    drag[4] = (drag[4] ?? 0) + tilts;
    drag[8] = (drag[8] ?? 0) + tilts;
    // the wetted part in the shape of its face
    const shrink = Math.sqrt(wetted / face);
    const area = wetted / GRID ** 2;
    for (let i = 0; i < GRID ** 2; i++) {
      const x = mx + (((i % GRID) + 0.5) / GRID - 0.5) * shrink * (m.widthMm / 1000);
      const y = my + ((Math.floor(i / GRID) + 0.5) / GRID - 0.5) * shrink * (m.heightMm / 1000);
      const raw = height(x, y);
      const [pa, perM] = bearing(paste, true, Math.max(LEAST_M, raw), raw);
      bears[0] += pa * area;
      bears[1] += pa * area * x;
      bears[2] += pa * area * y;
      add(stiff, perM * area, x, y);
    }
  }
  return { bears, stiff, drag };
}

const LEAST_M = 2e-6;
