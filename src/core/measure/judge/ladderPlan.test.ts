import { describe, expect, it } from "vitest";
import type { ChipVerdict } from "./judgement";
import { ladderPlan, rungsC } from "./ladderPlan";

const K = (v: number) => ({ K: v, low: v - 1, high: v + 1 });
const chip = (more: Partial<ChipVerdict> = {}): ChipVerdict =>
  ({
    chip: "cpu",
    before: K(60),
    after: K(44),
    paths: [
      { path: "contact", before: K(20), after: K(12) },
      { path: "airflow", before: K(40), after: K(32) },
    ],
    ...more,
  }) as never;

describe("the plan of a heat ladder", () => {
  it("stands airflow on the room and contact on airflow, in both runs", () => {
    const { before, after, topC } = ladderPlan(chip(), 25, 97);
    expect(before).toEqual({ airC: 65, topC: 85, airKnown: true, contactKnown: true, totalC: 85 });
    expect(after).toEqual({ airC: 57, topC: 69, airKnown: true, contactKnown: true, totalC: 69 });
    expect(topC).toBe(102);
  });
  it("stands a contact on the other run's airflow where its own is not known, and gives no total", () => {
    const [contact, airflow] = chip().paths;
    const open = chip({ after: null, paths: [contact, { ...airflow, after: null }] });
    expect(ladderPlan(open, 25, null).after).toEqual({
      airC: 65,
      topC: 77,
      airKnown: false,
      contactKnown: true,
      totalC: null,
    });
  });
  it("drawn small has coarse rungs and few lines, on the same axis", () => {
    const [large, small] = [ladderPlan(chip(), 25, 97), ladderPlan(chip(), 25, 97, true)];
    expect([large.topC, large.rungK, large.ticksC]).toEqual([102, 2, [30, 40, 50, 60, 70, 80, 90, 100]]);
    expect([small.topC, small.rungK, small.ticksC]).toEqual([102, 5, [40, 60, 80, 100]]);
  });
  it("has rungs inside a part, none at its foot nor at its top", () => {
    expect(rungsC(25, 35, 5)).toEqual([30]);
    expect(rungsC(25, 36, 5)).toEqual([30, 35]);
    expect(rungsC(25, 25, 5)).toEqual([]);
  });
});
