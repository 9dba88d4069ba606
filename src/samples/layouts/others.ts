import type { Layout } from "../../core/drawing/parts";
import { Pen } from "./pen";

/** Orrowby 17: a vapour chamber over both chips, a pipe to either side, two blowers. */
export function orrowby17Layout(): Layout {
  const pen = new Pen("Orrowby 17", "vapour chamber", 398, 272);
  orrowbyInside(pen);
  orrowbyOutside(pen);
  return pen.layout;
}

function orrowbyInside(pen: Pen): void {
  pen
    .path("board", "", [
      [112, 24],
      [286, 24],
      [286, 120],
      [374, 120],
      [374, 178],
      [24, 178],
      [24, 120],
      [112, 120],
    ])
    .box("battery", "", [199, 224, 280, 62], { cells: 6, label: "Battery, 6 cells", note: "95 Wh, 4 screws" })
    .box("speaker", "", [32, 224, 42, 58])
    .box("speaker", "", [366, 224, 42, 58])
    .box("chip", "", [162, 82, 35, 28], { role: "cpu", dieWMm: 16, dieHMm: 10, powerW: 48 })
    .box("chip", "", [232, 84, 38, 38], { role: "gpu", dieWMm: 22, dieHMm: 16, powerW: 62 });
  for (const [x, y] of [
    [209, 54],
    [225, 54],
    [241, 54],
    [257, 54],
    [209, 113],
    [225, 113],
    [241, 113],
    [257, 113],
  ] as const)
    pen.box("chip", "", [x, y, 12, 10], { role: "memory", dieWMm: 0, dieHMm: 0, powerW: 1.4 });
  for (const x of [142, 151, 160, 169, 178])
    pen.box("chip", "", [x, 113, 6.6, 6.4], { role: "regulator", dieWMm: 0, dieHMm: 0, powerW: 1.1 });
  for (const x of [136, 148, 160, 172]) pen.box("chip", "", [x, 126, 8, 7], { role: "inductor", dieWMm: 0, dieHMm: 0 });
  pen
    .box("module", "", [180, 153, 68, 28], { form: "memory", note: "32 GB" })
    .box("module", "", [322, 142, 80, 22], { form: "drive", note: "80 mm drive" })
    .box("module", "", [44, 150, 24, 30], { form: "wireless" });
  let p = 1;
  for (const y of [54, 113])
    for (const x of [217, 249]) pen.box("pad", `P${p++}`, [x, y, 30, 10], { thicknessMm: 1.2, softness: "soft" });
  pen
    .box("pad", `P${p}`, [159.5, 113, 46, 8.5], { thicknessMm: 1.2 })
    .box("fins", "F1", [66, 16, 90, 24], { outlet: "top", heightMm: 7, pitchMm: 1.2 })
    .box("fins", "F2", [332, 16, 90, 24], { outlet: "top", heightMm: 7, pitchMm: 1.2 })
    .box("blower", "B1", [66, 72, 88, 86], { outlet: "top", turns: "cw", hand: "left", heightMm: 7, maxRpm: 4400 })
    .box("blower", "B2", [332, 72, 88, 86], { outlet: "top", turns: "ccw", hand: "right", heightMm: 7, maxRpm: 4400 })
    .box("chamber", "V1", [199, 84, 146, 76], { heightMm: 2.6 })
    .path(
      "pipe",
      "H1",
      [
        [32, 16],
        [128, 16, 12],
        [128, 64, 10],
        [192, 64],
      ],
      { widthMm: 12, heightMm: 3 },
    )
    .path(
      "pipe",
      "H2",
      [
        [206, 64],
        [270, 64, 10],
        [270, 16, 12],
        [366, 16],
      ],
      { widthMm: 12, heightMm: 3 },
    );
}

