import type { Layout } from "../../core/drawing/parts";
import { Pen } from "./pen";

/** Tessaly K15 with graphics chip: two blowers, two chips, four pipes, three fin stacks, eight pads. */
export function tessalyK15Layout(): Layout {
  const pen = new Pen("Tessaly K15", "with graphics chip", 356, 246);
  tessalyInside(pen);
  tessalyCooling(pen);
  tessalyFixings(pen);
  return pen.layout;
}

function tessalyInside(pen: Pen): void {
  pen
    .path("board", "", [
      [108, 26],
      [256, 26],
      [256, 109.5],
      [338, 109.5],
      [338, 166],
      [198, 166],
      [198, 169.5],
      [150, 169.5],
      [150, 166],
      [20, 166],
      [20, 109.5],
      [108, 109.5],
    ])
    .box("battery", "", [178, 203, 244, 58], {
      cells: 6,
      label: "Battery, 6 cells",
      note: "82 Wh, glued, 2 pull tabs",
      glued: true,
    })
    .box("speaker", "", [30, 204, 40, 52])
    .box("speaker", "", [326, 204, 40, 52])
    .box("chip", "", [150.5, 83, 33, 26], { role: "cpu", dieWMm: 15, dieHMm: 9.5, powerW: 45 })
    .box("chip", "", [208, 84, 34, 34], { role: "gpu", dieWMm: 19, dieHMm: 14, powerW: 38 });
  for (const [x, y] of [
    [191, 50],
    [208, 50],
    [225, 50],
    [191, 115],
    [208, 115],
    [225, 115],
  ] as const)
    pen.box("chip", "", [x, y, 13, 10.5], { role: "memory", dieWMm: 0, dieHMm: 0, powerW: 1.2 });
  for (const x of [126, 134, 142, 150, 158, 166, 174])
    pen.box("chip", "", [x, 113.3, 6.6, 6.2], { role: "regulator", dieWMm: 0, dieHMm: 0, powerW: 0.9 });
  for (const x of [128, 138, 148, 158, 168])
    pen.box("chip", "", [x, 121.4, 7, 6], { role: "inductor", dieWMm: 0, dieHMm: 0 });
  pen
    .box("module", "", [160, 145.5, 68, 26], { form: "memory", note: "16 GB" })
    .box("module", "", [292, 128.5, 80, 22], { form: "drive", note: "80 mm drive" })
    .box("module", "", [38, 135, 24, 28], { form: "wireless" })
    .box("module", "", [221, 141.5, 18, 18], { form: "coin" });
  for (const [i, [x, y]] of (
    [
      [191, 50],
      [208, 50],
      [225, 50],
      [191, 115],
      [208, 115],
      [225, 115],
    ] as const
  ).entries())
    pen.box("pad", `P${i + 1}`, [x, y, 13, 10], { thicknessMm: 1.5, softness: "soft" });
  pen
    .box("pad", "P7", [136.5, 113.3, 25, 9], { thicknessMm: 1 })
    .box("pad", "P8", [166, 113.3, 22, 9], { thicknessMm: 1 })
    .box("spreader", "S1", [208, 82.5, 59, 86], { material: "aluminium", heightMm: 1, windowWMm: 48, windowHMm: 50 })
    .box("fins", "F1", [66, 16, 82, 25], { outlet: "top", heightMm: 6.5 })
    .box("fins", "F2", [13.5, 73, 17.6, 58], { outlet: "left", heightMm: 6.5 })
    .box("fins", "F3", [294.5, 16, 77, 25], { outlet: "top", heightMm: 6.5 })
    .box("blower", "B1", [63, 68, 82, 79], {
      outlet: "top",
      outlet2: "left",
      turns: "cw",
      hand: "left",
      heightMm: 6.5,
      maxRpm: 4900,
    });
}

