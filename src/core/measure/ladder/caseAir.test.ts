import { describe, expect, it } from "vitest";
import { CaseAir, SLOW_SHARE, SLOW_TIMES } from "./caseAir";
import type { Ladder } from "./parameters";

const KW = 0.09;
const QUICK_S = 250;
const air = () => new CaseAir({ caseKW: KW, caseS: QUICK_S } as Ladder);

/** Mean rise over the last step of a walk of so many seconds under so many watts, K. */
function after(seconds: number, stepS: number, watts: number, from = 0): number {
  const a = air();
  a.begin(from);
  a.stride(stepS);
  let mean = NaN;
  for (let t = 0; t < seconds - stepS / 2; t += stepS) mean = a.step(watts);
  return mean;
}
const closed = (t: number, steady: number, from = 0) =>
  steady +
  (from - steady) * ((1 - SLOW_SHARE) * Math.exp(-t / QUICK_S) + SLOW_SHARE * Math.exp(-t / (SLOW_TIMES * QUICK_S)));

describe("the air the case warms", () => {
  it("rises as two parts of its own time constants, whatever the step", () => {
    for (const t of [30, 250, 900, 3600])
      for (const stepS of [0.5, 1, 2.5]) {
        const middle = (closed(t, KW * 50) + closed(t - stepS, KW * 50)) / 2;
        expect(after(t, stepS, 50), `${t} s by ${stepS}`).toBeCloseTo(middle, 9);
      }
  });
  it("ends at its resistance times all heat, and stays there where it starts there", () => {
    expect(after(60_000, 10, 40)).toBeCloseTo(40 * KW, 6);
    expect(after(600, 1, 40, 40 * KW)).toBeCloseTo(40 * KW, 9);
  });
  it("cools again by the same two parts when the heat ends", () => {
    expect(after(500, 1, 0, 4)).toBeCloseTo((closed(500, 0, 4) + closed(499, 0, 4)) / 2, 9);
  });
  it("is not yet there after a load of a quarter of an hour, and nearly so after two hours", () => {
    expect(after(900, 1, 50) / (50 * KW)).toBeLessThan(0.85);
    expect(after(7200, 1, 50) / (50 * KW)).toBeGreaterThan(0.98);
  });
});
