import { randomLcg, randomNormal } from "d3-random";
import { allowedPower, clockAt, fanTarget, throttle } from "./controls";
import type { RigFaults, RigMachine, RigRecipe, RigSensors } from "./machine";
import { coldState, linksOf, stepNetwork, steadyRise } from "./network";

/** What the logger wrote, row by row: one value per heading, NaN for a missing reading. */
export interface RigLog {
  timeS: number[];
  headings: { key: string; heading: string }[];
  rows: number[][];
  roomStartC: number;
  roomEndC: number;
  /** Mean true power per chip and fan speed over the last two minutes of the load. */
  late: { powerW: number[]; fanShare: number; rpm: number };
  throttledShare: number;
}

const DT = 0.1;

/** Runs the simulated laptop through idle, load and cool-down. The same seed gives the same log. */
export function simulate(
  machine: RigMachine,
  faults: RigFaults,
  recipe: RigRecipe,
  sensors: RigSensors,
  seed: number,
): RigLog {
  const source = randomLcg(seed);
  const gauss = randomNormal.source(source)(0, 1);
  const links = linksOf(machine, faults);
  const state = coldState(machine);
  const { fan } = machine;
  const idle = machine.chips.map((c) => c.idleW + faults.backgroundW / machine.chips.length);
  let rpm = faults.fanStopped ? 0 : fan.idleRpm * faults.fanReach;
  settleIdle();
  const factors = machine.chips.map(() => 1);
  const seen = machine.chips.map((_, i) => state.die[i] ?? 0);
  const held = machine.chips.map(() => NaN);
  const coreOffset = coreOffsets(machine);
  let asked = fan.idleRpm;
  let wobble = 0;
  let slowHot = recipe.roomC + Math.max(...seen);
  const total = recipe.idleS + recipe.loadS + recipe.coolS;
  const log: RigLog = {
    timeS: [],
    headings: headingsOf(machine, fan.count),
    rows: [],
    roomStartC: recipe.roomC,
    roomEndC: recipe.roomC + recipe.roomDriftK,
    late: { powerW: [], fanShare: 0, rpm: 0 },
    throttledShare: 0,
  };
  const late = { n: 0, power: machine.chips.map(() => 0), rpm: 0 };
  let throttledSteps = 0;
  let next = 0;
  const steps = Math.round(total / DT);
  const mean = machine.chips.map(() => 0);
  let meanN = 0;
  for (let k = 0; k <= steps; k++) {
    const t = k * DT;
    const roomC = recipe.roomC + (recipe.roomDriftK * t) / total;
    const since = t - recipe.idleS;
    const loading = since >= 0 && since < recipe.loadS;
    if (k % 10 === 0) wobble = 0.9 * wobble + 0.44 * gauss();
    const power = machine.chips.map((chip, i) => {
      const want = loading
        ? allowedPower(chip, since, recipe.effort[chip.id] ?? 1) * (1 + recipe.wobble * wobble)
        : (idle[i] ?? chip.idleW);
      const dieC = roomC + (state.die[i] ?? 0);
      factors[i] = loading ? throttle(factors[i] ?? 1, dieC, machine.limitC, DT) : 1;
      return (loading ? Math.max(chip.idleW, want * (factors[i] ?? 1)) : want) * (1 + 0.0004 * (dieC - 60));
    });
    const hottest = roomC + Math.max(...state.die);
    slowHot += ((hottest - slowHot) * DT) / 3;
    asked = fanTarget(fan, slowHot, asked);
    if (!faults.fanStopped) rpm += ((Math.min(asked, fan.maxRpm) * faults.fanReach - rpm) * DT) / fan.lagS;
    stepNetwork(machine, links, state, power, rpm / fan.maxRpm, DT);
    power.forEach((p, i) => (mean[i] = (mean[i] ?? 0) + p));
    meanN++;
    machine.chips.forEach((_, i) => {
      const now = state.die[i] ?? 0;
      seen[i] = sensors.lagS > 0 ? (seen[i] ?? 0) + ((now - (seen[i] ?? 0)) * DT) / sensors.lagS : now;
    });
    if (loading && factors.some((f) => f < 0.985)) throttledSteps++;
    if (loading && since > recipe.loadS - 120) {
      late.n++;
      late.rpm += rpm;
      power.forEach((p, i) => (late.power[i] = (late.power[i] ?? 0) + p));
    }
    if (t + 1e-9 >= next) {
      next += sensors.stepS;
      if (k > 0 && source() < sensors.lossShare) continue;
      write(t, roomC);
      mean.fill(0);
      meanN = 0;
    }
  }
  const n = Math.max(1, late.n);
  log.late = { powerW: late.power.map((p) => p / n), rpm: late.rpm / n, fanShare: late.rpm / n / fan.maxRpm };
  log.throttledShare = throttledSteps / Math.max(1, recipe.loadS / DT);
  return log;

  function settleIdle(): void {
    const share = faults.fanStopped ? 0 : (fan.idleRpm * faults.fanReach) / fan.maxRpm;
    const rise = steadyRise(machine, faults, idle, share);
    const sum = idle.reduce((a, b) => a + b, 0);
    state.case = 0.2 * sum * machine.caseKW + recipe.warmStartK * 0.5;
    rise.forEach((r, i) => {
      state.die[i] = r.contactK + r.airflowK + recipe.warmStartK;
      state.plate[i] = r.airflowK + recipe.warmStartK;
      const f = machine.sharedFins ? 0 : i;
      state.fins[f] = r.airflowK - (idle[i] ?? 0) * (links.pipeKW[i] ?? 0) + recipe.warmStartK;
    });
  }

  function write(t: number, roomC: number): void {
    const jitter = sensors.jitterS ? Math.round(sensors.jitterS * gauss() * 10) / 10 : 0;
    log.timeS.push(Math.round((t + jitter) * 10) / 10);
    const quantise = (v: number) => Math.round(v / sensors.temperatureStepC) * sensors.temperatureStepC;
    const row: number[] = [];
    machine.chips.forEach((chip, i) => {
      const p = (mean[i] ?? 0) / Math.max(1, meanN);
      const base = roomC + (seen[i] ?? 0) + sensors.offsetC;
      const stuck = source() < sensors.stick && Number.isFinite(held[i] ?? NaN);
      if (chip.id === "cpu" && machine.cores > 1) {
        for (let c = 0; c < machine.cores; c++)
          row.push(quantise(base + (coreOffset[c] ?? 0) - 1 + 0.12 * gauss() + (c === 0 ? faults.leanKW * p : 0)));
      } else {
        held[i] = stuck ? (held[i] ?? NaN) : quantise(base + 0.12 * gauss());
        row.push(held[i] ?? NaN);
      }
      const loading = t >= recipe.idleS && t < recipe.idleS + recipe.loadS;
      const load = loading ? 100 * (recipe.effort[chip.id] ?? 1) : 3 + 4 * source();
      row.push(Math.round(load), Math.round(clockAt(chip, p) * (1 + 0.006 * gauss())));
      row.push(
        Math.round((p * sensors.powerGain * (1 + sensors.powerNoise * gauss())) / sensors.powerStepW) *
          sensors.powerStepW,
      );
    });
    for (let f = 0; f < fan.count; f++) row.push(Math.round((rpm * (1 - 0.01 * f)) / 10) * 10);
    log.rows.push(row);
  }
}

