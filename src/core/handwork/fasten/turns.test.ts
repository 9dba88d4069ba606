import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualFigures } from "../../drawing/parts";
import { weightsOf } from "./pressure";
import {
  geometricFractions,
  lawOf,
  orderLean,
  pitchOf,
  roundTurns,
  screwN,
  tightenPlan,
  turnsHome,
  turnsTo,
  turnsWords,
  wayMm,
  type PlateScrew,
} from "./index";

describe("turns of a screw", () => {
  it("go by the pitch of its thread", () => {
    expect(["M2", "M2.5x4", "m3", "M1,6", "no thread", ""].map(pitchOf)).toEqual([0.4, 0.45, 0.5, 0.35, 0.4, 0.4]);
    expect(turnsHome("sprung", "M2")).toBeCloseTo(7.5, 9);
    expect(turnsHome("sprung", "M3")).toBeCloseTo(6, 9);
    expect(turnsHome("fixed", "M2")).toBeCloseTo(0.3, 9);
  });
  it("are true to the fraction: the spring's way over its pitch, and no more than home", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom("M2", "M2.5", "M3"), (f, thread) => {
        expect(turnsTo(f, "sprung", thread) * pitchOf(thread)).toBeCloseTo(3 * f, 9);
      }),
    );
    expect(turnsTo(2, "sprung", "M2")).toBe(turnsHome("sprung", "M2"));
    expect(turnsTo(-1, "sprung", "M2")).toBe(0);
  });
  it("go by the law of the screw, and by the machine's own spring", () => {
    const screw = (sprung: boolean, bottoms: boolean) => ({ sprung, bottoms });
    expect([screw(true, false), screw(false, false), screw(false, true), screw(true, true)].map(lawOf)).toEqual([
      "sprung",
      "fixed",
      "bottoming",
      "sprung",
    ]);
    const figures = { ...usualFigures, sprungN: 7, fixedN: 25, bottomN: 15 };
    expect([screw(true, false), screw(false, false), screw(false, true)].map((s) => screwN(s, figures))).toEqual([
      7, 25, 15,
    ]);
    expect([screw(true, false), screw(false, false), screw(false, true)].map((s) => screwN(s))).toEqual([9, 20, 12]);
    expect([wayMm("sprung"), wayMm("sprung", 2), wayMm("fixed", 2), wayMm("bottoming", 2)]).toEqual([3, 2, 0.12, 0.5]);
    expect(turnsHome("sprung", "M2", 2)).toBeCloseTo(5, 9);
    expect(roundTurns({ law: "bottoming", thread: "M2" }, [0.5, 1], 2)).toBe(
      "about three quarters of a turn more, until its shoulder meets the post, and no further",
    );
    expect(roundTurns({ law: "bottoming", thread: "M2" }, [0.5, 1], 1)).toBe(
      "three quarters of a turn from where its head touches",
    );
    expect(roundTurns({ law: "sprung", thread: "M2", springMm: 2 }, [0.2, 1], 1)).toBe(
      "one turn from where its spring touches",
    );
  });
  it("are said to the nearest quarter", () => {
    expect([0.05, 0.2, 0.5, 0.76, 1, 1.27, 1.5, 2, 3.75, 7.5, 12].map(turnsWords)).toEqual([
      "an eighth of a turn",
      "a quarter of a turn",
      "half a turn",
      "three quarters of a turn",
      "one turn",
      "one turn and a quarter",
      "one turn and a half",
      "two turns",
      "three turns and three quarters",
      "seven turns and a half",
      "12 turns",
    ]);
  });
  it("of three rounds come to the way home, as the plan reckons", () => {
    const sprung = { law: "sprung", thread: "M2" } as const;
    const three = geometricFractions(3);
    expect([1, 2, 3].map((r) => roundTurns(sprung, three, r))).toEqual([
      "one turn and a half from where its spring touches",
      "one turn and three quarters more",
      "about four turns and a quarter more, to the stop, snug",
    ]);
    expect(roundTurns({ law: "fixed", thread: "M2" }, three, 3)).toBe(
      "about a quarter of a turn more, until it is snug",
    );
    expect(roundTurns({ law: "fixed", thread: "M2" }, three, 1)).toBe(
      "an eighth of a turn from where its head touches",
    );
    expect(roundTurns(sprung, [1], 1)).toBe(
      "about seven turns and a half from where its spring touches, to the stop, snug",
    );
  });
});

describe("screws of unlike force", () => {
  const chip = { id: "c", xMm: 0, yMm: 0, widthMm: 15, heightMm: 10 };
  const corners = (forces: (number | undefined)[]): PlateScrew[] =>
    [
      [-18, -16],
      [18, -16],
      [18, 16],
      [-18, 16],
    ].map(([xMm = 0, yMm = 0], i) => {
      const forceN = forces[i];
      return { id: String(i), xMm, yMm, ...(forceN === undefined ? {} : { forceN }) };
    });
  it("weigh by their force, those that say nothing as the others on average", () => {
    expect(weightsOf(corners([undefined, undefined, undefined, undefined]))).toEqual([1, 1, 1, 1]);
    expect(weightsOf(corners([10, 30, undefined, 20]))).toEqual([0.5, 1.5, 1, 1]);
  });
  it("leave a lean at home that equal ones do not", () => {
    const home = (forces: (number | undefined)[]) => tightenPlan(corners(forces), [chip], [0.3, 1]).homeLean;
    expect(home([9, 9, 9, 9])).toBeCloseTo(0, 9);
    expect(home([undefined, undefined, undefined, undefined])).toBeCloseTo(0, 9);
    expect(home([9, 27, 27, 9])).toBeGreaterThan(1);
  });
  it("the best order is the best of all orders, whatever the forces", () => {
    const screws = corners([9, 20, 9, 20]);
    const best = tightenPlan(screws, [chip], [0.3, 1]);
    const orders = [0, 1, 2, 3].flatMap((a) =>
      [0, 1, 2, 3].flatMap((b) =>
        [0, 1, 2, 3].flatMap((c) =>
          [0, 1, 2, 3].map((d) => [a, b, c, d].map(String)).filter((o) => new Set(o).size === 4),
        ),
      ),
    );
    expect(orders).toHaveLength(24);
    for (const o of orders)
      expect(orderLean(screws, [chip], o, [0.3, 1]).totalLean).toBeGreaterThanOrEqual(best.totalLean - 1e-9);
  });
  it("all on one side leave an edge bare, and a plan of one round shows its own lean", () => {
    const one = tightenPlan(
      corners([1, 1, 1, 1]).map((s) => ({ ...s, xMm: Math.abs(s.xMm) + (s.yMm > 0 ? 1 : 0) })),
      [chip],
    );
    expect(one.homeLean).toBeGreaterThan(1);
    const straight = tightenPlan(corners([1, 1, 1, 1]), [chip], [1]);
    expect(straight.worstLean).toBeGreaterThan(1);
    expect(straight.steps).toHaveLength(4);
  });
});
