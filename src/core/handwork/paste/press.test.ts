import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { symmetric3 } from "./three";
import { bearing, bondLineM, PASTES, pressing, pressingOf, stepsInOrder, TURN_S, type Paste } from "./index";

const grey = PASTES[0] as Paste;

describe("what bears the plate", () => {
  it("is at Prasher's bond line just the pressure that makes it", () => {
    fc.assert(
      fc.property(fc.double({ min: 2e4, max: 4e5, noNaN: true }), (pa) => {
        const gap = bondLineM({ ...grey, fillerUm: 0 }, pa);
        expect(bearing({ ...grey, fillerUm: 1 }, true, gap, gap)[0] / pa).toBeCloseTo(1, 6);
      }),
    );
  });
  it("grows as the gap closes, as fast as it says", () => {
    fc.assert(
      fc.property(fc.double({ min: 2.5e-5, max: 2e-4, noNaN: true }), (gap) => {
        const d = 1e-10;
        const [a, slope] = bearing(grey, true, gap, gap);
        const [b] = bearing(grey, true, gap - d, gap - d);
        expect(b).toBeGreaterThan(a);
        expect((b - a) / d / slope).toBeCloseTo(1, 3);
      }),
    );
  });
  it("bare faces bear nothing until they meet", () => {
    expect(bearing(grey, false, 1e-4, 1e-4)).toEqual([0, 0]);
    expect(bearing(grey, false, 1e-7, -1e-6)[0]).toBeGreaterThan(1e6);
  });
});

describe("what the screws press with", () => {
  const points = [
    { id: "a", xMm: -10, yMm: -8 },
    { id: "b", xMm: 10, yMm: 8 },
  ];
  it("is the sum of those that bite, with their moments, and more while a corner stands high", () => {
    const level = pressing(points, { atS: 0, forcesN: [9, 9] }, 0, [1e-3, 0, 0]);
    expect(level.want[0]).toBe(18);
    expect(level.want[1]).toBeCloseTo(0, 12);
    const one = pressing(points, { atS: 0, forcesN: [9, 0] }, 3000, [1e-3, 0, 0]);
    expect(one.want[0]).toBeCloseTo(12, 9);
    expect(one.want[1]).toBeCloseTo(12 * -0.01, 9);
    // a corner sunk by more than its spring was pressed lets go altogether
    expect(pressing(points, { atS: 0, forcesN: [9, 0] }, 3000, [-4e-3, 0, 0]).want[0]).toBe(0);
  });
  it("comes turn by turn, in rounds, and ends with all of them home", () => {
    const screws = points.map((p) => ({ ...p, forceN: 9 }));
    const p = pressingOf(screws, { xMm: 2, yMm: 0 }, stepsInOrder(["b", "a"], 2), [0.25, 1]);
    expect(p.loads.map((l) => l.forcesN)).toEqual([
      [0, 2.25],
      [2.25, 2.25],
      [2.25, 9],
      [9, 9],
    ]);
    expect(p.loads.map((l) => l.atS)).toEqual([0, 1, 2, 3].map((k) => k * TURN_S));
    expect(p.points[0]).toEqual({ id: "a", xMm: -12, yMm: -8 });
    expect(p.springNmm).toBe(3);
    expect(pressingOf(screws, { xMm: 0, yMm: 0 }, [], [1]).loads).toEqual([{ atS: 0, forcesN: [9, 9] }]);
  });
});

describe("three equations", () => {
  it("are solved, whatever the scale of their unknowns", () => {
    const value = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(fc.array(value, { minLength: 9, maxLength: 9 }), fc.tuple(value, value, value), (l, b) => {
        // L Lᵀ + 1 is symmetric and positive; the second and third unknown a thousand times smaller
        const at = (r: number, c: number) =>
          [0, 1, 2].reduce((s, k) => s + (l[3 * r + k] ?? 0) * (l[3 * c + k] ?? 0), r === c ? 1 : 0);
        const k = [1, 1e-3, 1e-3];
        const A = new Float64Array(9);
        for (let r = 0; r < 3; r++) for (let c = r; c < 3; c++) A[3 * r + c] = at(r, c) * (k[r] ?? 1) * (k[c] ?? 1);
        const rhs = b.map((v, r) => v * (k[r] ?? 1)) as [number, number, number];
        const x = symmetric3(A, rhs);
        for (let r = 0; r < 3; r++) {
          const got = [0, 1, 2].reduce((s, c) => s + (A[3 * Math.min(r, c) + Math.max(r, c)] ?? 0) * (x[c] ?? 0), 0);
          expect(got / (k[r] ?? 1)).toBeCloseTo(b[r] ?? 0, 6);
        }
      }),
    );
  });
});
