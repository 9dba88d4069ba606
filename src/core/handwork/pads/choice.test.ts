import { randomInt, randomLcg } from "d3-random";
import { describe, expect, it } from "vitest";
import {
  cuttingPlan,
  KERF_MM,
  MARGIN_MM,
  padHeat,
  straddleWords,
  thicknessOptions,
  usualCurves,
  type Piece,
  type Sheet,
} from "./index";

const sheet = (id: string, widthMm: number, heightMm: number, offcut = false): Sheet => ({
  id,
  widthMm,
  heightMm,
  thicknessMm: 1,
  ...(offcut ? { offcut } : {}),
});
const pads = (many: number, widthMm: number, heightMm: number): Piece[] =>
  Array.from({ length: many }, (_, i) => ({ id: `P${i}`, widthMm, heightMm, thicknessMm: 1 }));
const openedOf = (sheets: Sheet[], pieces: Piece[]) => {
  const plan = cuttingPlan(sheets, pieces);
  expect(plan.unplaced).toEqual([]);
  return [...new Set(plan.placed.map((p) => p.sheet))].sort();
};

describe("which sheets are opened", () => {
  it("one of 10,000 mm² where two smaller ones would take 13,400", () => {
    const sheets = [sheet("a", 80, 62), sheet("b", 105, 80), sheet("c", 100, 100)];
    expect(openedOf(sheets, pads(24, 21, 14))).toEqual(["c"]);
  });
  it("no whole one while off-cuts hold everything, and no off-cut that is not needed", () => {
    const small = sheet("small", 30, 24, true);
    const large = sheet("large", 60, 50, true);
    expect(openedOf([sheet("new", 100, 100), large, small], pads(2, 12, 20))).toEqual(["small"]);
    expect(openedOf([sheet("new", 100, 100), large, small], pads(6, 18, 20))).toEqual(["large"]);
  });
  it("the plan says how many whole sheets it opens and how many there must be", () => {
    const plan = cuttingPlan([sheet("a", 50, 50), sheet("b", 50, 50), sheet("c", 50, 50)], pads(18, 15, 12));
    expect(plan.wholeSheets).toEqual({ opened: 2, least: 2 });
    expect(cuttingPlan([sheet("o", 50, 50, true)], pads(2, 15, 12)).wholeSheets).toEqual({ opened: 0, least: 0 });
  });
  it("of seeded jobs nearly all open as few as area allows, and none more than one over", () => {
    let equal = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const source = randomLcg(seed / 77);
      const int = (from: number, to: number) => randomInt.source(source)(from, to + 1)();
      const sheets = Array.from({ length: 4 }, (_, i) => sheet(`s${i}`, int(45, 110), int(45, 100)));
      const pieces = Array.from({ length: int(8, 20) }, (_, i) => ({
        ...pads(1, int(8, 24), int(6, 18))[0],
        id: `P${i}`,
      }));
      const { wholeSheets, unplaced } = cuttingPlan(sheets, pieces as Piece[]);
      expect(unplaced).toEqual([]);
      expect(wholeSheets.opened - wholeSheets.least).toBeLessThanOrEqual(1);
      if (wholeSheets.opened === wholeSheets.least) equal++;
    }
    expect(equal).toBeGreaterThanOrEqual(6);
  });
});

describe("edges", () => {
  const [plan] = [cuttingPlan([sheet("s", 100, 60)], pads(1, 20, 15))];
  it("of the factory stay so on what comes back as off-cut, cut ones do not", () => {
    const sides = new Set(plan.rests.flatMap((r) => r.factory));
    expect([...sides].sort()).toEqual(["bottom", "right"]);
    for (const r of plan.rests) {
      expect(r.factory.includes("right")).toBe(Math.abs(r.xMm + r.widthMm - 100) < 1e-6);
      expect(r.factory.includes("bottom")).toBe(Math.abs(r.yMm + r.heightMm - 60) < 1e-6);
    }
  });
  it("and are trimmed there again, the others are not", () => {
    const rest: Sheet = { ...sheet("r", 40, 30, true), factory: ["right", "top"] };
    const [placed] = cuttingPlan([rest], pads(1, 39, 29)).placed;
    expect([placed?.xMm, placed?.yMm]).toEqual([0, MARGIN_MM]);
    expect(cuttingPlan([rest], pads(1, 40, 29)).unplaced).toEqual(["P0"]);
    expect(cuttingPlan([{ ...rest, factory: [] }], pads(1, 40, 30)).unplaced).toEqual([]);
  });
  it("no strip thinner than the knife's own way is cut off", () => {
    const one = (by: number) => cuttingPlan([sheet("o", 30 + by, 20, true)], pads(1, 30, 20)).unplaced.length;
    expect([one(0), one(KERF_MM / 2), one(KERF_MM), one(3)]).toEqual([0, 1, 0, 0]);
  });
});

it("two hundred pads are laid within seconds", () => {
  const pieces = Array.from({ length: 200 }, (_, i) => ({
    ...(pads(1, 7 + (i % 17), 6 + (i % 11))[0] as Piece),
    id: `P${i}`,
  }));
  const sheets = Array.from({ length: 8 }, (_, i) => sheet(`s${i}`, 100, 100));
  const plan = cuttingPlan(sheets, pieces);
  expect(plan.unplaced).toEqual([]);
  expect(plan.wholeSheets.opened - plan.wholeSheets.least).toBeLessThanOrEqual(1);
}, 20_000);

describe("what a thickness means", () => {
  it("in K at its part's watts: thickness over conductivity and area, twice that by half the label", () => {
    // 1 mm over 100 mm² at 5 W/(m·K): 2 K/W
    const heat = padHeat({ pressedMm: 1, airMm: 0 }, 100, 5, 1.5);
    expect(heat?.KW).toBeCloseTo(2, 9);
    expect([heat?.riseK, heat?.riseHalfK]).toEqual([expect.closeTo(3, 9), expect.closeTo(6, 9)]);
    expect(padHeat({ pressedMm: 1, airMm: 0.05 }, 100, 5, 1.5)).toBeNull();
    expect(padHeat({ pressedMm: 1, airMm: 0 }, 0, 5, 1.5)).toBeNull();
  });
  it("where none fits, the two that straddle the gap are told", () => {
    const told = (gap: number, softness: "soft" | "medium" | "firm") =>
      straddleWords(thicknessOptions(gap, 130, usualCurves[softness]))?.replace(/\u00a0/g, " ");
    expect(told(1, "medium")).toMatch(
      /^1 mm would hardly touch; 1\.5 mm would be pressed by 33 %, more than the 32 % it takes, with \d+\.\d N\.$/,
    );
    expect(told(1.03, "firm")).toMatch(/^1 mm would leave 0\.03 mm of air; 1\.5 mm would be pressed by 31 %/);
    expect(told(1.1, "soft")).toBeUndefined();
    expect(told(9, "soft")).toMatch(/^4 mm would leave 5\.00? mm of air\.$|^4 mm would leave 5 mm of air\.$/);
  });
});
