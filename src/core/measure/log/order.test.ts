import { describe, expect, it } from "vitest";
import { isNewestFirst, orderRows, scaleOfMinutes } from "./order";
import type { TimeForm } from "./times";

const count = (n: number, from = 0, step = 1) => Array.from({ length: n }, (_, i) => from + i * step);
const NUMBER: TimeForm = { kind: "number", scale: 1, epoch: false };
const CLOCK: TimeForm = { kind: "clock", scale: 1 };

const ordered = (times: number[], form: TimeForm = NUMBER) =>
  orderRows(
    Float64Array.from(times),
    Uint32Array.from(times, (_, i) => i + 2),
    form,
  );
const said = (o: ReturnType<typeof ordered>) => o.warnings.map((w) => `${w.line}: ${w.message}`);

describe("times in order", () => {
  it("start at nought, with their step, and say nothing where nothing is odd", () => {
    const o = ordered(count(50, 7));
    expect([o.timeS[0], o.timeS.at(-1), o.stepS]).toEqual([0, 49, 1]);
    expect([...o.index]).toEqual(count(50));
    expect(o.warnings).toEqual([]);
    expect(o.startMs).toBeNull();
    expect(o.gaps).toEqual([]);
  });
  it("know when they began where the log says a date", () => {
    expect(ordered(count(20, 1_893_456_000), { kind: "number", scale: 1, epoch: true }).startMs).toBe(
      1_893_456_000_000,
    );
    expect(ordered(count(20, 1_893_456_000), { kind: "iso", scale: 1 }).startMs).toBe(1_893_456_000_000);
    expect(ordered(count(20, 36_000), CLOCK).startMs).toBeNull();
  });
  it("a gap is told with its place and its length, the longest in words", () => {
    const o = ordered([...count(30), ...count(30, 60), ...count(30, 130)]);
    expect(o.gaps).toEqual([
      { atS: 29, lengthS: 31 },
      { atS: 89, lengthS: 41 },
    ]);
    expect(said(o)).toEqual(["32: 2 gaps in the log, the longest 41 s."]);
  });
  it("jitter is no gap", () => {
    expect(ordered(count(60).map((t) => t + 0.4 * Math.sin(t))).gaps).toEqual([]);
  });
  it("one row far off is left out", () => {
    const o = ordered([...count(30), 9_999, ...count(30, 30)]);
    expect(o.index).toHaveLength(60);
    expect(said(o).join()).toContain("a time that does not fit left out");
  });
  it("rows that stand a little out of order are put in it", () => {
    const o = ordered([0, 1, 2, 4, 3, 5, 6, 7, 8, 9, 10, 11]);
    expect([...o.timeS]).toEqual(count(12));
    expect([...o.index].slice(2, 6)).toEqual([2, 4, 3, 5]);
    expect(said(o)).toEqual(["6: Time runs backwards at 1 place; the rows were put in order."]);
  });
  it("a time that stands twice now and then is taken once", () => {
    const o = ordered([0, 1, 1, ...count(20, 2)]);
    expect(o.timeS).toHaveLength(22);
    expect(said(o).join()).toContain("1 row with a time that stood already left out");
  });
  it("a logger that starts again leaves its longest stretch", () => {
    const o = ordered([...count(80, 500), ...count(200), ...count(40)]);
    expect(o.timeS).toHaveLength(200);
    expect(o.index[0]).toBe(80);
    expect(said(o).join()).toContain("only the longest stretch (200 rows)");
  });
  it("a coarse clock on a fast log is spread evenly within its second", () => {
    const o = ordered(count(80).map((i) => Math.floor(i / 4)));
    expect(o.stepS).toBeCloseTo(0.25, 6);
    expect(o.timeS[5]).toBeCloseTo(1.25, 6);
  });
});

describe("clocks", () => {
  it("pass midnight in one run, twice if need be", () => {
    const o = ordered(
      [...count(100, 86_350), ...count(10)].map((t) => t % 86_400),
      CLOCK,
    );
    expect(o.timeS.at(-1)).toBeGreaterThanOrEqual(99);
    expect(said(o).join()).toContain("passes midnight");
  });
  it.each([
    [-3600, "back by an hour"],
    [3600, "forward by an hour"],
    [-200, "back by 200 s"],
  ])("set by %i s while they run are read as one run", (by, says) => {
    const o = ordered([...count(100, 36_000), ...count(100, 36_100 + by)], CLOCK);
    expect(o.timeS.at(-1)).toBeCloseTo(199, 6);
    expect(said(o).join()).toContain(says);
    expect(o.gaps).toEqual([]);
  });
  it("an elapsed time is no clock: an hour that is missing is a gap", () => {
    const o = ordered([...count(100), ...count(100, 3_700)]);
    expect(o.gaps).toEqual([{ atS: 99, lengthS: 3_601 }]);
  });
  it("whole minutes a row apart from the start are minutes and seconds", () => {
    const minutes = Float64Array.from(count(60, 0, 60));
    expect(scaleOfMinutes(minutes)).toBeCloseTo(1 / 60, 9);
    expect(scaleOfMinutes(Float64Array.from(count(60, 36_000, 60)))).toBe(1);
    expect(scaleOfMinutes(Float64Array.from(count(60)))).toBe(1);
    const o = ordered([...minutes], { kind: "clock", scale: 1 / 60 });
    expect(o.timeS.at(-1)).toBeCloseTo(59, 6);
    expect(said(o).join()).toContain("minutes and seconds");
  });
});

describe("the newest row first", () => {
  it("is seen where nearly every row is older than the one before", () => {
    expect(isNewestFirst(Float64Array.from(count(40).reverse()))).toBe(true);
    expect(isNewestFirst(Float64Array.from(count(40)))).toBe(false);
    expect(isNewestFirst(Float64Array.from([...count(30).reverse(), ...count(10, 100)]))).toBe(false);
    expect(isNewestFirst(Float64Array.from([3, 2, 1]))).toBe(false);
  });
  it("is read from the end, and each time keeps its row", () => {
    const o = ordered(count(40, 5).reverse());
    expect([...o.timeS]).toEqual(count(40));
    expect([...o.index]).toEqual(count(40).reverse());
    expect(said(o)[0]).toContain("newest row stands first");
  });
});
