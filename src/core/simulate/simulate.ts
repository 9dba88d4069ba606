import { randomLcg, randomNormal } from "d3-random";
import { Logger, type RigLog } from "./logger";
import type { RigFaults, RigMachine, RigRecipe, RigSensors } from "./machine";
import { RunningMachine } from "./running";

/** Step of the network, s. */
const DT = 0.1;

/** Runs the simulated laptop through idle, load and cool-down. The same seed gives the same log. */
export function simulate(
  machine: RigMachine,
  faults: RigFaults,
  recipe: RigRecipe,
  sensors: RigSensors,
  seed: number,
): RigLog {
  return new RunningRig(machine, faults, recipe, sensors, randomLcg(seed)).run();
}

/** The laptop while it runs a recipe, and the logger that reads it. */
class RunningRig {
  private readonly gauss: () => number;
  private readonly total: number;
  private readonly logger: Logger;
  private readonly running: RunningMachine;
  private wobble = 0;
  private throttledSteps = 0;
  /** End of the two minutes that count as late: the pause behind the last pulse belongs to a pulsed load, s. */
  private readonly lateUntil: number;
  private readonly late: { n: number; power: number[]; rpm: number };

  constructor(
    private readonly machine: RigMachine,
    faults: RigFaults,
    private readonly recipe: RigRecipe,
    private readonly sensors: RigSensors,
    private readonly source: () => number,
  ) {
    const { chips } = machine;
    this.gauss = randomNormal.source(source)(0, 1);
    this.running = new RunningMachine(machine, faults, recipe, recipe);
    this.total = recipe.idleS + recipe.loadS + recipe.coolS;
    const period = recipe.pulse ? recipe.pulse[0] + recipe.pulse[1] : recipe.loadS;
    const pulses = Math.ceil(recipe.loadS / period - 1e-9);
    this.lateUntil = pulses > 2 ? pulses * period : recipe.loadS;
    this.late = { n: 0, power: chips.map(() => 0), rpm: 0 };
    this.logger = new Logger(machine, faults, recipe, sensors, {
      source,
      gauss: this.gauss,
      dieK: this.running.dieK(),
    });
  }

  run(): RigLog {
    const { recipe, sensors, logger, machine, running } = this;
    const steps = Math.round(this.total / DT);
    let next = 0;
    for (let k = 0; k <= steps; k++) {
      const t = k * DT;
      const roomC = this.roomAt(t);
      if (k % 10 === 0) this.wobble = 0.9 * this.wobble + 0.44 * this.gauss();
      const power = this.step(t - recipe.idleS, roomC);
      logger.see(power, running.dieK());
      if (t + 1e-9 < next) continue;
      next += sensors.stepS;
      if (k > 0 && this.source() < sensors.lossShare) continue;
      logger.write(t, roomC, running.rpm);
    }
    const { log } = logger;
    const n = Math.max(1, this.late.n);
    const rpm = this.late.rpm / n;
    log.late = { powerW: this.late.power.map((p) => p / n), rpm, fanShare: rpm / machine.fan.maxRpm };
    log.throttledShare = this.throttledSteps / Math.max(1, recipe.loadS / DT);
    return log;
  }

  private roomAt(t: number): number {
    const { roomC, roomDriftK, roomSwing } = this.recipe;
    const swing = roomSwing ? roomSwing[0] * Math.sin((2 * Math.PI * t) / roomSwing[1]) : 0;
    return roomC + (roomDriftK * t) / this.total + swing;
  }

  /** One step, `since` seconds from the start of the load; the power of each chip in it, W. */
  private step(since: number, roomC: number): number[] {
    const loading = this.worksAt(since);
    const power = this.running.step({ sinceS: since, roomC, loading, wobble: this.wobble }, DT);
    if (loading && this.running.throttles) this.throttledSteps++;
    if (since < this.lateUntil && since > this.lateUntil - 120) {
      this.late.n++;
      this.late.rpm += this.running.rpm;
      power.forEach((p, i) => (this.late.power[i] = (this.late.power[i] ?? 0) + p));
    }
    return power;
  }

  /** Whether the load works at so many seconds after its start: not in the pauses of a pulsed one. */
  private worksAt(since: number): boolean {
    const { loadS, pulse } = this.recipe;
    if (since < 0 || since >= loadS) return false;
    return !pulse || since % (pulse[0] + pulse[1]) < pulse[0];
  }
}
