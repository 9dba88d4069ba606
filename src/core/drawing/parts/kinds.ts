import { usualFigures, type Chip, type Kind, type Layout, type Part, type PathPoint } from "./parts";

/** One property of a kind of part: what it may hold, what it starts with, how it is named on screen. */
export type FieldSpec =
  | { key: string; label: string; type: "number"; unit: string; min: number; max: number; start: number }
  | {
      key: string;
      label: string;
      type: "choice";
      options: readonly (readonly [value: string, label: string])[];
      start: string;
    }
  | { key: string; label: string; type: "text"; max: number; start: string }
  | { key: string; label: string; type: "flag"; start: boolean };

export interface KindSpec {
  name: string;
  /** Letter of its tag; "" for parts that carry none. */
  letter: string;
  /** Boxes are placed with a centre, paths are drawn point by point. */
  shape: "box" | "path";
  /** Width and height a new one starts with, mm. */
  size: readonly [number, number];
  /** Order of drawing, low first. */
  level: number;
  /** Which layer of the drawing it belongs to. */
  layer: Layer;
  fields: readonly FieldSpec[];
}

export type Layer = "case" | "board" | "cooling" | "fixings" | "cables" | "notes";
export const LAYERS: readonly (readonly [Layer, string])[] = [
  ["case", "Case, battery, feet"],
  ["board", "Board and chips"],
  ["cooling", "Cooling assembly"],
  ["fixings", "Screws, plugs, clips"],
  ["cables", "Cables and tapes"],
  ["notes", "Notes and sketches"],
];

const mm = (key: string, label: string, start: number, min = 0, max = 500): FieldSpec => ({
  key,
  label,
  type: "number",
  unit: "mm",
  min,
  max,
  start,
});
const count = (key: string, label: string, start: number, max = 200): FieldSpec => ({
  key,
  label,
  type: "number",
  unit: "",
  min: 0,
  max,
  start,
});
const text = (key: string, label: string, max = 60, start = ""): FieldSpec => ({
  key,
  label,
  type: "text",
  max,
  start,
});
const flag = (key: string, label: string): FieldSpec => ({ key, label, type: "flag", start: false });
const choice = (
  key: string,
  label: string,
  options: readonly (readonly [string, string])[],
  start = options[0]?.[0] ?? "",
): FieldSpec => ({ key, label, type: "choice", options, start });

const SIDES = [
  ["top", "top edge"],
  ["right", "right edge"],
  ["bottom", "bottom edge"],
  ["left", "left edge"],
] as const;

export const ROLE_NAMES = {
  cpu: "Processor",
  gpu: "Graphics chip",
  memory: "Memory",
  regulator: "Regulator",
  inductor: "Inductor",
  chipset: "Chipset",
  drive: "Drive",
  other: "Chip",
} as const;