function orrowbyOutside(pen: Pen): void {
  pen
    .stamped("V1", [
      [131.5, 54, "1"],
      [268.4, 114, "2"],
      [199, 52, "3"],
      [194, 116, "4"],
      [268.4, 54, "5"],
      [131.5, 114, "6"],
      [188, 84, "7"],
      [262, 84, "8"],
    ])
    .path(
      "cable",
      "",
      [
        [199, 3],
        [199, 22],
      ],
      { form: "ribbon", forWhat: "display", wires: 40 },
    )
    .box("plug", "", [199, 26, 18, 4.6], { forWhat: "display", release: "latch", wires: 40 })
    .path(
      "cable",
      "",
      [
        [100, 112, 0],
        [106, 122, 5],
        [118, 130],
      ],
      { form: "wires", forWhat: "B1", wires: 4 },
    )
    .box("plug", "", [122, 131, 8, 5], { forWhat: "B1", release: "pull", wires: 4 })
    .path(
      "cable",
      "",
      [
        [298, 112, 0],
        [292, 122, 5],
        [284, 130],
      ],
      { form: "wires", forWhat: "B2", wires: 4 },
    )
    .box("plug", "", [280, 131, 8, 5], { forWhat: "B2", release: "pull", wires: 4 })
    .box("plug", "", [199, 186, 22, 5], { forWhat: "battery", release: "pull", wires: 9 })
    .cover([
      [11, 11],
      [150, 9],
      [248, 9],
      [387, 11],
      [11, 132],
      [387, 132],
      [11, 261],
      [387, 261],
      [140, 264, { lengthMm: 9 }],
      [258, 264, { lengthMm: 9 }],
    ]);
  for (const [x, y, h] of [
    [5, 138, 9],
    [5, 154, 14],
    [393, 138, 8],
    [393, 156, 16],
  ] as const)
    pen.box("port", "", [x, y, 10, h]);
}

/** Wrenfell 14: one blower, one pipe, one chip. */
export function wrenfell14Layout(): Layout {
  const pen = new Pen("Wrenfell 14", "", 322, 224);
  wrenfellInside(pen);
  wrenfellOutside(pen);
  return pen.layout;
}

function wrenfellInside(pen: Pen): void {
  pen
    .path("board", "", [
      [18, 30],
      [222, 30],
      [222, 112],
      [302, 112],
      [302, 146],
      [18, 146],
    ])
    .box("battery", "", [161, 186, 210, 54], { cells: 4, label: "Battery, 4 cells", note: "56 Wh, 5 screws" })
    .box("speaker", "", [28, 186, 34, 50])
    .box("speaker", "", [294, 186, 34, 50])
    .box("chip", "", [140, 72, 38, 24], { role: "cpu", dieWMm: 14, dieHMm: 9, powerW: 26 });
  for (const y of [58, 68, 78])
    pen.box("chip", "", [106, y, 7, 6.6], { role: "regulator", dieWMm: 0, dieHMm: 0, powerW: 0.8 });
  for (const y of [56, 68, 80]) pen.box("chip", "", [95, y, 8, 8], { role: "inductor", dieWMm: 0, dieHMm: 0 });
  pen
    .box("chip", "", [60, 92, 16, 16], { role: "chipset", dieWMm: 6, dieHMm: 6, powerW: 3 })
    .box("module", "", [110, 126, 68, 26], { form: "memory", note: "8 GB" })
    .box("module", "", [252, 128, 80, 22], { form: "drive", note: "80 mm drive" })
    .box("module", "", [40, 66, 22, 26], { form: "wireless" })
    .box("pad", "P1", [106, 68, 8, 28], { thicknessMm: 1, softness: "medium" })
    .box("fins", "F1", [262, 15, 74, 20], { outlet: "top", heightMm: 5.5 })
    .box("blower", "B1", [262, 64, 74, 74], { outlet: "top", turns: "ccw", heightMm: 5.5, maxRpm: 5200 })
    .box("plate", "C1", [138, 72, 46, 40], { material: "copper", heightMm: 1.2 })
    .path(
      "pipe",
      "H1",
      [
        [100, 72],
        [196, 72, 16],
        [206, 15, 12],
        [296, 15],
      ],
      { widthMm: 8, heightMm: 2.4 },
    )
    .stamped("C1", [
      [119, 55, "1"],
      [158, 89, "2"],
      [158, 55, "3"],
      [119, 89, "4"],
    ]);
}

