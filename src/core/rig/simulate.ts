import { sum } from "d3-array";
import { randomLcg, randomNormal } from "d3-random";
import { allowedPower, fanTarget, throttle } from "./controls";
import { Logger, type RigLog } from "./logger";
import type { RigFaults, RigMachine, RigRecipe, RigSensors } from "./machine";
import { coldState, linksOf, stepNetwork, steadyRise, type RigLinks, type RigState } from "./network";

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

/** The laptop while it runs: its temperatures, its fan, its controller, and the logger that reads them. */
class RunningRig {
  private readonly gauss: () => number;
  private readonly links: RigLinks;
  private readonly state: RigState;
  private readonly idleW: number[];
  private readonly total: number;
  private readonly logger: Logger;
  /** Share of the allowed power that throttling leaves, per chip. */
  private readonly factors: number[];
  private rpm: number;
  private asked: number;
  private slowHotC: number;
  private wobble = 0;
  private throttledSteps = 0;
  private readonly late: { n: number; power: number[]; rpm: number };

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
    private readonly recipe: RigRecipe,
    private readonly sensors: RigSensors,
    private readonly source: () => number,
  ) {
    const { fan, chips } = machine;
    this.gauss = randomNormal.source(source)(0, 1);
    this.links = linksOf(machine, faults);
    this.state = coldState(machine);
    this.idleW = chips.map((c) => c.idleW + faults.backgroundW / chips.length);
    this.rpm = faults.fanStopped ? 0 : fan.idleRpm * faults.fanReach;
    this.asked = fan.idleRpm;
    this.settleIdle();
    this.slowHotC = recipe.roomC + Math.max(...this.state.die);
    this.factors = chips.map(() => 1);
    this.total = recipe.idleS + recipe.loadS + recipe.coolS;
    this.late = { n: 0, power: chips.map(() => 0), rpm: 0 };
    this.logger = new Logger(machine, faults, recipe, sensors, { source, gauss: this.gauss, dieK: this.state.die });
  }

  run(): RigLog {
    const { recipe, sensors, logger, machine } = this;
    const steps = Math.round(this.total / DT);
    let next = 0;
    for (let k = 0; k <= steps; k++) {
      const t = k * DT;
      const roomC = recipe.roomC + (recipe.roomDriftK * t) / this.total;
      if (k % 10 === 0) this.wobble = 0.9 * this.wobble + 0.44 * this.gauss();
      const power = this.step(t - recipe.idleS, roomC);
      logger.see(power, this.state.die);
      if (t + 1e-9 < next) continue;
      next += sensors.stepS;
      if (k > 0 && this.source() < sensors.lossShare) continue;
      logger.write(t, roomC, this.rpm);
    }
    const { log } = logger;
    const n = Math.max(1, this.late.n);
    const rpm = this.late.rpm / n;
    log.late = { powerW: this.late.power.map((p) => p / n), rpm, fanShare: rpm / machine.fan.maxRpm };
    log.throttledShare = this.throttledSteps / Math.max(1, recipe.loadS / DT);
    return log;
  }

  /** One step, `since` seconds from the start of the load; the power of each chip in it, W. */
  private step(since: number, roomC: number): number[] {
    const { machine, recipe, state, factors } = this;
    const loading = since >= 0 && since < recipe.loadS;
    const power = machine.chips.map((_, i) => this.chipPower(i, since, roomC, loading));
    this.turnFan(roomC);
    stepNetwork(machine, this.links, state, { powerW: power, fanShare: this.rpm / machine.fan.maxRpm }, DT);
    if (loading && factors.some((f) => f < 0.985)) this.throttledSteps++;
    if (loading && since > recipe.loadS - 120) {
      this.late.n++;
      this.late.rpm += this.rpm;
      power.forEach((p, i) => (this.late.power[i] = (this.late.power[i] ?? 0) + p));
    }
    return power;
  }

  private chipPower(i: number, since: number, roomC: number, loading: boolean): number {
    const { machine, recipe, factors } = this;
    const chip = machine.chips[i];
    if (!chip) return 0;
    const dieC = roomC + (this.state.die[i] ?? 0);
    const leaks = 1 + 0.0004 * (dieC - 60);
    factors[i] = loading ? throttle(factors[i] ?? 1, dieC, machine.limitC, DT) : 1;
    if (!loading) return (this.idleW[i] ?? chip.idleW) * leaks;
    const want = allowedPower(chip, since, recipe.effort[chip.id] ?? 1) * (1 + recipe.wobble * this.wobble);
    return Math.max(chip.idleW, want * (factors[i] ?? 1)) * leaks;
  }

  /** The controller follows the hottest chip, slowed by 3 s; the blower follows the controller. */
  private turnFan(roomC: number): void {
    const { fan } = this.machine;
    const { faults } = this;
    this.slowHotC += ((roomC + Math.max(...this.state.die) - this.slowHotC) * DT) / 3;
    this.asked = fanTarget(fan, this.slowHotC, this.asked);
    if (faults.fanStopped) return;
    this.rpm += ((Math.min(this.asked, fan.maxRpm) * faults.fanReach - this.rpm) * DT) / fan.lagS;
  }

  /** Starts where the machine would stand after a long idle, and warmer after earlier work. */
  private settleIdle(): void {
    const { machine, faults, recipe, state, idleW } = this;
    const { fan } = machine;
    const share = faults.fanStopped ? 0 : (fan.idleRpm * faults.fanReach) / fan.maxRpm;
    const rise = steadyRise(machine, faults, idleW, share);
    state.case = 0.2 * sum(idleW) * machine.caseKW + recipe.warmStartK * 0.5;
    rise.forEach((r, i) => {
      state.die[i] = r.contactK + r.airflowK + recipe.warmStartK;
      state.plate[i] = r.airflowK + recipe.warmStartK;
      const f = machine.sharedFins ? 0 : i;
      state.fins[f] = r.airflowK - (idleW[i] ?? 0) * (this.links.pipeKW[i] ?? 0) + recipe.warmStartK;
    });
  }
}