export const KINDS: Record<Kind, KindSpec> = {
  vent: {
    name: "Vent",
    letter: "",
    shape: "box",
    size: [60, 40],
    level: 1,
    layer: "case",
    fields: [count("slots", "Slots", 6, 60)],
  },
  foot: { name: "Foot", letter: "", shape: "box", size: [44, 8], level: 2, layer: "case", fields: [] },
  port: { name: "Port", letter: "", shape: "box", size: [8, 10], level: 2, layer: "case", fields: [] },
  board: { name: "Board", letter: "", shape: "path", size: [120, 60], level: 3, layer: "board", fields: [] },
  speaker: { name: "Speaker", letter: "", shape: "box", size: [40, 50], level: 4, layer: "case", fields: [] },
  shield: {
    name: "Shield",
    letter: "",
    shape: "box",
    size: [30, 24],
    level: 6,
    layer: "board",
    fields: [count("clips", "Clips", 4, 40)],
  },
  chip: {
    name: "Chip",
    letter: "",
    shape: "box",
    size: [30, 26],
    level: 7,
    layer: "board",
    fields: [
      choice("role", "Chip", Object.entries(ROLE_NAMES)),
      mm("dieWMm", "Die width", 12, 0, 80),
      mm("dieHMm", "Die height", 9, 0, 80),
      { key: "powerW", label: "Power, 0 if not known", type: "number", unit: "W", min: 0, max: 400, start: 0 },
      text("note", "Note", 80),
      mm("packageMm", "Package over the board, 0 if not known", 0, 0, 20),
      mm("topMm", "Top over the board, 0 if not known", 0, 0, 20),
    ],
  },
  module: {
    name: "Module",
    letter: "",
    shape: "box",
    size: [68, 26],
    level: 7,
    layer: "board",
    fields: [
      choice("form", "What it is", [
        ["memory", "memory module"],
        ["drive", "drive"],
        ["wireless", "wireless card"],
        ["coin", "coin cell"],
      ]),
      text("note", "Part number, note", 80),
    ],
  },
  pad: {
    name: "Thermal pad",
    letter: "P",
    shape: "box",
    size: [14, 12],
    level: 8,
    layer: "cooling",
    fields: [
      mm("thicknessMm", "Thickness", 1, 0.2, 6),
      choice("state", "State", [
        ["whole", "whole"],
        ["torn", "torn"],
        ["missing", "missing"],
      ]),
      choice(
        "softness",
        "Softness",
        [
          ["soft", "soft"],
          ["medium", "medium"],
          ["firm", "firm"],
        ],
        "medium",
      ),
    ],
  },
  spreader: {
    name: "Spreader",
    letter: "S",
    shape: "box",
    size: [60, 60],
    level: 9,
    layer: "cooling",
    fields: [
      choice("material", "Material", [
        ["aluminium", "aluminium"],
        ["copper", "copper"],
        ["graphite", "graphite"],
      ]),
      mm("heightMm", "Thickness", 1, 0.1, 10),
      mm("windowWMm", "Window width", 0),
      mm("windowHMm", "Window height", 0),
      mm("stepMm", "Underside over the die's face", 0, -10, 10),
    ],
  },
  fins: {
    name: "Fin stack",
    letter: "F",
    shape: "box",
    size: [70, 20],
    level: 10,
    layer: "cooling",
    fields: [
      mm("pitchMm", "Fin pitch", 1.28, 0.5, 5),
      mm("heightMm", "Fin height", 6, 1, 30),
      choice("outlet", "Air leaves at", SIDES),
    ],
  },
  blower: {
    name: "Blower",
    letter: "B",
    shape: "box",
    size: [72, 72],
    level: 11,
    layer: "cooling",
    fields: [
      mm("heightMm", "Height", 6, 2, 30),
      count("blades", "Blades", 43, 120),
      choice("turns", "Turns, seen from below", [
        ["cw", "clockwise"],
        ["ccw", "counter-clockwise"],
      ]),
      choice("outlet", "Outlet", SIDES),
      choice("outlet2", "Second outlet", [["none", "none"], ...SIDES]),
      choice("hand", "Marked", [
        ["none", "no mark"],
        ["left", "left"],
        ["right", "right"],
      ]),
      { key: "maxRpm", label: "Top speed", type: "number", unit: "rpm", min: 500, max: 12000, start: 4800 },
    ],
  },
  plate: {
    name: "Cold plate",
    letter: "C",
    shape: "box",
    size: [40, 40],
    level: 12,
    layer: "cooling",
    fields: [
      choice("material", "Material", [
        ["copper", "copper"],
        ["nickel", "nickel-plated copper"],
        ["aluminium", "aluminium"],
      ]),
      mm("heightMm", "Thickness", 1.5, 0.2, 10),
    ],
  },
  chamber: {
    name: "Vapour chamber",
    letter: "V",
    shape: "box",
    size: [110, 60],
    level: 12,
    layer: "cooling",
    fields: [
      mm("heightMm", "Thickness", 2.5, 0.2, 10),
      choice("damage", "Damage", [
        ["none", "none seen"],
        ["dent", "dented"],
      ]),
    ],
  },
  pipe: {
    name: "Heat pipe",
    letter: "H",
    shape: "path",
    size: [60, 40],
    level: 13,
    layer: "cooling",
    fields: [
      mm("widthMm", "Width", 8, 2, 30),
      mm("heightMm", "Height", 2.6, 0.8, 12),
      choice("joint", "Joined by", [
        ["solder", "solder"],
        ["pressed", "pressed in"],
        ["unknown", "not known"],
      ]),
      choice("damage", "Damage", [
        ["none", "none seen"],
        ["dent", "dent"],
        ["kink", "kink"],
      ]),
    ],
  },
  battery: {
    name: "Battery",
    letter: "",
    shape: "box",
    size: [220, 60],
    level: 14,
    layer: "case",
    fields: [
      count("cells", "Cells", 4, 12),
      text("label", "Label", 40),
      text("note", "Note", 60),
      flag("glued", "Glued"),
      flag("swollen", "Swollen"),
    ],
  },
  gasket: {
    name: "Foam gasket",
    letter: "",
    shape: "box",
    size: [40, 3],
    level: 15,
    layer: "cables",
    fields: [text("forWhat", "Seals", 40)],
  },
  cable: {
    name: "Cable",
    letter: "",
    shape: "path",
    size: [40, 20],
    level: 16,
    layer: "cables",
    fields: [
      text("forWhat", "Goes to", 40),
      choice("form", "Form", [
        ["wires", "wires"],
        ["ribbon", "ribbon"],
        ["antenna", "antenna lead"],
      ]),
      count("wires", "Wires", 4, 40),
      text("under", "Runs under (tags)", 60),
    ],
  },
  plug: {
    name: "Plug",
    letter: "",
    shape: "box",
    size: [9, 5],
    level: 17,
    layer: "fixings",
    fields: [
      text("forWhat", "Of", 40),
      choice("release", "Releases by", [
        ["pull", "a pull along the cable"],
        ["slide", "sliding it back"],
        ["latch", "lifting the latch"],
        ["lever", "swinging the wire over"],
        ["lift", "lifting straight up"],
      ]),
      count("wires", "Wires", 4, 60),
    ],
  },
  tape: {
    name: "Tape",
    letter: "",
    shape: "box",
    size: [24, 6],
    level: 18,
    layer: "cables",
    fields: [text("forWhat", "Holds", 40)],
  },
  clip: {
    name: "Clip",
    letter: "",
    shape: "box",
    size: [7, 4],
    level: 18,
    layer: "fixings",
    fields: [flag("broken", "Broken")],
  },
  screw: {
    name: "Screw",
    letter: "",
    shape: "box",
    size: [7, 7],
    level: 19,
    layer: "fixings",
    fields: [
      text("forWhat", "Holds (tag or cover)", 24, "cover"),
      choice(
        "head",
        "Head",
        [
          ["cross-00", "cross 00"],
          ["cross-0", "cross 0"],
          ["cross-1", "cross 1"],
          ["six-lobe-5", "six-lobe 5"],
          ["hex", "hex"],
          ["slotted", "slotted"],
        ],
        "cross-0",
      ),
      text("thread", "Thread", 12, "M2"),
      mm("lengthMm", "Length", 4, 0.5, 40),
      flag("captive", "Captive"),
      flag("sprung", "Sprung"),
      flag("bottoms", "Bottoms on its post"),
      text("stamp", "Stamped mark", 4),
      choice("under", "Hidden under", [
        ["nothing", "nothing"],
        ["foot", "a foot"],
        ["label", "the label"],
        ["seal", "a seal"],
        ["plug", "a plug"],
        ["tape", "a tape"],
        ["battery", "the battery"],
      ]),
    ],
  },
  note: {
    name: "Note",
    letter: "",
    shape: "box",
    size: [40, 8],
    level: 20,
    layer: "notes",
    fields: [text("text", "Text", 120, "Note")],
  },
  sketch: {
    name: "Sketch",
    letter: "",
    shape: "path",
    size: [40, 20],
    level: 20,
    layer: "notes",
    fields: [flag("closed", "Closed")],
  },
};

