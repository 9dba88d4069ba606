import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { CoolingMap, type Layout, type Part } from "../../drawing/parts";
import {
  assembliesOf,
  Footing,
  geometricFractions,
  levelBy,
  liftAt,
  oneSideFirst,
  orderLean,
  pipeSection,
  pipeStiffness,
  PlateFrame,
  RigidPlate,
  roundTurns,
  screwN,
  structuresOf,
  tightenFile,
  tightenPlan,
  turnsTo,
  turnsWords,
  type ChipFace,
  type ForceLaw,
  type Joined,
  type PipeSpring,
  type PlateScrew,
} from "./index";

/** Two plates of unlike make, each with its chips and screws, and what may join them. */
const screws: PlateScrew[] = (
  [
    ["1", 0, 0, 9],
    ["2", 36, 2, 8],
    ["3", 38, 30, 10],
    ["4", 1, 32, 9],
    ["5", 60, 4, 12],
    ["6", 92, 3, 9],
    ["7", 76, 34, 9],
  ] as const
).map(([id, xMm, yMm, forceN], i) => ({ id, xMm, yMm, stamp: String(((i * 3) % 7) + 1), forceN }));
const chips: ChipFace[] = [
  { id: "a", xMm: 18, yMm: 14, widthMm: 15, heightMm: 9.5 },
  { id: "a2", xMm: 24, yMm: 23, widthMm: 7, heightMm: 12 },
  { id: "b", xMm: 75, yMm: 15, widthMm: 20, heightMm: 16 },
];
const pipes: PipeSpring[] = [
  {
    from: "A",
    to: "B",
    points: [
      [30, 16],
      [45, 12],
      [58, 19],
    ],
    widthMm: 8,
    heightMm: 2.6,
  },
  {
    from: "B",
    to: "A",
    points: [
      [60, 30],
      [40, 34],
    ],
    widthMm: 6,
    heightMm: 2,
  },
  { from: "A", to: "B", points: [[48, 8]], widthMm: 8, heightMm: 2.6 },
  {
    from: "A",
    to: "nowhere",
    points: [
      [0, 0],
      [9, 9],
    ],
    widthMm: 8,
    heightMm: 2.6,
  },
  { from: "A", to: "B", points: [], widthMm: 8, heightMm: 2.6 },
];
const plates = [
  { id: "A", screws: ["1", "2", "3", "4"], chips: ["a", "a2"] },
  { id: "B", screws: ["5", "6", "7"], chips: ["b"] },
];
const bare = [
  { id: "A", screws: ["1", "2", "3", "4"], chips: ["a", "a2", "b"] },
  { id: "B", screws: ["5", "6", "7"], chips: [] },
];
const joins: Record<string, Joined | undefined> = {
  "one plate": undefined,
  apart: { plates, pipes: [] },
  joined: { plates, pipes },
  "one plate that bears on nothing": { plates: bare, pipes },
};
const some = [
  [1, 0, 0, 0, 0, 0, 0],
  [0.3, 0.3, 0, 0, 1, 0.2, 0],
  [1, 1, 1, 1, 1, 1, 1],
];

it("plates lean, rest and are planned as kept", async () => {
  const out = Object.entries(joins).map(([name, joined]) => {
    const footing = new Footing(screws, chips, joined);
    const plan = tightenPlan(screws, chips, [0.25, 1], joined);
    return eachSummed([
      name,
      footing.loads,
      footing.parts.map((p) => [p.id, p.leastF, p.plate.areaMm2, p.plate.middle, p.plate.moments]),
      some.map((f) => [footing.total(f), footing.leans(f), footing.planeOf(0, f), footing.planeOf(1, f)]),
      Object.fromEntries(Object.entries(plan)),
      [["1", "2", "3", "4", "5", "6", "7"], oneSideFirst(screws)].map((order) =>
        orderLean(screws, chips, order, [0.25, 1], joined),
      ),
    ]);
  });
  const plate = new RigidPlate(chips);
  const under = [
    [10, 0, 0],
    [10, 30, -20],
    [0, 5, 5],
    [4, -90, 60],
  ].map(([F = 0, x = 0, y = 0]) => [plate.under(F, x, y), plate.under(F, x, y, 6), plate.lean(F, x, y)]);
  const told = Object.fromEntries(out.map((o, i) => [i, o]));
  await expect(golden({ told, under, rounds: [2, 3, 4].map(geometricFractions) })).toMatchFileSnapshot(
    "golden/plates.txt",
  );
});

