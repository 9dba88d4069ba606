import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  amountFor,
  beadMm,
  bondLineM,
  dropMm,
  jobsLeft,
  laidHeights,
  PASTES,
  PATTERNS,
  stopsOf,
  strokesOf,
  takenMm3,
  type Paste,
} from "./index";

const grey = PASTES[0] as Paste;
const silver = PASTES[3] as Paste;
const metal = PASTES[4] as Paste;
const face = { widthMm: 15, heightMm: 9.5, forceN: 36, powerW: 45 };

describe("the bond line", () => {
  it("follows Prasher's scaling, and is never thinner than the filler", () => {
    expect(bondLineM({ yieldPa: 100, fillerUm: 0 }, 100)).toBeCloseTo(1.31e-4, 12);
    expect(bondLineM({ yieldPa: 150, fillerUm: 0 }, 3e5) * 1e6).toBeCloseTo(131 * 0.0005 ** 0.166, 9);
    expect(bondLineM({ yieldPa: 100, fillerUm: 30 }, 1e9)).toBeCloseTo(30e-6, 12);
    expect(() => bondLineM(grey, 0)).toThrow(RangeError);
  });
  it("thins with pressure and thickens with yield stress", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e3, max: 1e7, noNaN: true }),
        fc.double({ min: 1.01, max: 9, noNaN: true }),
        (p, k) => {
          expect(bondLineM(grey, p * k)).toBeLessThanOrEqual(bondLineM(grey, p));
          expect(bondLineM({ ...grey, yieldPa: grey.yieldPa * k }, p)).toBeGreaterThanOrEqual(bondLineM(grey, p));
        },
      ),
    );
  });
});

describe("the amount", () => {
  it("is one volume, however it is measured", () => {
    const a = amountFor(face, grey);
    expect(a.volumeMm3).toBeCloseTo(15 * 9.5 * (a.bondLineUm / 1000) * 1.4, 9);
    expect((Math.PI * a.dropMm ** 3) / 12).toBeCloseTo(a.volumeMm3, 9);
    expect(a.lineMm * ((Math.PI * 1.6 ** 2) / 8)).toBeCloseTo(a.volumeMm3, 9);
    expect((a.filmUm / 1000) * 15 * 9.5).toBeCloseTo(a.volumeMm3, 9);
    expect(a.plungerMm * ((Math.PI * 81) / 4)).toBeCloseTo(a.volumeMm3, 9);
    expect(a.grams).toBeCloseTo((a.volumeMm3 * 2.6) / 1000, 12);
  });
  it("expects the K the film costs", () => {
    const a = amountFor(face, grey);
    expect(a.bondLineUm).toBeGreaterThan(30);
    expect(a.bondLineUm).toBeLessThan(60);
    expect(a.resistanceKW).toBeCloseTo((a.bondLineUm + 1.5) / 1e6 / (6 * 15 * 9.5e-6), 9);
    expect(a.riseK).toBeCloseTo(a.resistanceKW * 45, 9);
  });
  it("is strict where the paste conducts", () => {
    expect(amountFor(face, silver).marginShare).toBe(0.1);
    expect(amountFor(face, grey).marginShare).toBe(0.4);
    expect(() => amountFor({ ...face, widthMm: 0 }, grey)).toThrow(RangeError);
  });
  it("takes from the tube what is laid, what stands in the nozzle, and of a film what stays on the card", () => {
    const nozzle = (Math.PI / 4) * 1.6 ** 2 * 2.5;
    for (const pattern of ["dot", "line", "cross", "five", "own"] as const)
      expect(takenMm3(pattern, 8)).toBeCloseTo(8 + nozzle, 9);
    expect(takenMm3("film", 9)).toBeCloseTo(12 + nozzle, 9);
    expect(takenMm3("dot", 8, 0.8)).toBeCloseTo(8 + nozzle / 4, 9);
  });
  it("says how many jobs a tube holds", () => {
    expect(jobsLeft(2.1, 0.15)).toBe(14);
    expect(jobsLeft(0.1, 0.15)).toBe(0);
    expect(dropMm(0)).toBe(0);
  });
  it("blocks liquid metal on aluminium, and only there", () => {
    expect(stopsOf(metal, { aluminium: ["S1"], openParts: false }).some((s) => s.hard)).toBe(true);
    expect(stopsOf(metal, { aluminium: [], openParts: false }).some((s) => s.hard)).toBe(false);
    expect(stopsOf(grey, { aluminium: ["S1"], openParts: true })).toEqual([]);
    expect(stopsOf(silver, { aluminium: ["S1"], openParts: true })[0]?.say).toMatch(/covered first/);
  });
});

describe("a pattern", () => {
  const any = fc.record({
    w: fc.double({ min: 6, max: 40, noNaN: true }),
    h: fc.double({ min: 6, max: 40, noNaN: true }),
    v: fc.double({ min: 1, max: 60, noNaN: true }),
    pattern: fc.constantFrom(...PATTERNS.map(([p]) => p)),
  });
  it("holds its volume, whatever the face", () => {
    fc.assert(
      fc.property(any, ({ w, h, v, pattern }) => {
        const laid = {
          pattern,
          volumeMm3: v,
          nozzleMm: 1.6,
          strokes: [
            [
              [-1, 0],
              [2, 1],
            ] as [number, number][],
          ],
        };
        const heights = laidHeights(laid, w, h, 40, 30);
        expect(heights.reduce((s, c) => s + c, 0) * (w / 40) * (h / 30)).toBeCloseTo(v, 6);
        expect(heights.every((c) => c >= 0 && Number.isFinite(c))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  it("a line lies along the long side, a bead has the width its volume asks for", () => {
    const line = strokesOf({ pattern: "line", volumeMm3: 8, nozzleMm: 1.6 }, 20, 8)[0] ?? [];
    expect(Math.abs((line[1]?.[0] ?? 0) - (line[0]?.[0] ?? 0))).toBeGreaterThan(2);
    expect(line[0]?.[1]).toBe(0);
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (v, l) => {
          const r =
            beadMm(v, [
              [
                [0, 0],
                [l, 0],
              ],
            ]) / 2;
          expect((Math.PI / 2) * r * r * l + ((2 * Math.PI) / 3) * r ** 3).toBeCloseTo(v, 5);
        },
      ),
    );
  });
});
