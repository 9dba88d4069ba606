import { choice, count, flag, mm, text, type KindSpec } from "./spec";

const SIDES = [
  ["top", "top edge"],
  ["right", "right edge"],
  ["bottom", "bottom edge"],
  ["left", "left edge"],
] as const;

/** What carries heat to the air, and what else is seen beside it. */
export const kindsCooling = {
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
} satisfies Record<string, KindSpec>;
