import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { anyLayout } from "../../../testing/layouts";
import { boundsOfPart, boundsOfParts } from "../parts/geometry";
import { newPart, newPath } from "../parts/kinds";
import { emptyLayout, isBox, isPath, type BoxPart, type Layout, type Part } from "../parts/parts";
import { changesBetween } from "./diff";
import { did, historyOf, redo, redoName, undo, undoName } from "./history";
import { hits, snapBounds, snapLines, snapMove, snapPoint } from "./snap";
import {
  alignParts,
  duplicateParts,
  groupParts,
  handleAt,
  HANDLES,
  lockParts,
  mirrorParts,
  moveParts,
  removeParts,
  resized,
  turnParts,
  withGroups,
  withPoint,
} from "./transform";

const ids = (...list: string[]) => new Set(list);
const box = (id: string, [xMm, yMm, wMm, hMm]: readonly [number, number, number, number], more: object = {}) =>
  ({ ...newPart("plate", id, id, xMm, yMm), wMm, hMm, ...more }) as BoxPart;
const sheet = (...parts: Part[]): Layout => ({ ...emptyLayout("Bench 15", "", 356, 246), parts });
const free = (l: Layout): Layout => ({ ...l, parts: l.parts.map((p) => ({ ...p, locked: false })) });

describe("history", () => {
  it("undo of everything gives the start back, redo of everything the end, each step named", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: 1, max: 9 })), { maxLength: 40 }),
        (moves) => {
          const start = sheet(box("a", [100, 100, 40, 40]));
          let h = historyOf(start);
          moves.forEach(([dx, dy], i) => (h = did(h, moveParts(h.now, ids("a"), dx, dy), `step ${i}`)));
          const end = h.now;
          const steps = h.past.length;
          expect(steps).toBe(moves.length);
          for (let i = 0; i < steps; i++) {
            expect(undoName(h)).toBe(`step ${steps - 1 - i}`);
            h = undo(h);
          }
          expect(h.now).toBe(start);
          expect([undoName(h), undo(h)]).toEqual([null, h]);
          for (let i = 0; i < steps; i++) {
            expect(redoName(h)).toBe(`step ${i}`);
            h = redo(h);
          }
          expect(h.now).toBe(end);
          expect(redo(h)).toBe(h);
        },
      ),
    );
  });

  it("joins steps of one name, not over an undo; what changes nothing is no step", () => {
    const start = sheet(box("a", [100, 100, 40, 40]));
    let h = historyOf(start);
    for (let i = 0; i < 5; i++) h = did(h, moveParts(h.now, ids("a"), 1, 0), "nudged", true);
    expect(h.past.length).toBe(1);
    h = did(undo(h), moveParts(start, ids("a"), 3, 0), "nudged", true);
    expect(undo(h).now).toBe(start);
    expect(did(h, h.now, "nothing")).toBe(h);
    expect(did(h, moveParts(h.now, ids("a"), 0, 0), "nothing")).toBe(h);
  });
});

