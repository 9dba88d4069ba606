import { describe, expect, it } from "vitest";
import { plainFormat, plainSensors, renderLog, simulate, standardRecipe, withFaults } from "../../simulate";
import { wrenfell14 } from "../../../samples/rigs";
import { decimate, findPhases, readLog, shapeIn } from "./index";

function phases(recipe: Partial<typeof standardRecipe>, omit: string[] = [], faults = {}) {
  const log = simulate(wrenfell14, withFaults(faults), { ...standardRecipe, loadS: 300, ...recipe }, plainSensors, 0.7);
  const run = readLog(renderLog(log, { ...plainFormat, omit }));
  if (!run.ok) throw new Error(run.problem.message);
  return findPhases(run.value);
}

describe("idle, load and cool-down are found by themselves", () => {
  it.each([
    ["by power", []],
    ["by load", ["cpu.power"]],
    ["by clock", ["cpu.power", "cpu.load"]],
  ])("%s", (_, omit) => {
    const p = phases({}, omit);
    expect(p?.loadOnS).toBeGreaterThanOrEqual(119);
    expect(p?.loadOnS).toBeLessThanOrEqual(122);
    expect(p?.loadOffS).toBeGreaterThanOrEqual(419);
    expect(p?.loadOffS).toBeLessThanOrEqual(422);
  });
  it("by the climb of the temperature alone", () => {
    const p = phases({}, ["cpu.power", "cpu.load", "cpu.clock"]);
    expect(Math.abs((p?.loadOnS ?? 0) - 120)).toBeLessThanOrEqual(4);
    expect(Math.abs((p?.loadOffS ?? 0) - 420)).toBeLessThanOrEqual(4);
  });
  it("a log that ends under load says so", () => {
    expect(phases({ coolS: 0 })?.offBy).toMatch(/ends under load/);
  });
  it("throttling and background load do not split it", () => {
    const p = phases({ roomC: 38 }, [], { clog: 6, contact: { cpu: 3 }, backgroundW: 4 });
    expect((p?.loadOffS ?? 0) - (p?.loadOnS ?? 0)).toBeGreaterThan(290);
  });
  it("nothing is claimed where nothing happens", () => {
    expect(phases({ loadS: 0, idleS: 300 })).toBeNull();
  });
});

describe("decimation", () => {
  it("keeps every peak and stays within the buckets", () => {
    const t = Float64Array.from({ length: 100_000 }, (_, i) => i);
    const v = Float64Array.from(t, (i) => Math.sin(i / 5000));
    v[54_321] = 9;
    const points = decimate(t, v, 500);
    expect(points.length).toBeLessThanOrEqual(500);
    expect(Math.max(...points.map((p) => p.max))).toBe(9);
    expect(Math.min(...points.map((p) => p.min))).toBeCloseTo(-1, 3);
  });
  it("leaves gaps out", () => {
    const v = [1, NaN, 3];
    expect(decimate([0, 1, 2], v, 10).map((p) => p.t)).toEqual([0, 2]);
  });
  it("a shape lies in a box of one by one", () => {
    for (const [x, y] of shapeIn([0, 5, 10], [20, 80, 50])) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(1);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(1);
    }
  });
});
