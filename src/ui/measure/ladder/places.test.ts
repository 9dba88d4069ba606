import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ladderAxis } from "@/core/measure/judge";
import { apart, ladderScale } from "./scale";

const room = fc.double({ min: -10, max: 40, noNaN: true });
const rise = fc.double({ min: 0, max: 160, noNaN: true });

describe("the ladder's scale, whatever it shows", () => {
  it("has the room at its foot, and higher is hotter", () => {
    fc.assert(
      fc.property(room, rise, rise, (roomC, a, b) => {
        const s = ladderScale(ladderAxis(roomC, [roomC + a, roomC + b], null), 500);
        expect(s.y(roomC)).toBeCloseTo(s.footY, 6);
        expect(s.y(roomC + a + 1)).toBeLessThan(s.y(roomC + a));
      }),
    );
  });

  it("holds both totals and the limit inside the picture", () => {
    fc.assert(
      fc.property(room, rise, fc.double({ min: 80, max: 110, noNaN: true }), (roomC, a, limitC) => {
        const s = ladderScale(ladderAxis(roomC, [roomC + a], limitC), 500);
        for (const c of [roomC, roomC + a, limitC]) {
          expect(s.y(c)).toBeGreaterThanOrEqual(0);
          expect(s.y(c)).toBeLessThanOrEqual(s.footY + 1e-6);
        }
      }),
    );
  });

  it("marks whole tens or twenties, above the room and below the top", () => {
    fc.assert(
      fc.property(room, rise, (roomC, a) => {
        const s = ladderScale(ladderAxis(roomC, [roomC + a], null), 500);
        for (const t of s.ticksC) {
          expect(Math.abs(t % 10)).toBeLessThan(1e-9);
          expect(t).toBeGreaterThan(roomC);
          expect(t).toBeLessThan(s.topC);
        }
      }),
    );
  });
});

describe("two labels", () => {
  const place = fc.double({ min: 0, max: 400, noNaN: true });

  it("stand apart inside their bounds, and keep their order", () => {
    fc.assert(
      fc.property(place, place, (a, b) => {
        const [upper, lower] = apart(Math.min(a, b), Math.max(a, b), 40, 0, 400);
        expect(lower - upper).toBeGreaterThanOrEqual(40 - 1e-9);
        expect(upper).toBeGreaterThanOrEqual(-1e-9);
        expect(lower).toBeLessThanOrEqual(400 + 1e-9);
      }),
    );
  });

  it("that stand apart already stay where they are", () => {
    expect(apart(100, 200, 40, 0, 400)).toEqual([100, 200]);
  });
});