function wrenfellOutside(pen: Pen): void {
  pen
    .path(
      "cable",
      "",
      [
        [150, 3],
        [150, 26],
      ],
      { form: "ribbon", forWhat: "display", wires: 30 },
    )
    .box("plug", "", [150, 31, 16, 4.4], { forWhat: "display", release: "latch", wires: 30 })
    .path(
      "cable",
      "",
      [
        [228, 98, 0],
        [220, 104, 4],
        [212, 106],
      ],
      { form: "wires", forWhat: "B1", wires: 4 },
    )
    .box("plug", "", [208, 106, 7, 5], { forWhat: "B1", release: "pull", wires: 4 })
    .box("plug", "", [161, 150, 18, 5], { forWhat: "battery", release: "slide", wires: 7 })
    .cover([
      [10, 10],
      [161, 9],
      [312, 10],
      [10, 112],
      [312, 112],
      [10, 214],
      [312, 214],
      [110, 216],
      [212, 216],
    ]);
  for (const [x, y, h] of [
    [5, 122, 8],
    [5, 136, 12],
    [317, 122, 8],
    [317, 138, 14],
  ] as const)
    pen.box("port", "", [x, y, 10, h]);
}

/** Calder Nook 13: no blower; an aluminium spreader gives the heat to still air. */
export function calderNook13Layout(): Layout {
  const pen = new Pen("Calder Nook 13", "", 300, 212)
    .path("board", "", [
      [16, 24],
      [284, 24],
      [284, 112],
      [16, 112],
    ])
    .box("battery", "", [150, 160, 236, 76], { cells: 4, label: "Battery, 4 cells", note: "48 Wh, glued", glued: true })
    .box("chip", "", [150, 62, 28, 18], { role: "cpu", dieWMm: 11, dieHMm: 8, powerW: 9 })
    .box("chip", "", [106, 50, 12, 10], { role: "memory", dieWMm: 0, dieHMm: 0, powerW: 0.8 })
    .box("chip", "", [106, 74, 12, 10], { role: "memory", dieWMm: 0, dieHMm: 0, powerW: 0.8 })
    .box("module", "", [236, 88, 44, 22], { form: "drive", note: "42 mm drive" })
    .box("module", "", [44, 92, 22, 24], { form: "wireless" })
    .box("pad", "P1", [106, 50, 11, 9], { thicknessMm: 0.8, softness: "soft" })
    .box("pad", "P2", [106, 74, 11, 9], { thicknessMm: 0.8, softness: "soft" })
    .box("spreader", "S1", [150, 66, 252, 80], { material: "aluminium", heightMm: 1.2 })
    .stamped("S1", [
      [128, 42, "1"],
      [172, 82, "2"],
      [172, 42, "3"],
      [128, 82, "4"],
    ])
    .box("screw", "", [40, 66, 6.4, 6.4], {
      forWhat: "S1",
      head: "cross-00",
      thread: "M1.6",
      lengthMm: 2.5,
      stamp: "5",
    })
    .box("screw", "", [260, 66, 6.4, 6.4], {
      forWhat: "S1",
      head: "cross-00",
      thread: "M1.6",
      lengthMm: 2.5,
      stamp: "6",
    })
    .path(
      "cable",
      "",
      [
        [210, 3],
        [210, 22],
      ],
      { form: "ribbon", forWhat: "display", wires: 30 },
    )
    .box("plug", "", [210, 27, 14, 4.4], { forWhat: "display", release: "latch", wires: 30 })
    .box("plug", "", [150, 117, 16, 5], { forWhat: "battery", release: "lift", wires: 7 })
    .cover([
      [9, 9],
      [150, 8],
      [291, 9],
      [9, 203],
      [291, 203],
      [104, 205],
      [196, 205],
    ]);
  for (const [x, y, h] of [
    [5, 64, 8],
    [5, 78, 10],
    [295, 66, 8],
  ] as const)
    pen.box("port", "", [x, y, 10, h]);
  return pen.layout;
}
