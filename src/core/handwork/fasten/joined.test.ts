import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { CoolingMap } from "../../drawing/parts";
import {
  assembliesOf,
  Footing,
  orderLean,
  pipeSection,
  pipeStiffness,
  PlateFrame,
  RigidPlate,
  structuresOf,
  tightenFile,
  tightenPlan,
  type ChipFace,
  type Joined,
  type PipeSpring,
  type PlateScrew,
} from "./index";

const pipe = (points: [number, number][], widthMm = 8, heightMm = 2.6): PipeSpring => ({
  from: "A",
  to: "B",
  points,
  widthMm,
  heightMm,
});

describe("a pipe as a spring", () => {
  const L = 40;
  const { bend, twist } = pipeSection(8, 2.6);

  it("straight is a beam: 12 EI/L³ between clamped ends, 4 EI/L at a held one, GJ/L in twist", () => {
    const K = pipeStiffness(
      pipe([
        [0, 0],
        [L, 0],
      ]),
    );
    // held level at the far end, lifted by 1 mm
    expect(K.get(0, 0) / ((12 * bend) / L ** 3)).toBeCloseTo(1, 3);
    expect(K.get(0, 1) / ((-6 * bend) / L ** 2)).toBeCloseTo(1, 3);
    expect(K.get(1, 1) / ((4 * bend) / L)).toBeCloseTo(1, 2);
    expect(K.get(2, 2) / (twist / L)).toBeCloseTo(1, 1);
    expect(K.get(0, 2)).toBeCloseTo(0, 6);
  });

  it("is the same in pieces, and turned with the sheet", () => {
    const whole = pipeStiffness(
      pipe([
        [0, 0],
        [L, 0],
      ]),
    );
    const pieces = pipeStiffness(
      pipe([
        [0, 0],
        [7, 0],
        [7, 0],
        [23, 0],
        [L, 0],
      ]),
    );
    const turned = pipeStiffness(
      pipe([
        [3, -5],
        [3, L - 5],
      ]),
    );
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) {
        expect(pieces.get(r, c) / (whole.get(r, c) || 1)).toBeCloseTo(whole.get(r, c) ? 1 : 0, 6);
        const swap = [0, 2, 1];
        const there = whole.get(swap[r] ?? 0, swap[c] ?? 0);
        expect(turned.get(r, c) / (there || 1)).toBeCloseTo(there ? 1 : 0, 6);
      }
  });

  it("bent at a right angle is as two arms by hand: the second bends, and twists the first", () => {
    const [a, b] = [30, 20];
    const K = pipeStiffness(
      pipe([
        [0, 0],
        [a, 0],
        [a, b],
      ]),
    );
    // flexibility of the end's height under a force there: a³/3EI + b³/3EI + a b²/GJ
    const gives = a ** 3 / (3 * bend) + b ** 3 / (3 * bend) + (a * b * b) / twist;
    expect(inverseAt00(K.to2DArray()) / gives).toBeCloseTo(1, 2);
  });

  it("does nothing while the plates move as one", () => {
    const bodies = [
      { id: "A", xMm: -10, yMm: 4 },
      { id: "B", xMm: 30, yMm: -6 },
    ];
    const { pipes } = new PlateFrame(bodies, [
      pipe([
        [0, 0],
        [12, 3],
        [20, 0],
      ]),
    ]);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }),
        ([h = 0, a = 0, b = 0]) => {
          const q = bodies.flatMap((o) => [h + a * o.xMm + b * o.yMm, a, b]);
          const f = pipes.to2DArray().map((row) => row.reduce((t, v, i) => t + v * (q[i] ?? 0), 0));
          // held against what the stiffness of the pipe would make of a millimetre
          for (const v of f) expect(Math.abs(v)).toBeLessThan(1e-6 * pipes.get(0, 0) * 40);
        },
      ),
    );
  });
});

/** The corner of the inverse of a 3 by 3, by cofactors. */
function inverseAt00(m: number[][]): number {
  const at = (r: number, c: number) => m[r]?.[c] ?? 0;
  const cofactor = at(1, 1) * at(2, 2) - at(1, 2) * at(2, 1);
  const det =
    at(0, 0) * cofactor -
    at(0, 1) * (at(1, 0) * at(2, 2) - at(1, 2) * at(2, 0)) +
    at(0, 2) * (at(1, 0) * at(2, 1) - at(1, 1) * at(2, 0));
  return cofactor / det;
}

const face = (id: string, xMm: number): ChipFace => ({ id, xMm, yMm: 0, widthMm: 15, heightMm: 11 });
const corner = (id: string, xMm: number, yMm: number): PlateScrew => ({ id, xMm, yMm, forceN: 9 });
const chips = [face("c", 0), face("g", 58)];
const screws = [
  ...[0, 58].flatMap((x, k) =>
    [
      [-18, -20],
      [19, -20],
      [19, 21],
      [-18, 21],
    ].map(([dx = 0, dy = 0], i) => corner(String(1 + i + 4 * k), x + dx, dy)),
  ),
];
const plates = [
  { id: "A", screws: ["1", "2", "3", "4"], chips: ["c"] },
  { id: "B", screws: ["5", "6", "7", "8"], chips: ["g"] },
];
const joinedBy = (pipes: PipeSpring[]): Joined => ({ plates, pipes });
const some = [1, 0.3, 1, 0.3, 0.3, 0.3, 1, 0.3];

