import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts, tessalyK15Layout } from "../../../samples/layouts";
import { anyLayout } from "../../../testing/layouts";
import { levelCapacityW } from "./capacity";
import { checksOf } from "./checks";
import { countsOf } from "../parts/counts";
import { mirrored, moved, seenFromAbove, turnedAbout } from "../edit/transform";
import { newPart, newPath } from "../parts/kinds";
import { linksOf } from "../parts/links";
import { CoolingMap, spreadAt } from "../parts/map";
import { emptyLayout, usualFigures, type Chip, type HeatPipe, type Kind, type Layout, type Part } from "../parts/parts";
import { heatPaths } from "./paths";
import { rigidGroups } from "../parts/rigid";
import { mapSentence } from "./sentence";

const sentence = (l: Layout) =>
  mapSentence(new CoolingMap(l))
    .map((w) => w.text)
    .join("");
const codes = (l: Layout) =>
  checksOf(new CoolingMap(l))
    .map((c) => c.code)
    .sort();
/** Whether a check is of the parts among themselves: where they lie on the base is another matter. */
const besidesTheBase = (code: string) => code !== "off-base" && code !== "outlet-inside" && code !== "inlet-covered";
const all = (l: Layout, how: (p: Part) => Part): Layout => ({ ...l, parts: l.parts.map(how) });
/** Links as names only, those at the very edge of counting left out. */
const named = (l: Layout) =>
  linksOf(l)
    .map((x) => `${x.kind} ${x.a} ${x.b} ${x.by}`)
    .sort();
const place = (id: string, kind: Kind, xMm: number, yMm: number, more: object = {}) => ({
  ...newPart(kind, id, id, xMm, yMm),
  ...more,
});
const pipe = (id: string, points: [number, number, number?][], more: object = {}) =>
  ({
    ...newPath(
      "pipe",
      id,
      id,
      points.map(([xMm, yMm, bendMm = 0]) => ({ xMm, yMm, bendMm })),
    ),
    ...more,
  }) as HeatPipe;

/** A blower, fins, a plate on a processor and a pipe between: the least that cools. */
function small(): Layout {
  const l = emptyLayout("Bench 15", "", 356, 246);
  return {
    ...l,
    parts: [
      place("c", "chip", 120, 120, { role: "cpu", tag: "" }),
      place("k", "plate", 120, 120),
      pipe("h", [
        [100, 120],
        [220, 120, 12],
        [220, 30, 12],
        [280, 30],
      ]),
      place("f", "fins", 280, 22, { wMm: 80, hMm: 20 }),
      place("b", "blower", 280, 76, { wMm: 72, hMm: 72 }),
    ],
  };
}

describe("the demo's drawings", () => {
  it("say what they are", () => {
    expect(demoLayouts().map(sentence)).toEqual([
      "2 blowers, 4 pipes: 2 shared by both chips, 1 for the graphics chip, 1 for the regulators; 3 fin stacks.",
      "2 blowers, 1 vapour chamber, 2 pipes: 2 shared by both chips; 2 fin stacks.",
      "1 blower, 1 pipe for the processor; 1 fin stack.",
      "No blower, 1 spreader.",
    ]);
  });

  it("add up", () => {
    for (const l of demoLayouts())
      expect(
        checksOf(new CoolingMap(l)).map((c) => c.message),
        l.model,
        // one of them is held by screws of two lengths, which wants a word
      ).toEqual(
        l.model === "Calder Nook 13" ? [expect.stringMatching(/^The screws of S1 are 2.5 and 3.5 mm long/)] : [],
      );
  });

  it("count what a job closes on", () => {
    const counts = countsOf(tessalyK15Layout());
    expect(counts.parts.find((p) => p.kind === "blower")?.count).toBe(2);
    expect(counts.parts.find((p) => p.kind === "fins")?.count).toBe(3);
    expect(counts.screws.filter((s) => s.forWhat === "cover").reduce((s, x) => s + x.count, 0)).toBe(11);
    expect(counts.pads.reduce((s, p) => s + p.count, 0)).toBe(
      tessalyK15Layout().parts.filter((p) => p.kind === "pad").length,
    );
  });

  it("every main chip has a path to the air through named parts", () => {
    for (const l of demoLayouts()) {
      const map = new CoolingMap(l);
      for (const c of map.ofKind("chip").filter((x) => x.role === "cpu" || x.role === "gpu")) {
        const own = heatPaths(map).filter((p) => p.chip === c.id);
        expect(
          own.some((p) => p.reachesAir),
          `${l.model} ${c.role}`,
        ).toBe(true);
        for (const p of own) for (const id of p.parts) expect(map.part(id)).toBeDefined();
      }
    }
  });
});

