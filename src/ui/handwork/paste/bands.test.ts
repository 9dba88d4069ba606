import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bandOf, cutLine, frameAt, gapAt, outline, over } from "./bands";
import type { SqueezeFrame, SqueezeRun } from "@/core/handwork/paste";

const frame = (more: Partial<SqueezeFrame> = {}): SqueezeFrame => ({
  atS: 0,
  film: new Uint16Array(0),
  fill: new Uint8Array(0),
  air: new Uint8Array(0),
  gapUm: 50,
  slopeX: 0,
  slopeY: 0,
  wetted: 1,
  trapped: 0,
  meanUm: 50,
  over: [0, 0, 0, 0],
  ...more,
});
const area = (ring: readonly (readonly [number, number])[]) =>
  Math.abs(
    ring.reduce((s, p, i) => {
      const q = ring[(i + 1) % ring.length] ?? p;
      return s + p[0] * q[1] - q[0] * p[1];
    }, 0),
  ) / 2;

describe("bands of film thickness", () => {
  it("part the face at the cut, and no more than it", () => {
    expect([20, 30, 44, 45, 109, 110].map(bandOf)).toEqual([0, 1, 1, 2, 4, 5]);
    expect(area(over(frame(), 10, 8, 45))).toBeCloseTo(80, 9);
    expect(over(frame(), 10, 8, 60)).toEqual([]);
    expect(area(over(frame({ slopeX: 2 }), 10, 8, 50))).toBeCloseTo(40, 9);
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.constantFrom(30, 45, 60, 80, 110),
        (slopeX, slopeY, cut) => {
          const f = frame({ slopeX, slopeY });
          for (const [x, y] of over(f, 12, 9, cut)) expect(gapAt(f, x, y)).toBeGreaterThanOrEqual(cut - 1e-6);
          const line = cutLine(f, 12, 9, cut);
          if (line) for (const [x, y] of line) expect(gapAt(f, x, y)).toBeCloseTo(cut, 6);
        },
      ),
    );
  });
  it("an outline of the whole face is the face", () => {
    const d = outline({ nx: 12, ny: 8, widthMm: 6, heightMm: 4 }, () => 1);
    const numbers = [...d.matchAll(/-?[\d.]+/g)].map(Number);
    expect(Math.max(...numbers)).toBeCloseTo(3, 6);
    expect(outline({ nx: 12, ny: 8, widthMm: 6, heightMm: 4 }, () => 0)).toBe("");
  });
  it("a cell filled in part bends the outline by that part; no single cell tears the film, a bubble does", () => {
    const run = { nx: 10, ny: 10, widthMm: 10, heightMm: 10 };
    const right = (d: string) => Math.max(...[...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => Number(m[1])));
    const half = (share: number) => outline(run, (i) => (i % 10 < 5 ? 1 : i % 10 === 5 ? share : 0));
    expect(right(half(0.4))).toBeGreaterThan(right(half(0.1)) + 0.05);
    expect(right(half(0.9))).toBeGreaterThan(right(half(0.4)));
    const holed = (cells: number[]) => outline(run, (i) => (cells.includes(i) ? 0 : 1)).match(/M/g)?.length;
    expect(holed([44])).toBe(1);
    // trapped air is shown by the cell
    expect(outline(run, (i) => (i === 44 ? 1 : 0), "each cell").match(/M/g)).toHaveLength(1);
    expect(holed([33, 34, 35, 43, 44, 45, 53, 54, 55])).toBe(2);
  });
  it("the frame at a time is the last before it", () => {
    const run = { frames: [0, 1, 2].map((atS) => frame({ atS })) } as SqueezeRun;
    expect([-1, 0.5, 1, 99].map((t) => frameAt(run, t).atS)).toEqual([0, 0, 1, 2]);
  });
});