describe("plates that pipes join", () => {
  it("are each alone while nothing joins them", () => {
    const leans = new Footing(screws, chips, joinedBy([])).leans(some);
    const own = (k: number) =>
      new RigidPlate(chips.slice(k, k + 1)).plane(screws.slice(4 * k, 4 * k + 4), some.slice(4 * k, 4 * k + 4)).lean;
    expect(leans[0]).toBeCloseTo(own(0), 9);
    expect(leans[1]).toBeCloseTo(own(1), 9);
  });

  it("are one rigid plate where pipes are thick beyond measure", () => {
    const thick = new Footing(
      screws,
      chips,
      joinedBy([
        pipe(
          [
            [28, 0],
            [29, 0],
          ],
          60,
          60,
        ),
      ]),
    );
    const one = new RigidPlate(chips);
    const [F, x, y] = one.load(screws, some);
    const total = thick.total(some);
    expect((total[0] ?? 0) + (total[3] ?? 0)).toBeCloseTo(F, 6);
    // pressure at the four outer corners is that of one plane
    const pressure = (part: number, dx: number, dy: number) => {
      const own = new RigidPlate(chips.slice(part, part + 1));
      const [f, mx, my] = [0, 1, 2].map((k) => total[3 * part + k] ?? 0) as [number, number, number];
      return f / own.areaMm2 + (mx / own.moments.xx) * dx + (my / own.moments.yy) * dy;
    };
    const plane = (px: number, py: number) => {
      const { xx, yy } = one.moments;
      return F / one.areaMm2 + (x / xx) * (px - one.middle.x) + (y / yy) * (py - one.middle.y);
    };
    for (const [part, at] of [
      [0, 0],
      [1, 58],
    ] as const)
      for (const dx of [-7.5, 7.5])
        for (const dy of [-5.5, 5.5]) expect(pressure(part, dx, dy)).toBeCloseTo(plane(at + dx, dy), 3);
  });

  it("lean less the stiffer the pipe between them is, and carry all the screws give", () => {
    const worst = [0.6, 1.5, 2.6, 5].map((height) => {
      const footing = new Footing(
        screws,
        chips,
        joinedBy([
          pipe(
            [
              [22, 0],
              [36, 0],
            ],
            8,
            height,
          ),
        ]),
      );
      const total = footing.total(some);
      expect((total[0] ?? 0) + (total[3] ?? 0)).toBeCloseTo(
        some.reduce((a, b) => a + b, 0),
        6,
      );
      return Math.max(...footing.leans(some));
    });
    for (let i = 1; i < worst.length; i++) expect(worst[i]).toBeLessThan(worst[i - 1] ?? 0);
  });

  it("are planned for what each chip feels: the plan beats every order drawn at random", () => {
    const joined = joinedBy([
      pipe([
        [22, -4],
        [36, -4],
      ]),
      pipe([
        [22, 5],
        [36, 5],
      ]),
    ]);
    const plan = tightenPlan(screws, chips, [0.3, 1], joined);
    expect(plan.plates?.map((p) => p.id)).toEqual(["A", "B"]);
    expect(plan.totalLean).toBeCloseTo(plan.plates?.reduce((t, p) => t + p.totalLean, 0) ?? 0, 9);
    expect(plan.worstLean).toBe(Math.max(...(plan.plates?.map((p) => p.worstLean) ?? [])));
    expect(plan.steps[5]?.lean).toBe(Math.max(...(plan.steps[5]?.leans ?? [])));
    fc.assert(
      fc.property(
        fc.shuffledSubarray(
          screws.map((s) => s.id),
          { minLength: 8 },
        ),
        (order) => {
          const other = orderLean(screws, chips, order, [0.3, 1], joined);
          expect(other.totalLean).toBeGreaterThanOrEqual(plan.totalLean - 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("that bear on no chip are held by what lies under them and count no lean", () => {
    const third = { id: "R", screws: ["9"], chips: [] };
    const more = [...screws, corner("9", 100, 0)];
    const footing = new Footing(more, chips, {
      plates: [...plates, third],
      pipes: [
        pipe([
          [22, 0],
          [36, 0],
        ]),
      ],
    });
    expect(footing.parts.map((p) => p.id)).toEqual(["A", "B"]);
    expect(footing.leans(more.map(() => 1)).every(Number.isFinite)).toBe(true);
    expect(() => new Footing(screws, [], { plates, pipes: [] })).toThrow(RangeError);
  });
});

describe("the structures of a drawing", () => {
  const maps = new Map(demoLayouts().map((l) => [l.model, new CoolingMap(l)]));
  const k15 = maps.get("Tessaly K15");

  it("join the K15's two plates by two short pieces of pipe, and let its spreader go with the plate it frames", () => {
    if (!k15) throw new Error("no K15");
    const [one] = structuresOf(k15);
    const tag = (id: string) => k15.part(id)?.tag;
    expect(structuresOf(k15)).toHaveLength(1);
    expect(one?.pipes.map((p) => [tag(p.from), tag(p.to)])).toEqual([
      ["C1", "C2"],
      ["C1", "C2"],
    ]);
    expect(one?.carried.map((c) => [c.spread.tag, tag(c.by)])).toEqual([["S1", "C2"]]);
    for (const p of one?.pipes ?? []) {
      const [first, last] = [p.points[0], p.points.at(-1)];
      expect(Math.abs((last?.[0] ?? 0) - (first?.[0] ?? 0))).toBeGreaterThan(12);
      expect(Math.abs((last?.[0] ?? 0) - (first?.[0] ?? 0))).toBeLessThan(17);
    }
  });

  it("plan the K15 between plates that are alone and plates that are one", () => {
    const [a] = k15 ? assembliesOf(k15) : [];
    if (!a) throw new Error("no assembly");
    const joined = tightenPlan(a.screws, a.chips, [0.2, 0.447, 1], a);
    const free = tightenPlan(a.screws, a.chips, [0.2, 0.447, 1], { plates: a.plates, pipes: [] });
    const rigid = tightenPlan(a.screws, a.chips, [0.2, 0.447, 1]);
    expect(rigid.worstLean).toBeLessThan(joined.worstLean);
    expect(joined.worstLean).toBeLessThan(free.worstLean);
    expect(joined.stamped?.totalLean).toBeGreaterThan(joined.totalLean);
    // alone on C1 nothing beats the stamped order
    const own = { screws: a.screws.slice(0, 4), chips: a.chips.slice(0, 1) };
    const alone = tightenPlan(own.screws, own.chips, [0.2, 0.447, 1]);
    expect(alone.stamped?.totalLean).toBeCloseTo(alone.totalLean, 9);
  });

  it("reach a pad under a free pipe near a plate, and none far from one", () => {
    const w14 = maps.get("Wrenfell 14");
    const near = w14 ? structuresOf(w14, true) : [];
    expect(near[0]?.onPipes.map((p) => p.pad.tag)).toEqual(["P1"]);
    expect(near[0]?.pipes).toHaveLength(1);
    const far = k15 ? structuresOf(k15, true) : [];
    expect(far.flatMap((s) => s.onPipes)).toEqual([]);
  });
});

describe("a file with plates", () => {
  const base = {
    screws: [
      { id: 1, xMm: 0, yMm: 0 },
      { id: 2, xMm: 60, yMm: 0 },
    ],
    chips: [
      { id: "c", xMm: 0, yMm: 0, widthMm: 10, heightMm: 10 },
      { id: "g", xMm: 60, yMm: 0, widthMm: 10, heightMm: 10 },
    ],
    plates: [
      { id: "A", screws: [1], chips: ["c"] },
      { id: "B", screws: ["2"], chips: ["g"] },
    ],
    pipes: [
      {
        from: "A",
        to: "B",
        points: [
          [5, 0],
          [55, 0],
        ],
        widthMm: 8,
        heightMm: 2.6,
      },
    ],
  };
  const read = (more: object) => tightenFile(JSON.stringify({ ...base, ...more }));
  const problem = (more: object) => {
    const r = read(more);
    return r.ok ? "" : r.problem.message;
  };

  it("is read with its plates and pipes, ids as text", () => {
    const r = read({});
    expect(r.ok && r.value.joined).toEqual({
      plates: [
        { id: "A", screws: ["1"], chips: ["c"] },
        { id: "B", screws: ["2"], chips: ["g"] },
      ],
      pipes: base.pipes,
    });
    const plain = read({ plates: undefined, pipes: undefined });
    expect(plain.ok && plain.value.joined).toBeUndefined();
  });

  it("says where plates and screws do not belong together", () => {
    const [A, B] = base.plates;
    expect(problem({ plates: [A, { ...B, screws: [3] }] })).toBe("plates[1].screws[0] names none of the screws.");
    expect(problem({ plates: [A, { ...B, screws: [1, 2] }] })).toBe("plates[1].screws[0] stands under two plates.");
    expect(problem({ plates: [A, { ...B, screws: [] }] })).toBe("screws[1].id stands under no plate.");
    expect(problem({ plates: [A, { ...B, chips: ["x"] }] })).toBe("plates[1].chips[0] names none of the chips.");
    expect(problem({ plates: [A, { ...B, chips: [] }] })).toBe("chips[1].id stands under no plate.");
    expect(problem({ plates: [A, { ...B, id: "A" }] })).toBe("plates[1].id stands twice.");
    expect(problem({ plates: undefined })).toBe("plates must be given where pipes are.");
    expect(problem({ pipes: [{ ...base.pipes[0], to: "C" }] })).toBe("pipes[0].to names none of the plates.");
    expect(problem({ pipes: [{ ...base.pipes[0], from: "C" }] })).toBe("pipes[0].from names none of the plates.");
    expect(problem({ pipes: [{ ...base.pipes[0], points: [[0, 0]] }] })).toMatch(/points/);
  });
});
