import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyLayout } from "../../../testing/layouts";
import { newPart, newPath } from "../parts/kinds";
import { CoolingMap } from "../parts/map";
import { emptyLayout, type HeatPipe, type Kind, type Layout, type Part } from "../parts/parts";
import { levelCapacityW, liftShare, roundMm, usualCapacityW } from "./capacity";
import { checksOf } from "./checks";
import { heatPaths } from "./paths";

const place = (id: string, kind: Kind, xMm: number, yMm: number, more: object = {}): Part => ({
  ...newPart(kind, id, id, xMm, yMm),
  ...more,
});
const path = (id: string, kind: "pipe" | "cable", points: [number, number][], more: object = {}): Part => ({
  ...newPath(
    kind,
    id,
    id,
    points.map(([xMm, yMm]) => ({ xMm, yMm, bendMm: 0 })),
  ),
  ...more,
});

const chip = place("c", "chip", 120, 120, { role: "cpu", tag: "", wMm: 30, hMm: 24, dieWMm: 15, dieHMm: 10 });
/** The least that cools: a processor, its plate, a pipe, fins at the rim with a grille, a blower under a vent. */
const sound: Part[] = [
  chip,
  place("k", "plate", 120, 120, { wMm: 40, hMm: 36 }),
  path("h", "pipe", [
    [100, 120],
    [220, 120],
    [220, 30],
    [280, 30],
  ]),
  place("f", "fins", 280, 30, { wMm: 80, hMm: 20, outlet: "top" }),
  place("b", "blower", 280, 76, { wMm: 72, hMm: 72, outlet: "top" }),
  place("v", "vent", 280, 76, { wMm: 60, hMm: 60 }),
  place("g", "vent", 280, 12, { wMm: 80, hMm: 8 }),
  place("s", "gasket", 280, 42, { wMm: 80, hMm: 5 }),
];
const layout = (...parts: Part[]): Layout => ({ ...emptyLayout("Bench 15", "", 356, 246), parts });
const said = (...parts: Part[]) => checksOf(new CoolingMap(layout(...parts)));
const codes = (...parts: Part[]) => said(...parts).map((c) => c.code);
const but = (id: string, more: object): Part[] => sound.map((p) => (p.id === id ? { ...p, ...more } : p));

