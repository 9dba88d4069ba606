import { describe, expect, it } from "vitest";
import { daysFromCivil, numericTimeForm, timeFromBytes } from "./times";
import { orderRows } from "./order";

const seconds = (text: string, iso = false) => {
  const b = new TextEncoder().encode(text);
  return timeFromBytes(b, 0, b.length, iso);
};

describe("times as written", () => {
  it("clocks", () => {
    expect(seconds("9:30:05")).toBe(34205);
    expect(seconds("09:30:05.250")).toBeCloseTo(34205.25, 9);
    expect(seconds("09:30:05,5")).toBeCloseTo(34205.5, 9);
    expect(seconds("12:00:01 AM")).toBe(1);
    expect(seconds("1:00:00 PM")).toBe(46800);
    expect(seconds("4.3.2031 23:59:58")).toBe(86398);
    expect(seconds("4 Mar 2031 9:30:01")).toBe(34201);
    expect(seconds("09:75:00")).toBeNaN();
  });
  it("ISO 8601 as seconds since 1970", () => {
    expect(seconds("2031-03-04T09:30:00.500Z", true)).toBeCloseTo(Date.UTC(2031, 2, 4, 9, 30, 0, 500) / 1000, 6);
    expect(seconds("2031-03-04 09:30:00+01:00", true)).toBe(Date.UTC(2031, 2, 4, 9, 30) / 1000);
    expect(daysFromCivil(2000, 3, 1)).toBe(11017);
  });
  it("numbers: epochs by their size, elapsed by unit or step", () => {
    expect(numericTimeForm("t", [1.93e12, 1.93e12 + 1000])).toMatchObject({ scale: 1e-3, epoch: true });
    expect(numericTimeForm("Epoch", [1.93e9])).toMatchObject({ scale: 1, epoch: true });
    expect(numericTimeForm("Time (ms)", [0, 1000])).toMatchObject({ scale: 1e-3 });
    expect(numericTimeForm("Elapsed [min]", [0, 0.5])).toMatchObject({ scale: 60 });
    expect(numericTimeForm("Time", [0, 1000, 2000])).toMatchObject({ scale: 1e-3 });
    expect(numericTimeForm("Time", [0, 1, 2])).toMatchObject({ scale: 1 });
  });
});

describe("rows in the order of time", () => {
  const order = (t: number[], kind: "number" | "clock" = "number") =>
    orderRows(
      Float64Array.from(t),
      Uint32Array.from(t, (_, i) => i + 2),
      kind === "clock" ? { kind, scale: 1 } : { kind, scale: 1, epoch: false },
    );
  it("midnight crossed", () => expect([...order([86398, 86399, 0, 1, 2], "clock").timeS]).toEqual([0, 1, 2, 3, 4]));
  it("a clock set back by an hour", () =>
    expect([...order([7198, 7199, 3600, 3601], "clock").timeS]).toEqual([0, 1, 2, 3]));
  it("a logger that started again keeps the longest stretch", () => {
    const o = order([...Array.from({ length: 100 }, (_, i) => i), ...Array.from({ length: 300 }, (_, i) => i)]);
    expect(o.timeS.length).toBe(300);
    expect(o.warnings[0]?.message).toMatch(/starts again/);
  });
  it("a coarse clock on a fast log is spread within the second", () => {
    const o = order(Array.from({ length: 40 }, (_, i) => Math.floor(i / 4)));
    expect(o.timeS.length).toBe(40);
    expect(o.stepS).toBeCloseTo(0.25, 6);
  });
});
