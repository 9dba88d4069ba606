import { randomLcg, randomNormal } from "d3-random";
import { clockAt } from "./controls";
import type { RigFaults, RigMachine } from "./machine";
import { RunningMachine } from "./running";

/** How a machine that runs live is worked and where it stands. */
export interface LiveStart {
  roomC: number;
  warmStartK: number;
  /** Chance of its sensors, 0 to 1. */
  seed: number;
  /** How hard the load works each chip, 0 to 1. */
  cpu: number;
  gpu: number;
}

/** Steps in a second. */
const STEPS = 5;
/** Work a chip does at its highest clock, in units of its own a second. */
const WORK = { cpu: 420, gpu: 40 } as const;

/**
 * The simulated laptop second by second, its load switched from outside: what a live run is fed by where there is no
 * real machine. The same start and the same switching give the same readings.
 *
 * @example
 * const rig = new LiveRig(standInMachine({ gpu: false, blowers: 1, limitC: 95 }), withFaults({}), start);
 * rig.second(false); // { "cpu.temperature": 37, "cpu.power": 3.1, … }
 */
export class LiveRig {
  private readonly running: RunningMachine;
  private readonly gauss: () => number;
  private readonly source: () => number;
  private readonly coreK: number[];
  private wobble = 0;
  private loadedS = -1;
  /** Seconds gone by. */
  seconds = 0;

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
    private readonly start: LiveStart,
  ) {
    const effort = { cpu: start.cpu, gpu: start.gpu };
    this.running = new RunningMachine(machine, faults, { effort, wobble: 0.02, fan: "auto" }, start);
    this.source = randomLcg(start.seed);
    this.gauss = randomNormal.source(this.source)(0, 1);
    this.coreK = Array.from({ length: machine.cores }, () => 0.9 * this.gauss());
  }

  /** One second on, loaded or not; what its sensors then read, by the names of channels. */
  second(loading: boolean): Record<string, number> {
    this.wobble = 0.9 * this.wobble + 0.44 * this.gauss();
    this.loadedS = loading ? this.loadedS + 1 : -1;
    const watts = this.machine.chips.map(() => 0);
    for (let i = 0; i < STEPS; i++) {
      const sinceS = loading ? this.loadedS + i / STEPS : -1;
      const step = { sinceS, roomC: this.start.roomC, loading, wobble: this.wobble };
      this.running.step(step, 1 / STEPS).forEach((w, k) => (watts[k] = (watts[k] ?? 0) + w / STEPS));
    }
    this.seconds++;
    return this.readings(loading, watts);
  }

  private readings(loading: boolean, watts: readonly number[]): Record<string, number> {
    const { machine, start, faults, running } = this;
    const out: Record<string, number> = {};
    const dies = running.dieK();
    machine.chips.forEach((chip, i) => {
      const C = start.roomC + (dies[i] ?? 0) + 0.12 * this.gauss();
      const W = watts[i] ?? 0;
      if (chip.id === "cpu")
        this.coreK.forEach((k, c) => {
          const lean = c === 0 ? faults.leanKW * W : 0;
          out[`cpu.core${c}.temperature`] = Math.round(C + Math.min(0, k - 0.9) + lean);
        });
      out[`${chip.id}.temperature`] = Math.round(chip.id === "cpu" ? C + faults.leanKW * W : C);
      out[`${chip.id}.power`] = Math.round(100 * W * (1 + 0.01 * this.gauss())) / 100;
      const clock = clockAt(chip, W) * (1 + 0.005 * this.gauss());
      out[`${chip.id}.clock`] = Math.round(clock);
      out[`${chip.id}.load`] = loading ? Math.round(100 * start[chip.id]) : Math.round(3 + 4 * this.source());
      if (loading && start[chip.id] > 0)
        out[`${chip.id}.work`] = Math.round((100 * WORK[chip.id] * start[chip.id] * clock) / chip.maxMHz) / 100;
    });
    for (let f = 1; f <= machine.fan.count; f++)
      out[`fan${f}.speed`] = Math.round((running.rpm * (1.01 - 0.01 * f)) / 10) * 10;
    out["room.temperature"] = Math.round(10 * (start.roomC + 0.05 * this.gauss())) / 10;
    return out;
  }
}
