import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  curveThrough,
  GAP_WAYS,
  gapFromHeights,
  gapOfText,
  gapText,
  measuredGap,
  padKPa,
  stiffer,
  unmeasuredGap,
  usualCurves,
  type GapBy,
} from "./index";

const softnesses = fc.constantFrom("soft" as const, "medium" as const, "firm" as const);

describe("a gap", () => {
  it("measured by an old pad reads high: it springs back by a share of what it was pressed", () => {
    // a pad of 1.5 mm in a gap of 0.9 that comes back by a tenth measures 0.96
    const back = (share: number) => 0.9 + share * (1.5 - 0.9);
    const gap = measuredGap(back(0.1), "old", 1.5, "soft");
    expect(gap.mm).toBeLessThan(back(0.1));
    expect(gap.lowMm).toBeLessThan(0.9);
    expect(gap.highMm).toBeGreaterThan(0.9);
    // in the middle of the class's span the true gap comes out
    expect(measuredGap(back(0.175), "old", 1.5, "soft").mm).toBeCloseTo(0.9, 9);
    expect(measuredGap(back(0.325), "old", 1.5, "firm").mm).toBeCloseTo(0.9, 9);
  });

  it("lies within its span whatever is measured, a firm old pad in a wider one than clay", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.constantFrom(...GAP_WAYS.map(([by]) => by)),
        fc.double({ min: 0.3, max: 4, noNaN: true }),
        softnesses,
        (mm, by, free, softness) => {
          const gap = measuredGap(mm, by, free, softness);
          expect(gap.lowMm).toBeGreaterThanOrEqual(0.05);
          expect(gap.lowMm).toBeLessThanOrEqual(gap.mm + 1e-12);
          expect(gap.highMm).toBeGreaterThanOrEqual(gap.mm);
          expect(gap.mm).toBeLessThanOrEqual(Math.max(mm, 0.05));
          if (by !== "old") expect(gap.mm).toBe(mm);
        },
      ),
    );
    const width = (by: GapBy) => {
      const g = measuredGap(1.2, by, 1.5, "firm");
      return g.highMm - g.lowMm;
    };
    expect(width("old")).toBeGreaterThan(width("clay"));
    expect(width("clay")).toBeGreaterThan(width("feeler"));
  });

  it("of an old pad that was never pressed is what it measures", () => {
    expect(measuredGap(1.5, "old", 1.5, "soft")).toEqual({
      mm: 1.5,
      lowMm: expect.closeTo(1.45, 9) as number,
      highMm: expect.closeTo(1.55, 9) as number,
      by: "old",
    });
  });

  it("that nobody measured spans what the class is pressed by, and says so", () => {
    const gap = unmeasuredGap(1, usualCurves.medium);
    expect(gap).toEqual({
      mm: expect.closeTo(0.82, 9) as number,
      lowMm: expect.closeTo(0.68, 9) as number,
      highMm: expect.closeTo(0.93, 9) as number,
      by: "none",
    });
  });

  it("by heights is the die's face, bond line and step over the part's top; null where one is not known", () => {
    expect(gapFromHeights({ dieTopMm: 2, partTopMm: 1.2, stepMm: 0.2 })?.mm).toBeCloseTo(1.04, 9);
    expect(gapFromHeights({ dieTopMm: 2, partTopMm: 1.2, stepMm: -0.3 })?.mm).toBeCloseTo(0.54, 9);
    expect(gapFromHeights({ dieTopMm: 0, partTopMm: 1.2, stepMm: 0 })).toBeNull();
    expect(gapFromHeights({ dieTopMm: 2, partTopMm: 0, stepMm: 0 })).toBeNull();
    // a part that stands higher than the plate has no gap
    expect(gapFromHeights({ dieTopMm: 1, partTopMm: 1.2, stepMm: 0 })).toBeNull();
  });

  it("is read back from the journal as it was put there; older entries came from the old pad", () => {
    for (const [by] of GAP_WAYS) expect(gapOfText(gapText(0.95, by))).toEqual({ mm: 0.95, by });
    expect(gapOfText("0.8")).toEqual({ mm: 0.8, by: "old" });
    for (const text of ["", "0", "x", "0.9;by=eye", "0.9;by=", "0.9 mm"]) expect(gapOfText(text)).toBeNull();
  });
});

describe("the curve of a lot", () => {
  it("goes through what it was told to press back by at a quarter, its shape that of its class", () => {
    fc.assert(
      fc.property(softnesses, fc.double({ min: 1, max: 2000, noNaN: true }), (softness, kPa) => {
        const curve = curveThrough(usualCurves[softness], kPa);
        expect(padKPa(curve, 0.25) / kPa).toBeCloseTo(1, 9);
        expect(curve.limit).toBe(usualCurves[softness].limit);
      }),
    );
  });
  it("of a stiffer pad presses so many times as much at any squeeze", () => {
    for (const share of [0.05, 0.2, 0.4])
      expect(padKPa(stiffer(usualCurves.soft, 3), share) / padKPa(usualCurves.soft, share)).toBeCloseTo(3, 9);
  });
});