describe("what is derived does not hang on where the drawing lies", () => {
  const steps: [string, (p: Part) => Part][] = [
    ["moved", (p) => moved(p, 37.3, -12.9)],
    ["mirrored", (p) => mirrored(p, 140.5)],
    ["turned by a right angle", (p) => turnedAbout(p, 100, 80, 90)],
    ["turned by 33 degrees", (p) => turnedAbout(p, 120, 60, 33)],
    ["mirrored, turned and moved", (p) => moved(turnedAbout(mirrored(p, 60), 20, 30, 211), 5, 80)],
  ];
  it.each(steps)("the demo's drawings %s keep links, sentence, paths and checks", (_, how) => {
    for (const l of demoLayouts()) {
      const other = all(l, how);
      expect(named(other)).toEqual(named(l));
      expect(sentence(other)).toBe(sentence(l));
      expect(heatPaths(new CoolingMap(other))).toEqual(heatPaths(new CoolingMap(l)));
      expect(codes(other).filter(besidesTheBase)).toEqual(codes(l));
      for (const [i, x] of linksOf(l).entries()) expect(linksOf(other)[i]?.areaMm2).toBeCloseTo(x.areaMm2, 0);
    }
  });

  it("any drawing keeps its links when moved by whole millimetres or mirrored", () => {
    fc.assert(
      fc.property(anyLayout, fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }), (l, dx, dy) => {
        expect(named(all(l, (p) => moved(p, dx, dy)))).toEqual(named(l));
        expect(named(seenFromAbove(l))).toEqual(named(l));
      }),
      { numRuns: 60 },
    );
  });

  it("seen from above twice is the drawing itself", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        const twice = seenFromAbove(seenFromAbove(l));
        expect(twice.parts.map((p) => ({ ...p, turnDeg: 0, xMm: 0, points: 0 }))).toEqual(
          l.parts.map((p) => ({ ...p, turnDeg: 0, xMm: 0, points: 0 })),
        );
        for (const [i, p] of twice.parts.entries()) {
          const was = l.parts[i];
          if (was && "xMm" in p && "xMm" in was) {
            expect(p.xMm).toBeCloseTo(was.xMm, 3);
            expect((((p.turnDeg - was.turnDeg) % 360) + 360) % 360).toBeCloseTo(0, 6);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("links", () => {
  it("told by hand hold over what overlap says, either way", () => {
    const l = small();
    expect(named(l)).toContain("pipe-on-plate h k overlap");
    const cut = { ...l, links: [{ a: "k", b: "h", is: false }] };
    expect(named(cut).join()).not.toContain("pipe-on-plate");
    expect(codes(cut)).toContain("no-path-to-air");
    const apart = {
      ...l,
      parts: l.parts.map((p) => (p.id === "f" ? moved(p, 0, 150) : p)),
      links: [
        { a: "f", b: "h", is: true },
        { a: "b", b: "f", is: true },
      ],
    };
    expect(named(apart)).toEqual(expect.arrayContaining(["pipe-into-fins h f told", "blower-through-fins b f told"]));
    expect(codes(apart)).not.toContain("no-path-to-air");
  });

  it("of parts that cannot belong together, or are gone, are passed over", () => {
    const l = small();
    expect(
      named({
        ...l,
        links: [
          { a: "c", b: "b", is: true },
          { a: "c", b: "nowhere", is: true },
        ],
      }),
    ).toEqual(named(l));
  });

  it("a spreader's window does not lie on the chip in it", () => {
    const l = emptyLayout("Bench 13", "", 300, 212);
    const chip = place("c", "chip", 150, 60, { role: "cpu", dieWMm: 10, dieHMm: 10 });
    const spreader = (w: number) => place("s", "spreader", 150, 60, { wMm: 200, hMm: 60, windowWMm: w, windowHMm: w });
    expect(named({ ...l, parts: [chip, spreader(0)] })).toEqual(["plate-on-chip s c overlap"]);
    expect(named({ ...l, parts: [chip, spreader(30)] })).toEqual([]);
  });

  it("a screw near a plate's arm is taken to hold it, the smaller plate first", () => {
    const l = small();
    expect(spreadAt(l, 120 - 8 - (l.parts[1] as Extract<Part, { kind: "plate" }>).wMm / 2, 120)?.id).toBe("k");
    expect(spreadAt(l, 20, 200)).toBeUndefined();
  });
});

describe("the checks", () => {
  const without = (id: string) => ({ ...small(), parts: small().parts.filter((p) => p.id !== id) });
  const plus = (...parts: Part[]) => ({ ...small(), parts: [...small().parts, ...parts] });

  it("have nothing to say of an assembly that cools", () => expect(codes(small())).toEqual([]));

  it.each([
    ["h", ["no-path-to-air"]],
    ["f", ["blower-without-fins", "no-path-to-air", "pipe-ends-in-nothing"]],
    ["b", ["fins-without-blower", "no-path-to-air"]],
  ])("without %s: %j", (id, wants) => expect(codes(without(id))).toEqual(wants));

  it("a pipe laid straight on the die takes its heat; one that misses it does not", () => {
    expect(codes(without("k"))).toEqual([]);
    const beside = { ...without("k"), parts: without("k").parts.map((p) => (p.id === "c" ? moved(p, 0, 40) : p)) };
    expect(codes(beside)).toEqual(["no-path-to-air", "pipe-takes-nothing"]);
  });

  it("miss pads under the assembly, once for all chips of a kind", () => {
    const chips = [0, 1].map((k) =>
      place(`m${k}`, "chip", 108 + 22 * k, 140, { role: "memory", tag: "", wMm: 10, hMm: 8, dieWMm: 0, dieHMm: 0 }),
    );
    const plate = {
      ...small(),
      parts: small().parts.map((p) => (p.id === "k" ? { ...p, wMm: 60, hMm: 60 } : p)),
    } as Layout;
    const bare = { ...plate, parts: [...plate.parts, ...chips] };
    expect(checksOf(new CoolingMap(bare)).map((c) => c.message)).toEqual(["2 memory chips have no pad."]);
    const pads = chips.map((c, k) =>
      place(`p${k}`, "pad", "xMm" in c ? c.xMm : 0, 140, { wMm: 10, hMm: 8, thicknessMm: 1 + k * 0.5 }),
    );
    expect(codes({ ...bare, parts: [...bare.parts, ...pads] })).toEqual(["pads-unlike"]);
    expect(codes({ ...bare, parts: [...bare.parts, ...pads.map((p) => ({ ...p, thicknessMm: 1 }) as Part)] })).toEqual(
      [],
    );
    expect(
      codes({
        ...bare,
        parts: [...bare.parts, ...pads.map((p) => ({ ...p, thicknessMm: 1, state: "missing" }) as Part)],
      }),
    ).toEqual(["no-pad"]);
  });

  const stamped = (stamps: string[], spots: [number, number][]) =>
    plus(
      ...spots.map(([x, y], i) =>
        place(`s${i}`, "screw", x, y, { tag: "", forWhat: "k", stamp: stamps[i] ?? "", wMm: 6, hMm: 6 }),
      ),
    );
  const round: [number, number][] = [
    [100, 100],
    [140, 100],
    [140, 140],
    [100, 140],
  ];
  it("find a stamped number twice, one missing, and screws that do not surround the chip", () => {
    expect(codes(stamped(["1", "2", "3", "4"], round))).toEqual([]);
    expect(codes(stamped(["1", "2", "2", "4"], round))).toContain("stamp-twice");
    expect(codes(stamped(["1", "2", "4", "5"], round))).toContain("stamp-missing");
    expect(
      codes(
        stamped(
          ["1", "2", "3"],
          [
            [100, 100],
            [104, 140],
            [98, 120],
          ],
        ),
      ),
    ).toContain("screws-not-around");
  });

  it("stamps may start anew on each plate or run on over plates joined by a pipe", () => {
    const second = [place("g", "chip", 190, 120, { role: "gpu", tag: "" }), place("k2", "plate", 190, 120)];
    const on = (plate: string, x: number, stamps: string[]) =>
      stamps.map((stamp, i) =>
        place(`${plate}-${i}`, "screw", x + (i % 2 ? 20 : -20), 120 + (i < 2 ? -20 : 20), {
          tag: "",
          forWhat: plate,
          stamp,
          wMm: 6,
          hMm: 6,
        }),
      );
    const both = (a: string[], b: string[]) =>
      codes(plus(...second, ...on("k", 120, a), ...on("k2", 190, b))).filter((c) => c.startsWith("stamp"));
    expect(rigidGroups(new CoolingMap(plus(...second))).map((g) => g.map((p) => p.id))).toEqual([["k", "k2"]]);
    expect(both(["1", "2", "3", "4"], ["1", "2", "3", "4"])).toEqual([]);
    expect(both(["1", "2", "3", "4"], ["5", "6", "7", "8"])).toEqual([]);
    expect(both(["1", "2", "3", "4"], ["5", "6", "6", "8"])).toEqual(["stamp-missing", "stamp-twice"]);
    expect(both(["1", "2", "4", "3"], ["1", "2", "4", "5"])).toEqual(["stamp-missing"]);
  });

  it("a pipe past its usual load, by figures that can be set", () => {
    const thin = {
      ...small(),
      parts: small().parts.map((p) => (p.id === "h" ? { ...p, widthMm: 4, heightMm: 1.2 } : p)),
    } as Layout;
    expect(codes(thin)).toEqual(["pipe-over-capacity"]);
    expect(codes({ ...thin, figures: { ...usualFigures, pipe6W: 190 } })).toEqual([]);
  });

  it("a pipe carries less the thinner, the flatter and the more bent it is", () => {
    const w = (points: [number, number, number?][], more: object = {}) =>
      levelCapacityW(pipe("h", points, { widthMm: 7.998, heightMm: 2.5, ...more }), usualFigures);
    expect(
      w([
        [0, 0],
        [100, 0],
      ]),
    ).toBeCloseTo(usualFigures.pipe6W, 2);
    expect(
      w([
        [0, 0],
        [50, 0, 12],
        [50, 50],
      ]),
    ).toBeCloseTo(usualFigures.pipe6W * (1 - usualFigures.perBend), 2);
    expect(
      w(
        [
          [0, 0],
          [100, 0],
        ],
        { heightMm: 1.5 },
      ),
    ).toBeLessThan(
      w([
        [0, 0],
        [100, 0],
      ]),
    );
    expect(
      w(
        [
          [0, 0],
          [100, 0],
        ],
        { widthMm: 15.32 },
      ),
    ).toBeCloseTo(usualFigures.pipe6W * (10.66 / 6) ** 1.5, 0);
  });

  it("a chip of any drawing is never said to reach the air and not to reach it", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        const map = new CoolingMap(l);
        const stuck = new Set(
          checksOf(map)
            .filter((c) => c.code === "no-path-to-air")
            .flatMap((c) => c.parts),
        );
        for (const p of heatPaths(map)) if (p.reachesAir) expect(stuck.has((map.part(p.chip) as Chip).id)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });
});