/** How far each core reads off the mean: the same in every run of a machine, K. */
function coreOffsets(machine: RigMachine): number[] {
  const gauss = randomNormal.source(randomLcg((machine.finJK * 0.618 + machine.limitC * 0.0137) % 1))(0, 0.9);
  return Array.from({ length: machine.cores }, () => gauss());
}

function headingsOf(machine: RigMachine, fans: number): RigLog["headings"] {
  const out: RigLog["headings"] = [];
  for (const chip of machine.chips) {
    const name = chip.id === "cpu" ? "CPU" : "GPU";
    if (chip.id === "cpu" && machine.cores > 1)
      for (let c = 0; c < machine.cores; c++)
        out.push({ key: `cpu.core${c}.temperature`, heading: `Core ${c} temperature [°C]` });
    else out.push({ key: `${chip.id}.temperature`, heading: `${name} temperature [°C]` });
    out.push(
      { key: `${chip.id}.load`, heading: `${name} load [%]` },
      { key: `${chip.id}.clock`, heading: `${name} clock [MHz]` },
      { key: `${chip.id}.power`, heading: `${name} power [W]` },
    );
  }
  for (let f = 0; f < fans; f++)
    out.push({ key: `fan${f + 1}.speed`, heading: fans === 1 ? "Fan speed [RPM]" : `Fan ${f + 1} speed [RPM]` });
  return out;
}
