import { LONG } from "../../testing/long";
import { expect, it } from "vitest";
import { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "../../samples/rigs";
import { golden, summed, eachSummed } from "../../testing/golden";
import { allowedPower, clockAt, fanTarget, throttle } from "./controls";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  steadyRise,
  truthOf,
  withFaults,
  type RigFamily,
  type RigFaults,
  type RigRecipe,
  type RigSensors,
} from "./index";

const machines = { tessalyK15, orrowby17, wrenfell14, calderNook13 };
const short = { ...standardRecipe, idleS: 30, loadS: 240, coolS: 60 };
const runs: Record<string, [Partial<RigFaults>, Partial<RigRecipe>, Partial<RigSensors>]> = {
  sound: [{}, {}, {}],
  "dusty, in a hot room": [{ clog: 3.4, contact: { cpu: 1.8, gpu: 1.4 } }, { roomC: 34, roomDriftK: 2 }, {}],
  "a pipe that lost its fill, a plate that leans": [{ pipe: 2.2, leanKW: 0.3, backgroundW: 4 }, {}, { stepS: 2 }],
  "a weak fan, pulses": [{ fanReach: 0.6 }, { pulse: [40, 20], roomSwing: [1.5, 90] }, { lagS: 5, stick: 0.1 }],
  "a standing fan, a warm start": [{ fanStopped: true }, { warmStartK: 12, effort: { cpu: 0.6 } }, { jitterS: 0.3 }],
  "fixed, poorly read": [{}, { fan: { fixed: 0.7 }, wobble: 0.1 }, { lossShare: 0.1, powerGain: 0.8, offsetC: 3 }],
  "stands in idle": [{ clog: 1.4 }, { fan: { standsBelowC: 55 } }, { temperatureStepC: 0, powerStepW: 1 }],
};

it.each(Object.entries(machines))("%s runs as kept", async (name, machine) => {
  const told = Object.entries(runs).map(([what, [faults, recipe, sensors]]) => {
    const log = simulate(machine, withFaults(faults), { ...short, ...recipe }, { ...plainSensors, ...sensors }, 0.4);
    const columns = log.headings.map((h, i) => [h.key, log.rows.map((r) => r[i] ?? NaN)] as const);
    const truth = truthOf(machine, withFaults(faults), withFaults({}), log);
    return [what, { timeS: summed(log.timeS), ...eachSummed(Object.fromEntries(columns)), truth: summed(truth) }];
  });
  await expect(golden(Object.fromEntries(told))).toMatchFileSnapshot(`golden/${name}.txt`);
});

it.runIf(LONG)("each way a machine can be built stands as kept", async () => {
  const families: RigFamily[] = ["lumped", "distributed", "fast-fins", "chamber", "leaky", "heavy", "apart", "soaked"];
  const told = families.map((family) =>
    Object.values(machines).map((m) => {
      const machine = { ...m, family };
      const faults = withFaults({ clog: 1.7, contact: { cpu: 1.3 } });
      const log = simulate(machine, faults, { ...short, loadS: 120 }, plainSensors, 0.4);
      const power = machine.chips.map((c) => c.loadW);
      return summed([
        family,
        steadyRise(machine, faults, power, 0.7),
        steadyRise(machine, withFaults({ fanStopped: true, pipe: 2 }), power, 0.7),
        log.rows.map((r) => r[0] ?? NaN),
      ]);
    }),
  );
  await expect(golden(told)).toMatchFileSnapshot("golden/families.txt");
});

it("its controls and its files stand as kept", async () => {
  const [chip] = wrenfell14.chips;
  if (!chip) throw new Error("no chip");
  const steps = [20, 45, 50, 60, 70, 85, 99];
  const controls = {
    fan: steps.flatMap((C) => [900, 2600, 5000].map((held) => fanTarget(wrenfell14.fan, C, held))),
    smooth: steps.map((C) => fanTarget({ ...wrenfell14.fan, stepRpm: 0 }, C, 0)),
    power: [-1, 0, 5, 20, 28, 60, 400].map((s) => allowedPower(chip, s, 0.8)),
    clock: [0, 2, 9, 20, 45].map((W) => clockAt(chip, W)),
    throttle: [80, 94, 95, 96, 101, 130].map((C) => throttle(0.7, C, 95, 0.5)),
  };
  const log = simulate(tessalyK15, withFaults({}), { ...short, loadS: 20, coolS: 5 }, plainSensors, 0.4);
  const files = [
    {},
    { separator: ";", decimalComma: true, byteOrderMark: true, newline: "\r\n" },
    { separator: "\t", time: "iso", fahrenheit: true },
    { time: "clock", startOfDayS: 86_380, milliwatts: true },
    { time: "epoch-ms", omit: ["cpu.power", "fan1.speed"] },
  ].map((form) => renderLog(log, { ...plainFormat, ...(form as Partial<typeof plainFormat>) }).slice(0, 600));
  await expect(`${golden(controls)}\n${files.join("\n\n")}\n`).toMatchFileSnapshot("golden/controls.txt");
});