function tessalyCooling(pen: Pen): void {
  pen
    .box("blower", "B2", [294, 68, 77, 79], { outlet: "top", turns: "cw", hand: "right", heightMm: 6.5, maxRpm: 4900 })
    .box("plate", "C1", [150.5, 83, 41, 46], { material: "copper", heightMm: 1.5 })
    .box("plate", "C2", [208, 83, 46, 47], { material: "copper", heightMm: 1.5 })
    .path(
      "pipe",
      "H1",
      [
        [30, 9],
        [122.5, 9, 12],
        [122.5, 74.5, 13.5],
        [241, 74.5, 13.5],
        [241, 9, 12],
        [327, 9],
      ],
      { widthMm: 8, heightMm: 2.6 },
    )
    .path(
      "pipe",
      "H2",
      [
        [30, 18.5],
        [112, 18.5, 10],
        [112, 85, 13.5],
        [235, 85],
      ],
      { widthMm: 8, heightMm: 2.6 },
    )
    .path(
      "pipe",
      "H3",
      [
        [179, 94.8],
        [249.5, 94.8, 12],
        [249.5, 18.5, 11],
        [327, 18.5],
      ],
      { widthMm: 6, heightMm: 2.4 },
    )
    .path(
      "pipe",
      "H4",
      [
        [10.5, 46.5],
        [10.5, 113.3, 12],
        [181, 113.3],
      ],
      { widthMm: 6, heightMm: 2.4 },
    )
    .stamped("C1", [
      [132, 62, "1"],
      [169, 104, "2"],
      [169, 62, "3"],
      [132, 104, "4"],
    ])
    .stamped("C2", [
      [184.5, 61.5, "5"],
      [231.5, 104.5, "6"],
      [231.5, 61.5, "7"],
      [184.5, 104.5, "8"],
    ])
    .path(
      "cable",
      "",
      [
        [161, 3],
        [161, 24],
      ],
      { form: "ribbon", forWhat: "display", wires: 40 },
    );
}

function tessalyFixings(pen: Pen): void {
  pen
    .box("plug", "", [161, 27, 18, 4.6], { forWhat: "display", release: "latch", wires: 40 })
    .box("tape", "", [161, 16.5, 29, 6], { forWhat: "display cable" })
    .path(
      "cable",
      "",
      [
        [98, 100, 0],
        [104, 107, 4],
        [106, 125, 6],
        [118, 130],
      ],
      { form: "wires", forWhat: "B1", wires: 4, under: "H4" },
    )
    .box("plug", "", [121, 130, 8, 5], { forWhat: "B1", release: "pull", wires: 4 })
    .box("plug", "", [243, 115, 8, 5], { forWhat: "B2", release: "pull", wires: 4 })
    .path(
      "cable",
      "",
      [
        [247, 114.4, 0],
        [256, 111, 6],
        [264, 103],
      ],
      { form: "wires", forWhat: "B2", wires: 4 },
    )
    .path(
      "cable",
      "",
      [
        [30, 122],
        [30, 118, 3],
        [60, 118],
      ],
      { form: "antenna", forWhat: "wireless card" },
    )
    .box("plug", "", [178, 167.5, 20, 5], { forWhat: "battery", release: "pull", wires: 8 })
    .cover([
      [10, 10],
      [134, 9, { lengthMm: 8 }],
      [223, 9, { lengthMm: 8 }],
      [346, 10],
      [10, 120],
      [346, 120],
      [10, 236],
      [346, 236],
      [128, 239],
      [228, 239],
      [178, 239, { under: "foot" }],
    ]);
  for (const [x, y, h] of [
    [5, 128, 8],
    [5, 143, 12],
    [5, 161, 13],
    [351, 128, 7],
    [351, 139, 7],
    [351, 156, 17],
  ] as const)
    pen.box("port", "", [x, y, 10, h]);
  for (const x of [70, 140, 216, 286]) pen.box("clip", "", [x, 243.2, 7, 4]);
}
