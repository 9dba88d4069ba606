export type Three = [number, number, number];

/** Solves a symmetric 3 by 3 system given by its upper triangle, rows of a nine-long array. */
export function symmetric3(A: Float64Array, b: Readonly<Three>): Three {
  const [a, d, e, , q, g, , , c] = A as unknown as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  // scaled, since force and moments differ by five orders
  const s = [1, Math.sqrt(Math.abs(a / (q || 1))), Math.sqrt(Math.abs(a / (c || 1)))] as const;
  const m = [
    [a, d * s[1], e * s[2], b[0]],
    [d * s[1], q * s[1] * s[1], g * s[1] * s[2], b[1] * s[1]],
    [e * s[2], g * s[1] * s[2], c * s[2] * s[2], b[2] * s[2]],
  ] as [number, number, number, number][];
  for (let k = 0; k < 3; k++) {
    const row = m[k] as number[];
    for (let r = k + 1; r < 3; r++) {
      const other = m[r] as number[];
      const t = (other[k] as number) / ((row[k] as number) || 1e-300);
      for (let i = k; i < 4; i++) other[i] = (other[i] as number) - t * (row[i] as number);
    }
  }
  const at = (r: number, i: number) => (m[r] as number[])[i] as number;
  const z = at(2, 3) / (at(2, 2) || 1e-300);
  const y = (at(1, 3) - at(1, 2) * z) / (at(1, 1) || 1e-300);
  const x = (at(0, 3) - at(0, 1) * y - at(0, 2) * z) / (at(0, 0) || 1e-300);
  // a film of a few cells cannot hold a tilt: then the plate only sinks
  return Number.isFinite(x + y + z) ? [x, y * s[1], z * s[2]] : [b[0] / (a || 1e-300), 0, 0];
}