describe("moving, turning, mirroring", () => {
  it("go back to where they came from, locked parts stay", () => {
    fc.assert(
      fc.property(anyLayout, fc.integer({ min: -40, max: 40 }), (l, d) => {
        const all = new Set(l.parts.map((p) => p.id));
        const there = moveParts(l, all, d, -d);
        for (const [i, p] of there.parts.entries()) if (p.locked) expect(p).toBe(l.parts[i]);
        const back = moveParts(there, all, -d, d);
        for (const [i, p] of back.parts.entries()) {
          const was = l.parts[i];
          if (isBox(p) && was && isBox(was)) expect(Math.hypot(p.xMm - was.xMm, p.yMm - was.yMm)).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 50 },
    );
  });

  it("four quarter turns and two mirrors change nothing to see", () => {
    const l = free(tessalyK15Layout());
    const all = new Set(l.parts.map((p) => p.id));
    const near = (a: Layout) => {
      for (const [i, p] of a.parts.entries()) {
        const [b, was] = [boundsOfPart(p), boundsOfPart(l.parts[i] ?? p)];
        expect(
          Math.abs(b.left - was.left) +
            Math.abs(b.top - was.top) +
            Math.abs(b.right - was.right) +
            Math.abs(b.bottom - was.bottom),
        ).toBeLessThan(0.1);
      }
    };
    near([90, 90, 90, 90].reduce((a, deg) => turnParts(a, all, deg), l));
    near(mirrorParts(mirrorParts(l, all), all));
  });

  it("a mirrored blower turns the other way and blows out of the other side", () => {
    const b = { ...newPart("blower", "b", "B1", 100, 100), outlet: "left", turns: "cw", hand: "left" } as Part;
    expect(mirrorParts(sheet(b), ids("b")).parts[0]).toMatchObject({ outlet: "right", turns: "ccw", hand: "right" });
  });
});

describe("aligning, grouping, copying, taking away", () => {
  const three = () => sheet(box("a", [50, 50, 20, 10]), box("b", [90, 70, 40, 30]), box("c", [160, 120, 10, 10]));
  it.each([
    ["left", "left"],
    ["right", "right"],
    ["top", "top"],
    ["bottom", "bottom"],
  ] as const)("aligned %s share that edge", (how, edge) => {
    const l = alignParts(three(), ids("a", "b", "c"), how);
    const all = boundsOfParts(three().parts)[edge];
    for (const p of l.parts) expect(boundsOfPart(p)[edge]).toBeCloseTo(all, 6);
  });
  it("aligned by their middles share it", () => {
    const l = alignParts(alignParts(three(), ids("a", "b", "c"), "centre"), ids("a", "b", "c"), "middle");
    expect(new Set(l.parts.map((p) => `${(p as BoxPart).xMm} ${(p as BoxPart).yMm}`)).size).toBe(1);
  });
  it("a group is taken whole, and grouping again lets it go", () => {
    const l = groupParts(three(), ids("a", "b"));
    expect([...withGroups(l, ["a"])].sort()).toEqual(["a", "b"]);
    expect([...withGroups(groupParts(l, ids("a", "b")), ["a"])]).toEqual(["a"]);
  });
  it("copies have ids, tags and groups of their own and stand aside", () => {
    const l = groupParts(tessalyK15Layout(), new Set(["p1", "p2"]));
    const all = new Set(l.parts.map((p) => p.id));
    const copy = duplicateParts(l, all);
    expect(copy.layout.parts.length).toBe(2 * l.parts.length);
    expect(new Set(copy.layout.parts.map((p) => p.id)).size).toBe(2 * l.parts.length);
    const tags = copy.layout.parts.map((p) => p.tag).filter(Boolean);
    expect(new Set(tags).size).toBe(tags.length);
  });
  it("locked parts are not taken away; told links go with what is", () => {
    const l = {
      ...lockParts(three(), ids("a")),
      links: [
        { a: "b", b: "c", is: true },
        { a: "a", b: "c", is: true },
      ],
    };
    const after = removeParts(l, ids("a", "b"));
    expect(after.parts.map((p) => p.id)).toEqual(["a", "c"]);
    expect(after.links).toEqual([{ a: "a", b: "c", is: true }]);
    expect(lockParts(l, ids("a")).parts[0]?.locked).toBe(false);
  });
});

describe("handles", () => {
  it("pull one edge and leave the opposite one where it is, at any turn", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.constantFrom(...HANDLES),
        fc.integer({ min: -20, max: 60 }),
        fc.integer({ min: -20, max: 60 }),
        (turnDeg, h, dx, dy) => {
          const p = box("a", [150, 120, 60, 50], { turnDeg });
          const opposite = { x: -h.x, y: -h.y } as typeof h;
          const before = handleAt(p, opposite);
          const after = handleAt(resized(p, h, dx, dy), opposite);
          expect(Math.hypot(after[0] - before[0], after[1] - before[1])).toBeLessThan(0.01);
        },
      ),
    );
  });
  it("follow the hand when not turned", () => {
    expect(resized(box("a", [100, 100, 40, 20]), { x: 1, y: 0 }, 10, 99)).toMatchObject({
      wMm: 50,
      hMm: 20,
      xMm: 105,
      yMm: 100,
    });
    expect(resized(box("a", [100, 100, 40, 20]), { x: -1, y: -1 }, -4, -6)).toMatchObject({
      wMm: 44,
      hMm: 26,
      xMm: 98,
      yMm: 97,
    });
  });
  it("keep screws round and nothing below a millimetre", () => {
    const screw = newPart("screw", "s", "", 10, 10) as BoxPart;
    const big = resized(screw, { x: 1, y: 0 }, 3, 0);
    expect(big.wMm).toBe(big.hMm);
    expect(resized(box("a", [100, 100, 40, 20]), { x: 1, y: 0 }, -500, 0).wMm).toBe(1);
  });
  it("a bend is moved alone", () => {
    const h = newPath("pipe", "h", "H1", [
      { xMm: 0, yMm: 0, bendMm: 0 },
      { xMm: 50, yMm: 0, bendMm: 10 },
      { xMm: 50, yMm: 50, bendMm: 0 },
    ]);
    if (!isPath(h)) throw new Error("a pipe is a path");
    expect(withPoint(h, 1, { bendMm: 15 }).points).toEqual([h.points[0], { xMm: 50, yMm: 0, bendMm: 15 }, h.points[2]]);
  });
});

