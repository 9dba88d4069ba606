import { describe, expect, it } from "vitest";
import { CoreLoad, steps } from "./loadSession";

/** A clock that goes on by 8 ms at every look, and rests that are kept to be called. */
function bench() {
  let ms = 0;
  const waiting: { again: () => void; ms: number }[] = [];
  const load = new CoreLoad(
    () => (ms += 8),
    (again, rest) => waiting.push({ again, ms: rest }),
  );
  return { load, waiting, next: () => waiting.shift()?.again() };
}

describe("the load of one core", () => {
  it("works whole slices at full share, and half as long as it rests at half", () => {
    const full = bench();
    full.load.work(1);
    expect(full.waiting.map((w) => w.ms)).toEqual([0]);
    const half = bench();
    half.load.work(0.5);
    expect(half.waiting[0]?.ms).toBeGreaterThan(15);
    expect(full.load.count()).toBeGreaterThan(1.5 * half.load.count());
  });
  it("goes on by itself until it is told to rest, and counts what it did once", () => {
    const { load, waiting, next } = bench();
    load.work(1);
    next();
    next();
    const did = load.count();
    expect(did).toBeGreaterThan(0);
    expect(load.count()).toBe(0);
    load.work(0);
    next();
    expect([load.count(), waiting.length]).toEqual([0, 0]);
    load.work(1);
    expect(load.count()).toBeGreaterThan(0);
  });
  it("told twice works once", () => {
    const { load, waiting } = bench();
    load.work(1);
    load.work(0.8);
    expect(waiting).toHaveLength(1);
  });
  it("its steps hang on one another: none can be left out", () => {
    expect(steps(1000, 1)).not.toBe(steps(999, 1));
    expect(steps(1000, 1)).not.toBe(steps(1000, 3));
    expect(Number.isFinite(steps(100_000, 7))).toBe(true);
  });
});
