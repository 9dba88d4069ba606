import { many } from "../../../testing/long";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { CoolingMap } from "../../drawing/parts";
import {
  assembliesOf,
  geometricFractions,
  oneSideFirst,
  orderLean,
  RigidPlate,
  tightenFile,
  tightenPlan,
  type ChipFace,
  type PlateScrew,
} from "./index";

const chip = (xMm = 0, yMm = 0, widthMm = 20, heightMm = 12): ChipFace => ({ id: "c", xMm, yMm, widthMm, heightMm });
const screw = (id: string, xMm: number, yMm: number, stamp?: string): PlateScrew => ({
  id,
  xMm,
  yMm,
  ...(stamp ? { stamp } : {}),
});
const four = [screw("a", -20, -16), screw("b", 20, -16), screw("c", 20, 16), screw("d", -20, 16)];

describe("a rigid plate on chip faces", () => {
  it("is even under equal screws, and leans by the closed form under one", () => {
    const plate = new RigidPlate([chip()]);
    expect(plate.plane(four, [1, 1, 1, 1])).toMatchObject({
      lean: expect.closeTo(0, 12) as number,
      offMm: { x: 0, y: 0 },
    });
    // one force at (ex, ey) on a w by h face: smallest corner / mean = 1 − 6|ex|/w − 6|ey|/h (the kern of a rectangle)
    expect(plate.plane([screw("a", 2, -1)], [1]).lean).toBeCloseTo((6 * 2) / 20 + (6 * 1) / 12, 12);
    expect(plate.plane([screw("a", 2, -1)], [1]).drives.x).toBeLessThan(0);
  });

  it("keeps its lean when everything is moved, scaled or mirrored, and whatever the preload", () => {
    const spot = fc.record({ xMm: fc.integer({ min: -40, max: 40 }), yMm: fc.integer({ min: -40, max: 40 }) });
    fc.assert(
      fc.property(
        fc.array(spot, { minLength: 1, maxLength: 6 }),
        fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (spots, f) => {
          const screws = spots.map((s, i) => ({ ...s, id: String(i) }));
          const faces = [chip(0, 0, 18, 10), { ...chip(34, 4, 24, 22), id: "g" }];
          const lean = new RigidPlate(faces).plane(screws, f).lean;
          const by = (how: (x: number, y: number) => [number, number], k = 1) =>
            new RigidPlate(
              faces.map((c) => ({
                ...c,
                xMm: how(c.xMm, c.yMm)[0],
                yMm: how(c.xMm, c.yMm)[1],
                widthMm: c.widthMm * k,
                heightMm: c.heightMm * k,
              })),
            ).plane(
              screws.map((s) => ({ ...s, xMm: how(s.xMm, s.yMm)[0], yMm: how(s.xMm, s.yMm)[1] })),
              f.map((v) => v * 7),
            ).lean;
          expect(by((x, y) => [x + 31, y - 8])).toBeCloseTo(lean, 8);
          expect(by((x, y) => [-x, y])).toBeCloseTo(lean, 8);
          expect(by((x, y) => [3 * x, 3 * y], 3)).toBeCloseTo(lean, 8);
        },
      ),
    );
  });

  it("counts faces that overlap once, and refuses none", () => {
    const two = new RigidPlate([chip(-5, 0, 20, 12), chip(5, 0, 20, 12)]);
    expect(two.areaMm2).toBeCloseTo(30 * 12, 9);
    expect(two.plane([screw("a", 2, 1)], [1]).lean).toBeCloseTo(
      new RigidPlate([chip(0, 0, 30, 12)]).plane([screw("a", 2, 1)], [1]).lean,
      9,
    );
    expect(() => new RigidPlate([chip(0, 0, 0, 10)])).toThrow(RangeError);
  });
});

function* permutations<T>(of: readonly T[]): Generator<T[]> {
  if (of.length <= 1) yield [...of];
  else
    for (const [i, v] of of.entries())
      for (const rest of permutations([...of.slice(0, i), ...of.slice(i + 1)])) yield [v, ...rest];
}

