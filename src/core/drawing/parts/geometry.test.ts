import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  areaOf,
  centreLine,
  corners,
  inside,
  lengthOf,
  ribbon,
  rightAngles,
  sampled,
  tightestBend,
  type Point,
} from "./geometry";
import { overlapMm2 } from "./overlap";
import type { PathPoint } from "./parts";
import { walk } from "./way";

const at = (xMm: number, yMm: number, bendMm = 0): PathPoint => ({ xMm, yMm, bendMm });
const coordinate = fc.integer({ min: 0, max: 3000 }).map((v) => v / 10);
const points = fc.array(fc.record({ xMm: coordinate, yMm: coordinate, bendMm: fc.integer({ min: 0, max: 40 }) }), {
  minLength: 2,
  maxLength: 8,
});

describe("the centre line of a pipe", () => {
  it("has true radii: an elbow of 12 mm is 2·12 shorter than its corner and a quarter turn longer", () => {
    const elbow = [at(0, 0), at(50, 0, 12), at(50, 40)];
    expect(lengthOf(elbow)).toBeCloseTo(50 + 40 - 24 + (Math.PI / 2) * 12, 9);
    expect(tightestBend(elbow)).toBeCloseTo(12, 9);
    expect(rightAngles(elbow)).toBeCloseTo(1, 9);
  });

  it("makes a radius that does not fit as large as fits", () => {
    expect(tightestBend([at(0, 0), at(10, 0, 50), at(10, 40)])).toBeCloseTo(10, 9);
    expect(tightestBend([at(0, 0), at(10, 0)])).toBeNull();
  });

  it("is unbroken, starts and ends at its ends, and leaves no corner where it bends", () => {
    fc.assert(
      fc.property(points, (p) => {
        const pieces = centreLine(p);
        let here: Point = [p[0]?.xMm ?? 0, p[0]?.yMm ?? 0];
        for (const q of pieces) {
          expect(Math.hypot(q.from[0] - here[0], q.from[1] - here[1])).toBeLessThan(1e-6);
          if (q.kind === "arc")
            for (const e of [q.from, q.to])
              expect(Math.hypot(e[0] - q.centre[0], e[1] - q.centre[1])).toBeCloseTo(q.radiusMm, 5);
          here = q.to;
        }
        const last = p[p.length - 1];
        expect(Math.hypot((last?.xMm ?? 0) - here[0], (last?.yMm ?? 0) - here[1])).toBeLessThan(1e-6);
      }),
    );
  });

  it("is never longer than its corners, and its steps add up to its length", () => {
    fc.assert(
      fc.property(points, (p) => {
        const straight = p
          .slice(1)
          .reduce((s, q, i) => s + Math.hypot(q.xMm - (p[i]?.xMm ?? 0), q.yMm - (p[i]?.yMm ?? 0)), 0);
        const length = lengthOf(p);
        expect(length).toBeLessThanOrEqual(straight + 1e-6);
        const steps = walk(p);
        if (length > 1e-6) expect(steps[steps.length - 1]?.s).toBeCloseTo(length, 5);
      }),
    );
  });

  it("reads the same from either end", () => {
    fc.assert(
      fc.property(points, (p) => {
        expect(lengthOf([...p].reverse())).toBeCloseTo(lengthOf(p), 6);
      }),
    );
  });
});

describe("areas", () => {
  it("a straight ribbon covers its length times its width, a bent one nearly", () => {
    expect(areaOf(ribbon([at(0, 0), at(60, 0)], 8))).toBeCloseTo(480, 6);
    const elbow = [at(0, 0), at(60, 0, 20), at(60, 60)];
    expect(areaOf(ribbon(elbow, 8)) / (lengthOf(elbow) * 8)).toBeCloseTo(1, 2);
    for (const { at: q } of sampled(elbow).slice(1, -1)) expect(inside(ribbon(elbow, 8), q[0], q[1])).toBe(true);
  });

  it("overlap is the same from either side, and whole with itself", () => {
    const box = fc.record({
      xMm: coordinate,
      yMm: coordinate,
      wMm: fc.integer({ min: 20, max: 900 }).map((v) => v / 10),
      hMm: fc.integer({ min: 20, max: 900 }).map((v) => v / 10),
      turnDeg: fc.integer({ min: 0, max: 359 }),
    });
    fc.assert(
      fc.property(box, box, (a, b) => {
        const [p, q] = [corners(a), corners(b)];
        const shared = overlapMm2(p, q);
        expect(shared).toBeCloseTo(overlapMm2(q, p), 4);
        expect(shared).toBeLessThanOrEqual(Math.min(areaOf(p), areaOf(q)) + 1e-6);
        expect(overlapMm2(p, p)).toBeCloseTo(a.wMm * a.hMm, 3);
      }),
    );
  });

  it("plain boxes share what arithmetic says", () => {
    const p = corners({ xMm: 10, yMm: 10, wMm: 20, hMm: 10, turnDeg: 0 });
    expect(overlapMm2(p, corners({ xMm: 15, yMm: 12, wMm: 20, hMm: 10, turnDeg: 0 }))).toBeCloseTo(15 * 8, 9);
    expect(overlapMm2(p, corners({ xMm: 40, yMm: 10, wMm: 20, hMm: 10, turnDeg: 0 }))).toBe(0);
    expect(overlapMm2(p, corners({ xMm: 10, yMm: 10, wMm: 10, hMm: 20, turnDeg: 90 }))).toBeCloseTo(200, 6);
  });
});