it("pipes answer as kept", async () => {
  const bodies = [
    { id: "A", xMm: 19, yMm: 16 },
    { id: "B", xMm: 75, yMm: 15 },
  ];
  const frame = new PlateFrame(bodies, pipes);
  const out = {
    sections: [pipeSection(8, 2.6), pipeSection(6, 1.2), pipeSection(3, 6), pipeSection(0.6, 0.6)],
    stiff: pipes.filter((p) => p.points.length).map((p) => pipeStiffness(p).to1DArray()),
    whole: frame.pipes.to1DArray(),
    level: pipes.slice(0, 3).flatMap((p) => ["A", "B"].map((at) => levelBy(p, at, { xMm: 20, yMm: 16 }))),
    lift: [liftAt({ id: "", xMm: 4, yMm: 2 }, 9, 1)],
  };
  await expect(golden(out)).toMatchFileSnapshot("golden/pipes.txt");
});

/** The drawing with its pads under pipes, its plates nearer, its pipes shorter. */
const changed = (layout: Layout, to: (p: Part) => Part | null): Layout => ({
  ...layout,
  parts: layout.parts.flatMap((p) => to(p) ?? []),
});

it("what of a drawing presses as one stands as kept", async () => {
  const out = demoLayouts().map((layout) => {
    const forms = [
      layout,
      changed(layout, (p) => (p.kind === "pipe" && p.points.length > 3 ? null : p)),
      changed(layout, (p) => (p.kind === "spreader" ? { ...p, windowWMm: p.windowWMm + 6, xMm: p.xMm + 5 } : p)),
      changed(layout, (p) => (p.kind === "screw" && Number(p.id.slice(1)) % 3 === 0 ? null : p)),
      changed(layout, (p) => (p.kind === "pad" ? { ...p, yMm: p.yMm + 24 } : p)),
    ];
    return [
      layout.model,
      forms.map((l) => {
        const map = new CoolingMap(l);
        return [false, true].map((withPads) =>
          structuresOf(map, withPads).map((s) =>
            [
              s.spreads.map((x) => x.id).join(" "),
              s.carried.map((c) => `${c.spread.id} by ${c.by}`).join(" "),
              s.pipes.map((p) => [p.from, p.to, p.points.length, p.points[0], p.points[p.points.length - 1]]),
              s.onPipes.map((o) => [o.pad.id, o.xMm, o.yMm]),
            ]
              .map(summed)
              .join(" | "),
          ),
        );
      }),
      assembliesOf(new CoolingMap(layout)),
    ];
  });
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/structures.txt");
});

it("turns, and files of plates, are read and said as kept", async () => {
  const laws: ForceLaw[] = ["sprung", "fixed", "bottoming"];
  const turns = laws.flatMap((law) =>
    ["M1.6", "m2", "M2,5", "", "M9"].map((thread) => [
      law,
      thread,
      [0, 0.2, 0.45, 1, 1.7].map((f) => turnsTo(f, law, thread)),
      [1, 2, 3].map((r) => roundTurns({ law, thread }, [0.2, 0.45, 1], r)),
    ]),
  );
  const said = Array.from({ length: 30 }, (_, i) => turnsWords(i / 8));
  const forces = [
    { sprung: true, bottoms: false },
    { sprung: false, bottoms: true },
    { sprung: false, bottoms: false },
    { sprung: true, bottoms: true },
  ].map((s) => screwN(s));
  const file = { screws, chips, plates, pipes: pipes.slice(0, 2) };
  const files = [
    file,
    { ...file, plates: undefined },
    { ...file, plates: [plates[0]] },
    { ...file, plates: [...plates, { id: "C", screws: ["1"], chips: [] }] },
    { ...file, plates: [{ ...plates[0], screws: ["1", "9"] }, plates[1]] },
    { ...file, pipes: [pipes[3]] },
    { screws, chips, fractions: [0.2, 1] },
    { screws, chips, fractions: [0.5, 0.5, 1] },
    { screws, chips, fractions: [1, 0.5] },
    { screws: [...screws, screws[0]], chips },
    { screws: [{ id: 1, xMm: 0, yMm: 0, stamp: null }], chips: [{ ...chips[0], id: 7 }] },
  ].map((f) => tightenFile(JSON.stringify(f)));
  const told = turns.map(summed);
  await expect(
    golden({ told, said, forces, files: Object.fromEntries(files.map((f, i) => [i, f])) }),
  ).toMatchFileSnapshot("golden/turns.txt");
});
