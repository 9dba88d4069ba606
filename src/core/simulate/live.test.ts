import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { withFaults } from "./machine";
import { LiveRig, type LiveStart } from "./live";
import { servedFaults, STAND_IN_STATES, standInFaults, standInMachine, type ServiceDone } from "./standIn";

const start: LiveStart = { roomC: 22, warmStartK: 0, seed: 0.4, cpu: 1, gpu: 1 };
const rigOf = (faults = withFaults({}), more: Partial<LiveStart> = {}, kind = { gpu: false, blowers: 1 }) =>
  new LiveRig(standInMachine({ ...kind, limitC: 97 }), faults, { ...start, ...more });
/** What it reads after so many seconds of idle and of load. */
const after = (rig: LiveRig, idleS: number, loadS: number): Record<string, number> => {
  let last: Record<string, number> = {};
  for (let s = 0; s < idleS + loadS; s++) last = rig.second(s >= idleS);
  return last;
};
const nothing: ServiceDone = { finsCleaned: false, pasted: {}, oneSide: false, unplugged: 0, padsMissing: 0 };

describe("the simulated laptop, live", () => {
  it("gives the same readings for the same start and switching", () => {
    const [a, b] = [rigOf(), rigOf()];
    for (let s = 0; s < 120; s++) expect(a.second(s > 40)).toEqual(b.second(s > 40));
    expect(a.seconds).toBe(120);
  });

  it("rests in idle and warms under load, its fan follows, its work comes and goes with the load", () => {
    const idle = after(rigOf(), 60, 0);
    const loaded = after(rigOf(), 60, 400);
    expect(idle["cpu.work"]).toBeUndefined();
    expect(loaded["cpu.work"]).toBeGreaterThan(200);
    expect(idle["cpu.load"]).toBeLessThan(15);
    expect(loaded["cpu.temperature"]).toBeGreaterThan((idle["cpu.temperature"] ?? 0) + 20);
    expect(loaded["fan1.speed"]).toBeGreaterThan((idle["fan1.speed"] ?? 0) + 300);
    expect(loaded["room.temperature"]).toBeCloseTo(22, 0);
    expect(Object.keys(loaded).filter((k) => /core\d/.test(k))).toHaveLength(4);
  });

  it("is hotter with each of its faults, slower with a weak fan, and does less where it throttles", () => {
    const sound = after(rigOf(), 10, 500);
    for (const state of ["dust", "paste", "both", "pipe", "lean"] as const)
      expect([
        state,
        (after(rigOf(standInFaults(state, 3)), 10, 500)["cpu.temperature"] ?? 0) > (sound["cpu.temperature"] ?? 0) + 2,
      ]).toEqual([state, true]);
    const weak = after(rigOf(standInFaults("fan", 3)), 10, 500);
    expect(weak["fan1.speed"]).toBeLessThan(0.85 * (sound["fan1.speed"] ?? 0));
    const blocked = after(rigOf(withFaults({ clog: 30, contact: { cpu: 5 } })), 10, 500);
    expect(blocked["cpu.work"]).toBeLessThan(0.9 * (sound["cpu.work"] ?? 0));
  });

  it("works as hard as it is told, one chip or two, with blowers or without", () => {
    const half = after(rigOf(withFaults({}), { cpu: 0.4 }), 10, 300);
    const whole = after(rigOf(), 10, 300);
    expect(half["cpu.power"]).toBeLessThan(0.7 * (whole["cpu.power"] ?? 0));
    const two = after(rigOf(withFaults({}), { gpu: 0 }, { gpu: true, blowers: 2 }), 10, 200);
    expect([two["gpu.power"], two["fan2.speed"]].every((v) => (v ?? 0) > 0)).toBe(true);
    expect(two["gpu.work"]).toBeUndefined();
    const still = after(rigOf(withFaults({}), {}, { gpu: false, blowers: 0 }), 10, 200);
    expect(Object.keys(still).some((k) => k.startsWith("fan"))).toBe(false);
    expect(still["cpu.power"]).toBeLessThan(12);
  });
});

describe("what is wrong with a stand-in", () => {
  it("is what was chosen, the same for the same chance; a hidden one is one of them", () => {
    expect(standInFaults("sound", 9)).toEqual(withFaults({}));
    expect(standInFaults("hidden", 12)).toEqual(standInFaults("hidden", 12));
    const hidden = Array.from({ length: 40 }, (_, seed) => JSON.stringify(standInFaults("hidden", seed)));
    expect(new Set(hidden).size).toBeGreaterThan(6);
    fc.assert(
      fc.property(fc.constantFrom(...STAND_IN_STATES), fc.integer({ min: 0, max: 1e6 }), (state, seed) => {
        const f = standInFaults(state, seed);
        expect(f.clog).toBeGreaterThanOrEqual(1);
        expect(f.clog).toBeLessThanOrEqual(3);
        expect(f.fanReach).toBeGreaterThan(0.4);
      }),
    );
  });

  it("is mended by what was done, and by nothing else", () => {
    const both = standInFaults("both", 4);
    expect(servedFaults(both, nothing)).toEqual(both);
    expect(servedFaults(both, { ...nothing, finsCleaned: true })).toEqual({ ...both, clog: 1.04 });
    const pasted = servedFaults(both, { ...nothing, pasted: { cpu: 1.2 } });
    expect([pasted.contact.cpu, pasted.contact.gpu, pasted.clog]).toEqual([1, both.contact.gpu, both.clog]);
    // cleaning clean fins makes nothing worse
    expect(servedFaults(withFaults({}), { ...nothing, finsCleaned: true }).clog).toBe(1);
  });

  it("gets worse by what was done badly: little paste, one side first, a plug left out, pads gone", () => {
    const thin = servedFaults(withFaults({}), { ...nothing, pasted: { cpu: 0.4 } });
    expect(thin.contact.cpu).toBeCloseTo(1 + 2.4 * 0.55, 9);
    const leans = servedFaults(withFaults({}), { ...nothing, pasted: { cpu: 1 }, oneSide: true });
    expect([leans.contact.cpu, leans.leanKW]).toEqual([1.6, 0.2]);
    const straight = servedFaults(standInFaults("lean", 1), { ...nothing, pasted: { cpu: 1 } });
    expect(straight.leanKW).toBe(0);
    expect(servedFaults(withFaults({}), { ...nothing, unplugged: 1 }).fanStopped).toBe(true);
    expect(servedFaults(withFaults({}), { ...nothing, padsMissing: 2 }).contact.gpu).toBeCloseTo(1.2, 9);
  });
});
