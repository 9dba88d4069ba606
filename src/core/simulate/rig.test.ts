import { describe, expect, it } from "vitest";
import { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "../../samples/rigs";
import { fanTarget, throttle } from "./controls";
import { coldState, linksOf, stepNetwork } from "./network";
import { thermalOf } from "./thermal";
import { plainSensors, simulate, soundMachine, standardRecipe, steadyRise, truthOf, withFaults } from "./index";

describe("the thermal network", () => {
  it.each([
    ["two chips", tessalyK15],
    ["one chip", wrenfell14],
    ["fanless", calderNook13],
    ["vapour chamber", orrowby17],
  ])("%s: runs into the steady state that its resistances say", (_, machine) => {
    const power = machine.chips.map((c) => c.loadW);
    const state = coldState(machine);
    const links = linksOf(machine, soundMachine);
    for (let i = 0; i < 90_000; i++) stepNetwork(machine, links, state, { powerW: power, fanShare: 0.8 }, 0.1);
    steadyRise(machine, soundMachine, power, 0.8).forEach((r, i) =>
      expect(state.die[i]).toBeCloseTo(r.contactK + r.airflowK, 0),
    );
  });
  it("lint raises airflow and leaves contact, dry paste the other way round", () => {
    const rise = (f: Parameters<typeof withFaults>[0]) => steadyRise(wrenfell14, withFaults(f), [26], 1)[0];
    expect(rise({ clog: 2 })?.contactK).toBe(rise({})?.contactK);
    expect(rise({ clog: 2 })?.airflowK).toBeGreaterThan((rise({})?.airflowK ?? 0) + 8);
    expect(rise({ contact: { cpu: 2 } })?.contactK).toBeCloseTo(2 * (rise({})?.contactK ?? 0), 9);
    expect(rise({ contact: { cpu: 2 } })?.airflowK).toBe(rise({})?.airflowK);
  });
});

describe("its controls", () => {
  it("the fan steps up at once and down only after the hysteresis", () => {
    const fan = { ...wrenfell14.fan, stepRpm: 500 };
    const up = fanTarget(fan, 70, fan.idleRpm);
    expect((up - fan.idleRpm) % 500).toBe(0);
    expect(fanTarget(fan, 69, up)).toBe(up);
    expect(fanTarget(fan, 55, up)).toBeLessThan(up);
  });
  it("throttling falls over the limit, recovers below it, and has a floor", () => {
    expect(throttle(1, 99, 95, 0.1)).toBeLessThan(1);
    expect(throttle(0.5, 90, 95, 0.1)).toBeGreaterThan(0.5);
    expect(throttle(0.2, 150, 95, 10)).toBe(0.2);
  });
});

describe("a run on the rig", () => {
  it("is the same for the same seed", () => {
    const once = () => simulate(wrenfell14, soundMachine, { ...standardRecipe, loadS: 60 }, plainSensors, 0.4).rows;
    expect(once()).toEqual(once());
  });
  it("steps by 1 °C, boosts at first, and is held at its limit when clogged in a hot room", () => {
    const log = simulate(
      wrenfell14,
      withFaults({ clog: 4, contact: { cpu: 2.5 } }),
      { ...standardRecipe, roomC: 35 },
      plainSensors,
      0.4,
    );
    const column = (key: string) => log.rows.map((r) => r[log.headings.findIndex((h) => h.key === key)] ?? NaN);
    expect(column("cpu.temperature").every((v) => Number.isInteger(v))).toBe(true);
    expect(column("cpu.power")[130]).toBeGreaterThan(column("cpu.power")[900] ?? 99);
    expect(Math.max(...column("cpu.temperature"))).toBeLessThanOrEqual(98);
    expect(log.throttledShare).toBeGreaterThan(0.5);
  });
  it("knows the truth of a pair", () => {
    const before = withFaults({ clog: 2 });
    const log = simulate(wrenfell14, before, standardRecipe, plainSensors, 0.4);
    const truth = truthOf(wrenfell14, before, soundMachine, log);
    expect(truth.verdict).toBe("improved");
    expect(truth.chips[0]?.contactK).toBe(0);
    expect(truth.chips[0]?.airflowK).toBeLessThan(-8);
  });
});

describe("the net of nodes, a physics of its own", () => {
  const families = ["distributed", "fast-fins", "chamber", "leaky", "heavy", "apart", "soaked"] as const;
  it.each(families)("%s: settles where it says it stands, and stays there", (family) => {
    const net = thermalOf({ ...tessalyK15, family }, soundMachine);
    const powerW = [40, 35];
    const steady = net.steady(powerW, 0.8);
    net.settle(powerW, 0.8, 0);
    for (let i = 0; i < 600; i++) net.step(powerW, 0.8, 0.1);
    net.dieK().forEach((k, i) => {
      const { contactK, airflowK } = steady[i] ?? { contactK: 0, airflowK: 0 };
      expect(k).toBeCloseTo(contactK + airflowK, 2);
    });
  });
  it.each(families)("%s: paste is contact, lint and a slow fan are airflow", (family) => {
    const at = (faults: Parameters<typeof withFaults>[0], fan = 0.8) =>
      thermalOf({ ...wrenfell14, family }, withFaults(faults)).steady([26], fan)[0] ?? { contactK: 0, airflowK: 0 };
    const sound = at({});
    expect(at({ contact: { cpu: 2 } }).contactK).toBeGreaterThan(1.5 * sound.contactK);
    expect(at({ contact: { cpu: 2 } }).airflowK).toBeLessThan(1.05 * sound.airflowK);
    expect(at({ clog: 2 }).airflowK).toBeGreaterThan(1.15 * sound.airflowK);
    expect(at({}, 0.4).airflowK).toBeGreaterThan(1.1 * sound.airflowK);
    expect(at({ clog: 2 }).contactK / sound.contactK).toBeCloseTo(1, 1);
  });
  it.each(families)("%s: more lint never cools, however much air comes round again", (family) => {
    const machine = { ...tessalyK15, family, recirculation: 0.4, caseKW: 0.9, finKW: 0.15 };
    const rise = (clog: number) => thermalOf(machine, withFaults({ clog })).steady([45, 60], 0.8)[0]?.airflowK ?? NaN;
    const rises = [1, 1.3, 1.8, 2.5, 4].map(rise);
    rises.forEach((k, i) => expect(k).toBeGreaterThan(rises[i - 1] ?? 0));
  });
  it("a pipe that carries more than it can dries out: twice the power is more than twice the rise", () => {
    const rise = (watts: number) =>
      thermalOf({ ...wrenfell14, family: "heavy" }, soundMachine).steady([watts], 0.8)[0]?.airflowK ?? NaN;
    expect(rise(20) / rise(10)).toBeLessThan(2.02);
    expect(rise(60) / rise(30)).toBeGreaterThan(2.03);
  });
  it("chips apart have fins of their own: one hardly warms the other", () => {
    const other = (family: "apart" | "distributed") => {
      const machine = { ...tessalyK15, family };
      const at = (gpuW: number) => thermalOf(machine, soundMachine).steady([40, gpuW], 0.8)[0]?.airflowK ?? NaN;
      return at(60) - at(5);
    };
    expect(other("apart")).toBeLessThan(0.6 * other("distributed"));
  });
});