describe("the order to tighten in", () => {
  it("is as good as the best of all orders, up to six screws, in the long run seven", () => {
    const screws = fc.integer({ min: 1, max: many(6, 7) }).chain((n) =>
      fc.array(fc.record({ xMm: fc.integer({ min: -40, max: 60 }), yMm: fc.integer({ min: -30, max: 30 }) }), {
        minLength: n,
        maxLength: n,
      }),
    );
    const rounds = fc.constantFrom([1], [0.2, 1], [0.2, 0.5, 1], [0.1, 0.3, 0.6, 1]);
    fc.assert(
      fc.property(screws, rounds, fc.boolean(), (spots, fractions, two) => {
        const own = spots.map((s, i) => ({ ...s, id: String(i) }));
        const faces = two ? [chip(0, 0, 18, 10), { ...chip(34, 4, 24, 22), id: "g" }] : [chip()];
        const plan = tightenPlan(own, faces, fractions);
        let least = Infinity;
        for (const order of permutations(own.map((s) => s.id)))
          least = Math.min(least, orderLean(own, faces, order, fractions).totalLean);
        expect(plan.totalLean).toBeCloseTo(least, 6);
        expect(orderLean(own, faces, plan.order, fractions).totalLean).toBeCloseTo(plan.totalLean, 9);
        expect([...plan.order].sort()).toEqual(own.map((s) => s.id).sort());
      }),
      { numRuns: 25 },
    );
  });

  it("of four screws goes crosswise", () => {
    const { order, steps, worstLean } = tightenPlan(four, [chip()], [0.2, 0.5, 1]);
    const across: Record<string, string> = { a: "c", b: "d", c: "a", d: "b" };
    expect(order[1]).toBe(across[order[0] ?? ""]);
    expect(order[3]).toBe(across[order[2] ?? ""]);
    expect(steps.map((s) => s.round)).toEqual([1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3]);
    expect(steps.filter((s) => s.round > 1).every((s) => s.lean <= worstLean)).toBe(true);
    expect(steps[steps.length - 1]?.lean).toBeCloseTo(0, 9);
  });

  it("leans less the more rounds there are, and less than one side first", () => {
    const worst = [2, 3, 4].map((r) => tightenPlan(four, [chip()], geometricFractions(r)).worstLean);
    expect(worst[0]).toBeGreaterThan(worst[1] ?? 0);
    expect(worst[1]).toBeGreaterThan(worst[2] ?? 0);
    const hurried = orderLean(four, [chip()], oneSideFirst(four), geometricFractions(3));
    expect(tightenPlan(four, [chip()]).totalLean).toBeLessThan(hurried.totalLean);
  });

  it("is compared with the stamped one where every stamp can be read", () => {
    const stamped = four.map((s, i) => ({ ...s, stamp: ["1", "3", "2", "10"][i] ?? "" }));
    expect(tightenPlan(stamped, [chip()]).stamped?.order).toEqual(["a", "c", "b", "d"]);
    expect(tightenPlan([...four, screw("e", 0, 20, "1")], [chip()]).stamped).toBeUndefined();
    const plan = tightenPlan(stamped, [chip()]);
    expect(plan.totalLean).toBeLessThanOrEqual((plan.stamped?.totalLean ?? 0) + 1e-9);
  });

  it("of sixteen screws comes, of seventeen is refused", () => {
    const ring = (n: number) =>
      Array.from({ length: n }, (_, i) =>
        screw(`s${i}`, 40 * Math.cos((2 * Math.PI * i) / n), 30 * Math.sin((2 * Math.PI * i) / n)),
      );
    expect(tightenPlan(ring(16), [chip()]).order.length).toBe(16);
    expect(() => tightenPlan(ring(17), [chip()])).toThrow(RangeError);
  });

  it("is found for every assembly of the demo, and beats or meets its stamps", () => {
    for (const l of demoLayouts()) {
      const assemblies = assembliesOf(new CoolingMap(l));
      expect(assemblies.length, l.model).toBe(1);
      for (const a of assemblies) {
        const plan = tightenPlan(a.screws, a.chips);
        expect(plan.stamped, l.model).toBeDefined();
        expect(plan.totalLean).toBeLessThanOrEqual((plan.stamped?.totalLean ?? 0) + 1e-9);
      }
    }
  });
});

describe("a file for the planner", () => {
  const text = (more: object) => JSON.stringify({ screws: four, chips: [chip()], ...more });
  const why = (t: string) => {
    const r = tightenFile(t);
    return r.ok ? "" : r.problem.message;
  };
  it("is read, and refused with its place", () => {
    expect(tightenFile(text({ fractions: [0.2, 0.5, 1] }))).toMatchObject({
      ok: true,
      value: { screws: four, fractions: [0.2, 0.5, 1] },
    });
    expect(why("{")).toContain("not JSON");
    expect(why(text({ screws: [{ id: "a", xMm: "left", yMm: 0 }] }))).toContain("screws[0].xMm must be a number");
    expect(why(text({ screws: [...four, four[0]] }))).toContain("screws[4].id stands twice");
    expect(why(text({ screws: [] }))).toContain("1 to 16 screws");
    expect(why(text({ chips: [{ ...chip(), widthMm: 0 }] }))).toContain("chips[0].widthMm must be a number above 0");
    expect(why(text({ fractions: [0.5, 0.5] }))).toContain("fractions[1] must be more");
    expect(why("[]")).toContain("must be an object");
  });
});
