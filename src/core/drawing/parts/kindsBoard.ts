import { choice, count, mm, text, type KindSpec } from "./spec";

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

/** Case, board and what is on it. */
export const kindsBoard = {
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
} satisfies Record<string, KindSpec>;
