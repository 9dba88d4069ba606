import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { findPhases, readLog } from "../log";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  withFaults,
  type RigMachine,
} from "../../simulate";
import { prepareSeries } from "../thermal";
import { fitLadder, memoOf, trackOf, type JointFit } from ".";

function trackFor(machine: RigMachine, faults: object, seed: number) {
  const log = readLog(
    renderLog(simulate(machine, withFaults(faults), standardRecipe, plainSensors, seed), plainFormat),
  );
  if (!log.ok) throw new Error(log.problem.message);
  const phases = findPhases(log.value);
  if (!phases) throw new Error("no load");
  const room = { startC: standardRecipe.roomC, endC: standardRecipe.roomC };
  const series = prepareSeries(log.value, phases, room);
  return trackOf(
    series,
    machine.chips.map((c) => c.id),
    { top: machine.chips.length > 1 ? [5200, 5200] : [5000] },
  );
}

function fitted(before: RigMachine, after: RigMachine, faults: object = {}): JointFit {
  return fitLadder(
    { before: trackFor(before, faults, 0.2), after: trackFor(after, {}, 0.7) },
    {
      chips: before.chips.map((c) => c.id),
      lateW: before.chips.map((c) => c.loadW),
      roomKnown: { before: true, after: true },
      power: before.chips.map(() => ({ mean: 1, sd: 0.012 })),
      exponent: { mean: 0.6, sd: 0.15 },
      fanSd: 0,
    },
  );
}

const heavy = (m: RigMachine, by: number): RigMachine => ({
  ...m,
  finJK: m.finJK * by,
  chips: m.chips.map((c) => ({ ...c, plateJK: c.plateJK * by })),
});

describe("what no service changes", () => {
  it("is the same in two runs of one machine, whatever was mended", () => {
    for (const faults of [{}, { clog: 2.4 }, { contact: { cpu: 2.2 } }]) {
      const kept = memoOf(fitted(wrenfell14, wrenfell14, faults));
      expect(kept?.freedom).toBe(3);
      expect(kept?.chi2).toBeLessThan(9);
      expect(Math.abs((kept?.afterJK ?? 0) / (kept?.beforeJK ?? 1) - 1)).toBeLessThan(0.08);
    }
  });

  it.each([2.6, 1 / 2.6])("plates and fins %f times as heavy are plain, in the right direction", (by) => {
    const kept = memoOf(fitted(wrenfell14, heavy(wrenfell14, by)));
    expect(kept?.chi2).toBeGreaterThan(12);
    const ratio = (kept?.aloneJK ?? 0) / (kept?.beforeJK ?? 1);
    expect(by > 1 ? ratio : 1 / ratio).toBeGreaterThan(1.25);
    // the fit itself holds them nearly equal
    expect(Math.abs((kept?.afterJK ?? 0) / (kept?.beforeJK ?? 1) - 1)).toBeLessThan(0.3);
  });

  it("is counted for every chip: dies and plates of each, fins together", () => {
    const kept = memoOf(fitted(tessalyK15, tessalyK15));
    expect(kept?.freedom).toBe(5);
    expect(kept?.chi2).toBeGreaterThanOrEqual(0);
    expect(kept?.beforeJK).toBeGreaterThan(50);
  });

  it("of a fit without such unknowns is nothing", () => {
    const fit = fitted(wrenfell14, wrenfell14);
    const places = { ...fit.places, unknowns: fit.places.unknowns.filter((u) => !u.name.includes("kept")) };
    expect(memoOf({ ...fit, places: places as never })).toBeNull();
  });
});
