/** Closed forms the solver is checked against. */

/**
 * Time for a drop of fixed volume to be pressed from gap h0 to h1 by a constant force between parallel plates,
 * Newtonian:
 * t = 3 μ V² / (8 π F) (1/h1⁴ − 1/h0⁴) (Stefan 1874, for a radius that grows as √(V/πh)). SI.
 */
export const dropTimeS = (viscosityPas: number, volumeM3: number, forceN: number, h0: number, h1: number): number =>
  ((3 * viscosityPas * volumeM3 ** 2) / (8 * Math.PI * forceN)) * (1 / h1 ** 4 - 1 / h0 ** 4);

/**
 * Pressure in a filled rectangle w by d squeezed at speed V (m/s of closing), edges at 0, from its double sine series:
 * ∇²p = −12 μ V / h³. x and y from a corner. Pa.
 */
export function rectanglePressure(
  { w, d }: { w: number; d: number },
  [x, y]: readonly [number, number],
  { viscosityPas, speed, gap }: { viscosityPas: number; speed: number; gap: number },
  terms = 99,
): number {
  let s = 0;
  for (let m = 1; m <= terms; m += 2)
    for (let n = 1; n <= terms; n += 2)
      s +=
        (Math.sin((m * Math.PI * x) / w) * Math.sin((n * Math.PI * y) / d)) / (m * n * ((m / w) ** 2 + (n / d) ** 2));
  return ((16 * 12 * viscosityPas * speed) / (Math.PI ** 4 * gap ** 3)) * s;
}

/** Share of each cell of a square grid that a disc in its middle covers, in rows. */
export function discCells(cells: number, sideMm: number, radiusMm: number): Float64Array {
  const out = new Float64Array(cells * cells);
  const d = sideMm / cells;
  for (let j = 0; j < cells; j++)
    for (let i = 0; i < cells; i++) {
      let inside = 0;
      for (let a = 0; a < 4; a++)
        for (let b = 0; b < 4; b++)
          if (Math.hypot(i * d + ((a + 0.5) * d) / 4 - sideMm / 2, j * d + ((b + 0.5) * d) / 4 - sideMm / 2) < radiusMm)
            inside++;
      out[j * cells + i] = inside / 16;
    }
  return out;
}
