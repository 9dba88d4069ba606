/** Size of a base in mm and where its closed cover carries what, seen from below, hinge edge up. */
export interface BaseShape {
  widthMm: number;
  depthMm: number;
  /** Vents: left, top, width, number of slots. */
  vents: readonly { x: number; y: number; w: number; slots: number }[];
  grilles: readonly { x: number; y: number }[];
  screws: readonly [x: number, y: number][];
  feet: readonly { x: number; y: number; w: number; h: number }[];
  label: { x: number; y: number; w: number; h: number };
}

function shape(widthMm: number, depthMm: number, ventPairs: 0 | 1 | 2): BaseShape {
  const w = widthMm;
  const d = depthMm;
  const vents =
    ventPairs === 2
      ? [
          { x: 0.125 * w, y: 0.15 * d, w: 0.18 * w, slots: 8 },
          { x: 0.695 * w, y: 0.15 * d, w: 0.18 * w, slots: 8 },
        ]
      : ventPairs === 1
        ? [{ x: 0.66 * w, y: 0.16 * d, w: 0.2 * w, slots: 8 }]
        : [];
  const rows = [0.05 * d, 0.5 * d, 0.95 * d];
  const screws: [number, number][] = [0.045, 0.375, 0.625, 0.955].flatMap((x) => [
    [x * w, rows[0] ?? 0] as [number, number],
    ...(x < 0.1 || x > 0.9
      ? [[x * w, rows[1] ?? 0] as [number, number], [x * w, rows[2] ?? 0] as [number, number]]
      : [[(x < 0.5 ? 0.36 : 0.64) * w, rows[2] ?? 0] as [number, number]]),
  ]);
  return {
    widthMm: w,
    depthMm: d,
    vents,
    grilles: [
      { x: 0.045 * w, y: 0.72 * d },
      { x: 0.915 * w, y: 0.72 * d },
    ],
    screws,
    feet: [
      { x: 0.11 * w, y: 0.038 * d, w: 0.78 * w, h: 0.03 * d },
      { x: 0.095 * w, y: 0.91 * d, w: 0.15 * w, h: 0.034 * d },
      { x: 0.755 * w, y: 0.91 * d, w: 0.15 * w, h: 0.034 * d },
    ],
    label: { x: 0.39 * w, y: 0.53 * d, w: 0.215 * w, h: 0.14 * d },
  };
}

const SHAPES: Record<string, BaseShape> = {
  thirteen: shape(300, 212, 0),
  fourteen: shape(322, 224, 1),
  fifteen: shape(358, 248, 2),
  seventeen: shape(398, 274, 2),
};

/** The base of a machine by its form; the largest common one where the form is not known. */
export const baseShape = (form: string): BaseShape => SHAPES[form] ?? shape(358, 248, 2);
