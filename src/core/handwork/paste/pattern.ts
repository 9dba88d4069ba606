/** A pattern laid on the chip before the plate comes down. */
export type Pattern = "dot" | "line" | "cross" | "five" | "film" | "own";
export const PATTERNS: readonly (readonly [Pattern, string])[] = [
  ["dot", "Dot"],
  ["line", "Line"],
  ["cross", "Cross"],
  ["five", "Five dots"],
  ["film", "Film by card"],
  ["own", "Own strokes"],
];

/** A stroke of the nozzle, points in mm from the middle of the face, x right, y down. */
export type Stroke = readonly (readonly [xMm: number, yMm: number])[];

export interface Laid {
  pattern: Pattern;
  volumeMm3: number;
  nozzleMm: number;
  /** For own strokes. */
  strokes?: readonly Stroke[];
}

/** The strokes a pattern is laid with; a film has none. */
export function strokesOf(
  { pattern, volumeMm3, nozzleMm, strokes = [] }: Laid,
  widthMm: number,
  heightMm: number,
): Stroke[] {
  const long = widthMm >= heightMm;
  const along = (half: number): Stroke =>
    long
      ? [
          [-half, 0],
          [half, 0],
        ]
      : [
          [0, -half],
          [0, half],
        ];
  if (pattern === "dot") return [[[0, 0]]];
  if (pattern === "line")
    return [
      along(
        Math.min(0.4 * Math.max(widthMm, heightMm), Math.max(0.5, volumeMm3 / ((Math.PI * nozzleMm ** 2) / 8) / 2)),
      ),
    ];
  if (pattern === "cross")
    return [
      [
        [-0.36 * widthMm, -0.36 * heightMm],
        [0.36 * widthMm, 0.36 * heightMm],
      ],
      [
        [0.36 * widthMm, -0.36 * heightMm],
        [-0.36 * widthMm, 0.36 * heightMm],
      ],
    ];
  if (pattern === "five")
    return [
      [[0, 0]],
      ...(
        [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ] as const
      ).map(([x, y]): Stroke => [[x * 0.29 * widthMm, y * 0.29 * heightMm]]),
    ];
  return pattern === "own" ? strokes.filter((s) => s.length > 0) : [];
}

/** Length of strokes together, mm. */
export const strokeLengthMm = (strokes: readonly Stroke[]): number =>
  strokes.reduce(
    (s, t) => s + t.slice(1).reduce((l, p, i) => l + Math.hypot(p[0] - (t[i]?.[0] ?? 0), p[1] - (t[i]?.[1] ?? 0)), 0),
    0,
  );

/** Width of the half-round bead that makes the volume from strokes of that length, mm. */
export function beadMm(volumeMm3: number, strokes: readonly Stroke[]): number {
  const length = strokeLengthMm(strokes);
  const ends = Math.max(1, strokes.length);
  // π r² / 2 × length + 2/3 π r³ for the two rounded ends of each stroke, by Newton from above
  let r = Math.cbrt(volumeMm3);
  for (let k = 0; k < 40; k++)
    r -=
      ((Math.PI / 2) * r * r * length + ((2 * Math.PI) / 3) * ends * r ** 3 - volumeMm3) /
      (Math.PI * r * length + 2 * Math.PI * ends * r * r);
  return 2 * r;
}

/**
 * Height of the paste over the face before it is pressed, one value per cell in rows, mm; what would lie past the edge
 * is
 * left out and the rest scaled, so that the sum times the cell's area is the volume.
 */
export function laidHeights(laid: Laid, widthMm: number, heightMm: number, nx: number, ny: number): Float64Array {
  const out = new Float64Array(nx * ny);
  const cell = (widthMm / nx) * (heightMm / ny);
  if (laid.pattern === "film") {
    // a card leaves ridges along its way and a thin rim
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        const [x, y] = [((i + 0.5) / nx - 0.5) * widthMm, ((j + 0.5) / ny - 0.5) * heightMm];
        const rim = Math.min(1, (Math.min(widthMm / 2 - Math.abs(x), heightMm / 2 - Math.abs(y)) + 0.1) / 0.5);
        out[j * nx + i] =
          rim *
          (1 + 0.16 * Math.sin((2 * Math.PI * y) / 1.9 + 0.7 * Math.sin(x / 2.3)) + 0.08 * Math.sin(x * 1.7 + 2 * y));
      }
  } else {
    const strokes = strokesOf(laid, widthMm, heightMm);
    // a bead finer than the cells is drawn as wide as one, so that it is not lost between them
    const r = Math.max(beadMm(laid.volumeMm3, strokes) / 2, 0.75 * Math.max(widthMm / nx, heightMm / ny));
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        const d = nearest(strokes, ((i + 0.5) / nx - 0.5) * widthMm, ((j + 0.5) / ny - 0.5) * heightMm);
        if (d < r) out[j * nx + i] = Math.sqrt(r * r - d * d);
      }
  }
  const sum = out.reduce((s, v) => s + v, 0) * cell;
  if (sum > 0) for (let i = 0; i < out.length; i++) out[i] = ((out[i] as number) * laid.volumeMm3) / sum;
  return out;
}

function nearest(strokes: readonly Stroke[], x: number, y: number): number {
  let least = Infinity;
  for (const s of strokes) {
    if (s.length === 1 && s[0]) least = Math.min(least, Math.hypot(x - s[0][0], y - s[0][1]));
    for (let k = 1; k < s.length; k++) {
      const [a, b] = [s[k - 1], s[k]];
      if (!a || !b) continue;
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const t = Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1)));
      least = Math.min(least, Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy));
    }
  }
  return least;
}