describe("a drawing adds up only when it does", () => {
  it("the least that cools has nothing to be said of", () => expect(said(...sound)).toEqual([]));
  it("an empty one is no sound one", () => expect(codes()).toEqual(["nothing-drawn"]));

  it.each<[string, Part[], string, RegExp]>([
    ["a foot far over the rim", [...sound, place("x", "foot", 352, 240)], "off-base", /over the rim/],
    [
      "two parts of one tag",
      [...sound, place("x", "foot", 40, 200, { tag: "f" })],
      "tag-twice",
      /2 parts bear the tag f/,
    ],
    ["a pad on bare board", [...sound, place("x", "pad", 125, 104, { wMm: 6, hMm: 4 })], "pad-over-nothing", /nothing/],
    [
      "a pad no plate presses",
      [...sound, place("m", "chip", 60, 60, { role: "memory" }), place("x", "pad", 60, 60, { wMm: 6, hMm: 6 })],
      "pad-under-nothing",
      /no plate/,
    ],
    [
      "a pad half beside its plate",
      [
        ...sound,
        place("m", "chip", 140, 130, { role: "memory", wMm: 12, hMm: 12 }),
        place("x", "pad", 140, 130, { wMm: 12, hMm: 12 }),
      ],
      "pad-hangs-over",
      /50\s% of x hangs over the edge of .*k\./,
    ],
    ["a vent beside the inlet", but("v", { xMm: 200, yMm: 200 }), "inlet-covered", /inlet of b/],
    [
      "a chamber through the blower",
      [...sound, place("x", "chamber", 250, 90, { wMm: 60, hMm: 30 })],
      "chamber-through-blower",
      /runs through b/,
    ],
    [
      "two blowers on one stack",
      [...sound, place("x", "blower", 334, 30, { wMm: 30, hMm: 40, outlet: "left" })],
      "two-blowers",
      /back through the other/,
    ],
    ["a stack that blows at its blower", but("f", { outlet: "bottom" }), "outlet-against-blower", /faces/],
    [
      "a stack that blows into the machine",
      [...but("f", { outlet: "left", xMm: 240 }).filter((p) => p.id !== "g")],
      "outlet-inside",
      /into the machine/,
    ],
    ["a gasket elsewhere", but("s", { xMm: 40, yMm: 200 }), "no-gasket", /round f/],
    [
      "a blower's cable over its fins",
      [
        ...sound,
        path(
          "x",
          "cable",
          [
            [260, 80],
            [260, 20],
          ],
          { forWhat: "b" },
        ),
      ],
      "cable-over-fins",
      /cable of b lies over f/,
    ],
    ["two plates on one die", [...sound, place("x", "plate", 122, 120)], "two-plates", /only one can/],
    ["a kinked pipe", but("h", { damage: "kink" }), "pipe-kinked", /kinked/],
    [
      "screws of two lengths",
      [
        ...sound,
        ...(
          [
            [104, 106, 3],
            [136, 134, 3],
            [104, 134, 4],
            [136, 106, 4],
          ] as const
        ).map(([x, y, lengthMm], i) => place(`s${i}`, "screw", x, y, { forWhat: "k", lengthMm, stamp: "" })),
      ],
      "screw-lengths",
      /3 and 4 mm/,
    ],
  ])("%s is found", (_, parts, code, says) => {
    const found = said(...parts).find((c) => c.code === code);
    expect(found?.message).toMatch(says);
    expect(found?.parts.length).toBeGreaterThan(0);
  });

  it("what is not asked for is not missed: a blower under no vents at all, fins without any gasket", () => {
    const bare = sound.filter((p) => p.kind !== "vent" && p.kind !== "gasket");
    expect(codes(...bare)).toEqual(["outlet-inside"]);
    const rim = bare.map((p) => (p.id === "f" ? ({ ...p, yMm: 22 } as Part) : p));
    expect(codes(...rim)).toEqual([]);
  });

  it("a year beside a screw is a date, not two thousand missing numbers", () => {
    const screws = (stamps: string[]) =>
      [
        [104, 106],
        [136, 134],
        [104, 134],
        [136, 106],
      ].map(([x = 0, y = 0], i) =>
        place(`s${i}`, "screw", x, y, { forWhat: "k", lengthMm: 3, stamp: stamps[i] ?? "" }),
      );
    const messages = said(...sound, ...screws(["1", "2", "3", "2024"])).map((c) => c.message);
    expect(messages).toEqual(["1 of 4 screws of k has no stamped mark."]);
    expect(codes(...sound, ...screws(["1", "2", "3", "4"]))).toEqual([]);
  });

  it("names parts that are there, whatever is drawn", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        const map = new CoolingMap(l);
        for (const c of checksOf(map)) {
          expect(c.message).not.toMatch(/undefined|NaN/);
          for (const id of c.parts) expect(map.part(id)).toBeDefined();
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("a path that runs on", () => {
  const second = place("c2", "chip", 60, 120, { role: "gpu", tag: "", wMm: 30, hMm: 24, dieWMm: 15, dieHMm: 10 });
  const ways = (...parts: Part[]) => heatPaths(new CoolingMap(layout(...parts))).filter((p) => p.chip === "c2");
  it("over another chip's plate, joined by a pipe, reaches the air", () => {
    const joined = [
      ...sound,
      second,
      place("k2", "plate", 60, 120, { wMm: 40, hMm: 36 }),
      path("j", "pipe", [
        [50, 126],
        [130, 126],
      ]),
    ];
    expect(ways(...joined)).toEqual([{ chip: "c2", parts: ["k2", "j", "k", "h", "f", "b"], reachesAir: true }]);
    expect(codes(...joined)).not.toContain("no-path-to-air");
  });
  it("and one that is joined to nothing does not", () => {
    const alone = [...sound, second, place("k2", "plate", 60, 120, { wMm: 40, hMm: 36 })];
    expect(ways(...alone)).toEqual([{ chip: "c2", parts: ["k2"], reachesAir: false }]);
    expect(codes(...alone)).toContain("no-path-to-air");
  });
});

describe("what a pipe carries", () => {
  const pipe = (widthMm: number, heightMm: number, damage: HeatPipe["damage"] = "none") =>
    path(
      "h",
      "pipe",
      [
        [0, 0],
        [90, 0],
      ],
      { widthMm, heightMm, damage },
    ) as HeatPipe;
  it("goes by the round pipe it was made from", () => {
    expect(roundMm(pipe(6, 6))).toBe(6);
    // π · 8 = 2 (w − 3) + π · 3
    expect(roundMm(pipe((Math.PI * 5) / 2 + 3, 3))).toBeCloseTo(8, 9);
    const { figures } = layout();
    expect(levelCapacityW(pipe(7.998, 2.5), figures)).toBeCloseTo(figures.pipe6W, 2);
  });
  it("is less with a dent, and little with a kink", () => {
    const { figures } = layout();
    const whole = levelCapacityW(pipe(8, 2.5), figures);
    expect(levelCapacityW(pipe(8, 2.5, "dent"), figures)).toBeCloseTo(0.75 * whole, 9);
    expect(levelCapacityW(pipe(8, 2.5, "kink"), figures)).toBeCloseTo(0.25 * whole, 9);
  });
  it("is the same on its edge as flat", () => {
    const { figures } = layout();
    expect(levelCapacityW(pipe(2.5, 8), figures)).toBe(levelCapacityW(pipe(8, 2.5), figures));
  });
  it("hangs on how the machine stands: the wick lifts what does not run back", () => {
    expect(liftShare(0)).toBe(1);
    expect(liftShare(0.1)).toBeCloseTo(0.547, 3);
    expect([liftShare(1), liftShare(-1)]).toEqual([0.1, 1.1]);
    const stood = (rearUpDeg: number) => {
      const drawn = layout(...sound);
      const map = new CoolingMap({ ...drawn, figures: { ...drawn.figures, rearUpDeg } });
      const own = map.ofKind("pipe")[0];
      if (!own) throw new Error("no pipe");
      return usualCapacityW(map, own) / levelCapacityW(own, drawn.figures);
    };
    expect(stood(0)).toBeCloseTo(1, 9);
    // its fins stand nearer the hinge than its chip: upright the water runs back, on its head it is lifted
    expect(stood(90)).toBeCloseTo(1.1, 9);
    expect(stood(-90)).toBeLessThan(0.9);
    expect(stood(-90)).toBeLessThan(stood(-20));
  });
});
