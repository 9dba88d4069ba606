import { randomLcg, randomNormal } from "d3-random";
import { clockAt } from "./controls";
import type { RigFaults, RigMachine, RigRecipe, RigSensors } from "./machine";

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

interface Chance {
  source: () => number;
  gauss: () => number;
  /** Rise of each die at the start, K. */
  dieK: readonly number[];
}

/** The sensor logger on the rig: lag, steps, sticking, noise and jitter, a row now and then. */
export class Logger {
  readonly log: RigLog;
  private readonly seenK: number[];
  private readonly held: number[];
  private readonly meanW: number[];
  private readonly coreOffset: number[];
  private memoryK: number;
  private n = 0;

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
    private readonly recipe: RigRecipe,
    private readonly sensors: RigSensors,
    private readonly chance: Chance,
  ) {
    this.seenK = [...chance.dieK];
    this.held = machine.chips.map(() => NaN);
    this.meanW = machine.chips.map(() => 0);
    this.coreOffset = coreOffsets(machine);
    this.memoryK = this.memoryAt(machine.chips.reduce((s, c) => s + c.idleW, 0));
    this.log = {
      timeS: [],
      headings: headingsOf(machine, machine.fan.count),
      rows: [],
      roomStartC: recipe.roomC,
      roomEndC: recipe.roomC + recipe.roomDriftK,
      late: { powerW: [], fanShare: 0, rpm: 0 },
      throttledShare: 0,
    };
  }

  /** What the sensors take in between two rows. */
  see(powerW: readonly number[], dieK: readonly number[]): void {
    const { lagS } = this.sensors;
    powerW.forEach((p, i) => (this.meanW[i] = (this.meanW[i] ?? 0) + p));
    this.n++;
    const { memory } = this.machine;
    if (memory)
      this.memoryK += ((this.memoryAt(powerW.reduce((a, b) => a + b, 0)) - this.memoryK) * STEP_S) / memory.lagS;
    dieK.forEach((now, i) => {
      const was = this.seenK[i] ?? 0;
      this.seenK[i] = lagS > 0 ? was + ((now - was) * STEP_S) / lagS : now;
    });
  }

  /** Rise of the memory at a steady power, K. */
  private memoryAt(totalW: number): number {
    return (this.machine.memory?.riseKW ?? 0) * (this.faults.memory ?? 1) * totalW;
  }

  write(t: number, roomC: number, rpm: number): void {
    const { sensors, machine, log } = this;
    const jitter = sensors.jitterS ? Math.round(sensors.jitterS * this.chance.gauss() * 10) / 10 : 0;
    log.timeS.push(Math.round((t + jitter) * 10) / 10);
    const row = machine.chips.flatMap((_, i) => this.chipCells(i, t, roomC));
    for (let f = 0; f < machine.fan.count; f++) row.push(Math.round((rpm * (1 - 0.01 * f)) / 10) * 10);
    if (machine.memory) row.push(Math.round(roomC + this.memoryK));
    log.rows.push(row);
    this.meanW.fill(0);
    this.n = 0;
  }

  private chipCells(i: number, t: number, roomC: number): number[] {
    const { machine, sensors, recipe, faults } = this;
    const { source, gauss } = this.chance;
    const chip = machine.chips[i];
    if (!chip) return [];
    const p = (this.meanW[i] ?? 0) / Math.max(1, this.n);
    const base = roomC + (this.seenK[i] ?? 0) + sensors.offsetC;
    const stuck = source() < sensors.stick && Number.isFinite(this.held[i] ?? NaN);
    const cells: number[] = [];
    const quantise = (v: number) => Math.round(v / sensors.temperatureStepC) * sensors.temperatureStepC;
    if (chip.id === "cpu" && machine.cores > 1) {
      for (let c = 0; c < machine.cores; c++)
        cells.push(quantise(base + (this.coreOffset[c] ?? 0) - 1 + 0.12 * gauss() + (c === 0 ? faults.leanKW * p : 0)));
    } else {
      this.held[i] = stuck ? (this.held[i] ?? NaN) : quantise(base + 0.12 * gauss());
      cells.push(this.held[i] ?? NaN);
    }
    const since = t - recipe.idleS;
    const within = since >= 0 && since < recipe.loadS;
    const { pulse } = recipe;
    const loading = within && (!pulse || since % (pulse[0] + pulse[1]) < pulse[0]);
    const busy = chip.id === "cpu" ? (faults.idlePct ?? 0) : 0;
    const load = loading ? 100 * (recipe.effort[chip.id] ?? 1) : busy + 3 + 4 * source();
    cells.push(Math.round(load), Math.round(clockAt(chip, p) * (1 + 0.006 * gauss())));
    const read = p * sensors.powerGain * (1 + sensors.powerNoise * gauss());
    cells.push(Math.round(read / sensors.powerStepW) * sensors.powerStepW);
    return cells;
  }
}

/** Step in which the sensors take in, s: that of the network. */
const STEP_S = 0.1;

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
  if (machine.memory) out.push({ key: "memory.temperature", heading: "Memory temperature [°C]" });
  return out;
}