export const KIND_NAMES = Object.keys(KINDS) as Kind[];

/** What a part is called in a sentence: "Heat pipe H2", "Processor", "Screw 3 of C1". */
export function partName(p: Part): string {
  if (p.kind === "chip")
    return p.tag ? `${ROLE_NAMES[p.role]} ${p.tag}` : p.note && p.role === "other" ? p.note : ROLE_NAMES[p.role];
  if (p.kind === "screw")
    return `Screw ${p.stamp || p.tag || ""}${p.forWhat ? ` of ${p.forWhat}` : ""}`.replace("  ", " ");
  if ((p.kind === "plug" || p.kind === "cable") && p.forWhat) return `${KINDS[p.kind].name} of ${p.forWhat}`;
  if (p.kind === "tape" && p.forWhat) return `Tape on ${p.forWhat}`;
  return `${KINDS[p.kind].name}${p.tag ? ` ${p.tag}` : ""}`;
}

/** A new part of a kind at a place, with its usual size and properties; a path gets its usual course from there. */
export function newPart(kind: Kind, id: string, tag: string, xMm: number, yMm: number): Part {
  const spec = KINDS[kind];
  const [w, h] = spec.size;
  if (spec.shape === "box")
    return { ...common(kind, id, tag), xMm, yMm, wMm: w, hMm: h, turnDeg: 0, ...usualOf(kind) } as unknown as Part;
  const corners = [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ];
  const course =
    kind === "board"
      ? corners
      : [
          [0, 0],
          [w, 0],
        ];
  return newPath(
    kind,
    id,
    tag,
    course.map(([x = 0, y = 0]) => ({ xMm: xMm + x, yMm: yMm + y, bendMm: 0 })),
  );
}