describe("snapping", () => {
  const l = sheet(box("a", [100, 60, 40, 20]), box("b", [200, 150, 30, 30]));
  const lines = snapLines(l, ids("b"));
  it("draws an edge or middle to a line within reach, exactly, and names it", () => {
    const b = boundsOfPart(l.parts[1] as Part);
    const s = snapMove(lines, b, -98.7, -89.2, 3);
    expect(s.guides.map((g) => `${g.axis} ${g.word}`)).toEqual(["x middle of a", "y middle of a"]);
    expect([200 + s.dx, 150 + s.dy]).toEqual([100, 60]);
  });
  it("never pushes further than its reach, and lands on the line it names", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -80, max: 120, noNaN: true }),
        fc.double({ min: -60, max: 80, noNaN: true }),
        fc.double({ min: 0.1, max: 6, noNaN: true }),
        (x, y, reach) => {
          const b = { left: 90 + x, right: 120 + x, top: 50 + y, bottom: 80 + y };
          const s = snapBounds(lines, b, reach);
          expect(Math.abs(s.dx)).toBeLessThanOrEqual(reach);
          for (const g of s.guides) {
            const ends =
              g.axis === "x"
                ? [b.left + s.dx, (b.left + b.right) / 2 + s.dx, b.right + s.dx]
                : [b.top + s.dy, (b.top + b.bottom) / 2 + s.dy, b.bottom + s.dy];
            expect(Math.min(...ends.map((e) => Math.abs(e - g.atMm)))).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });
  it("a point off every line goes by tenths; lines of what moves do not count", () => {
    expect(snapPoint(lines, 12.345, 220.06, 1)).toEqual({ xMm: 12.3, yMm: 220.1, guides: [] });
    expect(snapPoint(lines, 200, 150, 1).guides).toEqual([]);
    expect(snapPoint(lines, 177.4, 30, 1).guides[0]?.word).toBe("middle of the base");
  });
  it("what lies under a point comes smallest first", () => {
    const over = sheet(
      box("plate", [100, 100, 80, 80]),
      box("chip", [100, 100, 20, 20]),
      box("far", [300, 200, 10, 10]),
    );
    expect(hits(over.parts, 100, 100, 2).map((p) => p.id)).toEqual(["chip", "plate"]);
    expect(hits(over.parts, 141.5, 100, 2).map((p) => p.id)).toEqual(["plate"]);
    expect(hits(over.parts, 250, 20, 2)).toEqual([]);
  });
});

describe("what changed between two drawings", () => {
  it("is nothing between a drawing and itself, and is told for every kind of change", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        expect(changesBetween(l, structuredClone(l))).toEqual([]);
      }),
      { numRuns: 40 },
    );
    const l = sheet(box("K1", [50, 50, 20, 10]), box("K2", [90, 70, 40, 30]));
    expect(changesBetween(l, moveParts(l, ids("K1"), 2, 0))).toEqual([expect.stringMatching(/K1.* moved/)]);
    expect(changesBetween(l, removeParts(l, ids("K2")))).toEqual([expect.stringMatching(/K2.* removed/)]);
    expect(changesBetween(removeParts(l, ids("K2")), l)).toEqual([expect.stringMatching(/K2.* added/)]);
    expect(changesBetween(l, { ...l, parts: l.parts.map((p) => ({ ...p, heightMm: 3 }) as Part) })).toEqual([
      expect.stringMatching(/changed/),
    ]);
    expect(
      changesBetween(l, { ...l, base: { ...l.base, widthMm: 340 }, figures: { ...l.figures, pipe6W: 30 } }).length,
    ).toBe(2);
  });
});
