import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ladderAxis } from "@/core/measure/judge";
import { apart, ladderScale } from "./scale";

describe("the scale of the ladder", () => {
  it("the room is at the foot, hotter is higher, totals and limit fit in", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 160, noNaN: true }),
        fc.double({ min: 26, max: 160, noNaN: true }),
        fc.option(fc.double({ min: 80, max: 110, noNaN: true }), { nil: null }),
        (before, after, limit) => {
          const s = ladderScale(ladderAxis(25, [before, after], limit), 460);
          expect(s.y(25)).toBe(s.footY);
          expect(s.y(60)).toBeLessThan(s.y(50));
          for (const c of [before, after, limit ?? 30]) expect(s.y(c)).toBeGreaterThan(0);
          for (const t of s.ticksC) expect(t % 10).toBe(0);
        },
      ),
    );
  });
  it("a rung is 2 K, and 5 K when the rise is over 120 K", () => {
    expect(ladderScale(ladderAxis(25, [100], 97), 460).rungK).toBe(2);
    expect(ladderScale(ladderAxis(25, [190], 97), 460).rungK).toBe(5);
  });
});

describe("labels that would lie on each other", () => {
  it("stand apart and stay inside", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 400, noNaN: true }),
        fc.double({ min: 60, max: 400, noNaN: true }),
        (a, b) => {
          const [u, l] = apart(Math.min(a, b), Math.max(a, b), 64, 58, 420);
          expect(l - u).toBeGreaterThanOrEqual(63.9);
          expect(u).toBeGreaterThanOrEqual(57.9);
          expect(l).toBeLessThanOrEqual(420.1);
        },
      ),
    );
  });
  it("are left alone where there is room", () => expect(apart(100, 300, 64, 58, 420)).toEqual([100, 300]));
});