/** A new path (a pipe, a cable, a board) through points, with its usual properties. */
export const newPath = (kind: Kind, id: string, tag: string, points: PathPoint[]): Part =>
  ({ ...common(kind, id, tag), points, ...usualOf(kind) }) as unknown as Part;

const common = (kind: Kind, id: string, tag: string) => ({ id, kind, tag, locked: false, group: "" });

const usualOf = (kind: Kind) => Object.fromEntries(KINDS[kind].fields.map((f) => [f.key, f.start]));

/**
 * A drawing kept before some property of a part was known, with that property as it starts; nothing that is there
 * changes.
 */
export const filled = (layout: Layout): Layout => ({
  ...layout,
  figures: { ...usualFigures, ...layout.figures },
  parts: layout.parts.map((p) => {
    const missing = Object.entries(usualOf(p.kind)).filter(([key]) => !(key in p));
    return missing.length ? { ...p, ...Object.fromEntries(missing) } : p;
  }),
});

/** The next free tag of a kind: B3 after B1 and B2; "" for kinds without tags. */
export function nextTag(parts: readonly Part[], kind: Kind): string {
  const letter = KINDS[kind].letter;
  if (!letter) return "";
  const taken = parts
    .map((p) => (p.tag.startsWith(letter) ? Number(p.tag.slice(letter.length)) : 0))
    .filter((n) => Number.isInteger(n));
  return `${letter}${Math.max(0, ...taken) + 1}`;
}

/** An id no part of the drawing has. */
export function nextId(parts: readonly Part[]): string {
  let most = 0;
  for (const p of parts) {
    const n = /^p(\d+)$/.exec(p.id);
    if (n) most = Math.max(most, Number(n[1]));
  }
  return `p${most + 1}`;
}

/** A chip by its role, and by its place where it is one of many. */
export const chipLabel = (c: Chip): string =>
  c.role === "cpu" || c.role === "gpu"
    ? ROLE_NAMES[c.role]
    : `${ROLE_NAMES[c.role]} at ${Math.round(c.xMm)}, ${Math.round(c.yMm)} mm`;
