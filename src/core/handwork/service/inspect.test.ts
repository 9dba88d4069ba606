import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  baysOfGrade,
  cleaningOf,
  cleaningText,
  contactGrowth,
  gradeFits,
  gradeOfShare,
  isBays,
  isPrint,
  PRINT,
  printWord,
  shareClosed,
  sharesOfGrade,
  turnBay,
  turnCell,
  usedIn,
  usesWords,
  usualPrint,
  wettedShare,
} from "./index";

describe("six bays of an inlet and its grade", () => {
  it("start as the grade says, and turn from open to half to closed and back", () => {
    for (const g of [0, 1, 2, 3, 4]) expect(gradeFits(g, baysOfGrade(g)), String(g)).toBe(true);
    fc.assert(
      fc.property(fc.stringMatching(/^[ohc]{6}$/), fc.integer({ min: 0, max: 5 }), (bays, i) => {
        expect(turnBay(turnBay(turnBay(bays, i), i), i)).toBe(bays);
        expect(isBays(turnBay(bays, i))).toBe(true);
        // the grade its own share belongs to always fits
        expect(gradeFits(gradeOfShare(shareClosed(bays)), bays)).toBe(true);
      }),
    );
    expect(shareClosed("cccohh")).toBeCloseTo(4 / 6, 12);
  });
  it("tell a grade from a share at its bounds, and a misfit from a fit", () => {
    expect([0, 0.049, 0.05, 0.15, 0.35, 0.65, 1].map(gradeOfShare)).toEqual([0, 0, 1, 2, 3, 4, 4]);
    for (const g of [0, 1, 2, 3, 4]) expect(sharesOfGrade(g)[0]).toBeLessThan(sharesOfGrade(g)[1]);
    expect(gradeFits(1, "cccccc")).toBe(false);
    expect(gradeFits(4, "hooooo")).toBe(false);
  });
});

describe("the print on the plate", () => {
  it("is counted by its cells and named by where they are", () => {
    expect(printWord(usualPrint("even"))).toBe("full");
    expect(printWord(usualPrint("pumped"))).toBe("edge only");
    expect(printWord(usualPrint("little"))).toBe("middle only");
    expect(printWord(usualPrint("dry"))).toBe("patchy");
    expect(printWord("b".repeat(24))).toBe("none");
    fc.assert(
      fc.property(
        fc.stringMatching(/^[wb]{24}$/),
        fc.integer({ min: 0, max: PRINT.columns * PRINT.rows - 1 }),
        (print, i) => {
          expect(Math.abs(wettedShare(turnCell(print, i)) - wettedShare(print))).toBeCloseTo(1 / 24, 12);
          expect(isPrint(turnCell(print, i))).toBe(true);
        },
      ),
    );
  });
});

describe("what was found explains", () => {
  it("takes the print where there is one, the state alone where there is none", () => {
    expect(contactGrowth("pumped", "")).toEqual([1.25, 2.2]);
    expect(contactGrowth("pumped", "w".repeat(12) + "b".repeat(12))).toEqual([1.8, 2.7]);
    expect(contactGrowth("even", "w".repeat(24))).toEqual([1, 1.12]);
  });
});

describe("a cleaning in the journal", () => {
  it("comes back as it was written, and nothing else passes for one", () => {
    const uses = fc.record({
      swab: fc.integer({ min: 0, max: 40 }),
      air: fc.integer({ min: 0, max: 90 }),
      alcohol: fc.double({ min: 0, max: 50, noNaN: true }),
    });
    fc.assert(
      fc.property(uses, (u) => {
        const back = cleaningOf(cleaningText({ method: "mat", uses: u }));
        expect(back?.method).toBe("mat");
        for (const k of ["swab", "air", "alcohol"] as const) expect(back?.uses[k] ?? 0).toBeCloseTo(u[k], 12);
      }),
    );
    for (const text of ["", "scrub;swab=1", "constructor"]) expect(cleaningOf(text)).toBeNull();
  });
  it("is summed and put in words", () => {
    const sum = usedIn([
      { method: "mat", uses: { swab: 1, air: 6 } },
      { method: "alcohol", uses: { swab: 2, alcohol: 3 } },
    ]);
    expect(sum).toEqual({ swab: 3, air: 6, alcohol: 3 });
    expect(usesWords(sum)).toBe("3 swabs, 6 s of air, 3 ml of alcohol");
    expect(usesWords({ swab: 1 })).toBe("1 swab");
  });
});
