import { newPart, newPath, nextId } from "./kinds";
import { emptyLayout, type Kind, type Layout, type Part } from "./parts";

/** Typical ways a laptop is cooled, to start a drawing from. */
export const ARRANGEMENTS = [
  ["one-blower", "One blower, one chip", 1, 1],
  ["two-blowers", "Two blowers, two chips on shared pipes", 2, 2],
  ["chamber", "Vapour chamber, two blowers", 2, 2],
  ["still", "Spreader without a blower", 0, 1],
] as const satisfies readonly (readonly [string, string, number, number])[];
export type ArrangementName = (typeof ARRANGEMENTS)[number][0];

/** A box by shares of the base: centre, and size in mm as such parts are. */
type Boxed = readonly [kind: Kind, tag: string, x: number, y: number, wMm: number, hMm: number, more?: object];
/** A pipe by shares of the base. */
type Piped = readonly [tag: string, widthMm: number, points: readonly (readonly [x: number, y: number])[]];

const CPU = { role: "cpu", dieWMm: 14, dieHMm: 9 };
const GPU = { role: "gpu", dieWMm: 18, dieHMm: 13 };
const LEFT_BLOWER = { turns: "cw", hand: "left" };
const RIGHT_BLOWER = { turns: "ccw", hand: "right" };

const BOXES: Record<ArrangementName, readonly Boxed[]> = {
  "one-blower": [
    ["chip", "", 0.42, 0.3, 36, 24, CPU],
    ["fins", "F1", 0.8, 0.075, 74, 20],
    ["blower", "B1", 0.8, 0.3, 72, 72],
    ["plate", "C1", 0.42, 0.3, 46, 40],
  ],
  "two-blowers": [
    ["chip", "", 0.4, 0.33, 34, 26, CPU],
    ["chip", "", 0.6, 0.33, 34, 34, GPU],
    ["fins", "F1", 0.17, 0.07, 80, 24],
    ["fins", "F2", 0.83, 0.07, 80, 24],
    ["blower", "B1", 0.17, 0.29, 78, 76, LEFT_BLOWER],
    ["blower", "B2", 0.83, 0.29, 78, 76, RIGHT_BLOWER],
    ["plate", "C1", 0.4, 0.33, 42, 44],
    ["plate", "C2", 0.6, 0.33, 46, 46],
  ],
  chamber: [
    ["chip", "", 0.41, 0.31, 34, 26, CPU],
    ["chip", "", 0.59, 0.31, 36, 36, GPU],
    ["fins", "F1", 0.17, 0.07, 80, 22],
    ["fins", "F2", 0.83, 0.07, 80, 22],
    ["blower", "B1", 0.17, 0.29, 78, 76, LEFT_BLOWER],
    ["blower", "B2", 0.83, 0.29, 78, 76, RIGHT_BLOWER],
    ["chamber", "V1", 0.5, 0.31, 128, 72],
  ],
  still: [
    ["chip", "", 0.5, 0.3, 28, 18, { ...CPU, dieWMm: 11, dieHMm: 8 }],
    ["spreader", "S1", 0.5, 0.31, 200, 78],
  ],
};

const PIPES: Record<ArrangementName, readonly Piped[]> = {
  "one-blower": [
    [
      "H1",
      8,
      [
        [0.33, 0.3],
        [0.6, 0.3],
        [0.64, 0.075],
        [0.9, 0.075],
      ],
    ],
  ],
  "two-blowers": [
    [
      "H1",
      10,
      [
        [0.08, 0.05],
        [0.33, 0.05],
        [0.33, 0.3],
        [0.67, 0.3],
        [0.67, 0.05],
        [0.92, 0.05],
      ],
    ],
    [
      "H2",
      8,
      [
        [0.08, 0.09],
        [0.3, 0.09],
        [0.3, 0.37],
        [0.66, 0.37],
      ],
    ],
  ],
  chamber: [
    [
      "H1",
      12,
      [
        [0.09, 0.07],
        [0.33, 0.07],
        [0.33, 0.22],
        [0.47, 0.22],
      ],
    ],
    [
      "H2",
      12,
      [
        [0.91, 0.07],
        [0.67, 0.07],
        [0.67, 0.22],
        [0.53, 0.22],
      ],
    ],
  ],
  still: [],
};

/** What bears screws in each, at its four corners. */
const HELD = new Set<Kind>(["plate", "chamber", "spreader"]);

/**
 * A typical arrangement on a base of a size: blowers, fins, pipes, plates, chips and sprung screws where such machines
 * have them, to be moved into place. Parts keep the size such parts have; where they stand goes by the base.
 *
 * @example
 * arrangement("one-blower", emptyLayout("Model", "", 322, 224)).parts.length; // 9
 */
export function arrangement(name: ArrangementName, empty: Layout): Layout {
  const { widthMm: w, depthMm: d } = empty.base;
  const parts: Part[] = [];
  const put = (p: Part) => parts.push(p);
  for (const [kind, tag, x, y, wide, high, more = {}] of BOXES[name]) {
    // on a small base a part keeps within the rim
    const size = { wMm: Math.min(wide, 0.46 * w), hMm: Math.min(high, 0.46 * d) };
    // a blower stands against the stack of its number
    const stack = kind === "blower" ? parts.find((p) => p.tag === tag.replace("B", "F")) : undefined;
    const yMm = stack && "hMm" in stack ? stack.yMm + (stack.hMm + size.hMm) / 2 + 2 : y * d;
    put({ ...newPart(kind, nextId(parts), tag, x * w, yMm), ...size, ...more });
  }
  for (const [tag, widthMm, points] of PIPES[name]) {
    const way = points.map(([x, y], i) => {
      const end = i === 0 || i === points.length - 1;
      return { xMm: x * w, yMm: y * d, bendMm: end ? 0 : 12 };
    });
    put({ ...newPath("pipe", nextId(parts), tag, way), widthMm } as Part);
  }
  for (const p of [...parts]) {
    if (!HELD.has(p.kind) || !("wMm" in p)) continue;
    const corners = [
      [-1, -1],
      [1, 1],
      [1, -1],
      [-1, 1],
    ] as const;
    const [dx, dy] = p.kind === "spreader" ? [22, 20] : [p.wMm / 2 - 5, p.hMm / 2 - 5];
    corners.forEach(([i, j], k) =>
      put({
        ...newPart("screw", nextId(parts), "", p.xMm + i * dx, p.yMm + j * dy),
        forWhat: p.tag,
        captive: true,
        sprung: true,
        stamp: String(k + 1),
      } as Part),
    );
  }
  return { ...empty, parts };
}

/** The arrangement on an empty base of a model. */
export const arrangedLayout = (name: ArrangementName, model: string, variant: string, w: number, d: number): Layout =>
  arrangement(name, emptyLayout(model, variant, w, d));
