import { randomLcg, randomNormal } from "d3-random";
import { allowedPower, fanTarget, throttle } from "./controls";
import { Logger, type RigLog } from "./logger";
import type { RigFaults, RigMachine, RigRecipe, RigSensors } from "./machine";
import type { Thermal } from "./network";
import { thermalOf } from "./thermal";

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
  private readonly thermal: Thermal;
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
  /** End of the two minutes that count as late: the pause behind the last pulse belongs to a pulsed load, s. */
  private readonly lateUntil: number;
  private readonly late: { n: number; power: number[]; rpm: number };

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
    private readonly recipe: RigRecipe,
    private readonly sensors: RigSensors,
    private readonly source: () => number,
  ) {
    const { chips } = machine;
    this.gauss = randomNormal.source(source)(0, 1);
    this.thermal = thermalOf(machine, faults);
    this.idleW = chips.map((c) => c.idleW + faults.backgroundW / chips.length);
    this.rpm = 0;
    this.asked = 0;
    this.settleIdle();
    this.slowHotC = recipe.roomC + Math.max(...this.thermal.dieK());
    this.factors = chips.map(() => 1);
    this.total = recipe.idleS + recipe.loadS + recipe.coolS;
    const period = recipe.pulse ? recipe.pulse[0] + recipe.pulse[1] : recipe.loadS;
    const pulses = Math.ceil(recipe.loadS / period - 1e-9);
    this.lateUntil = pulses > 2 ? pulses * period : recipe.loadS;
    this.late = { n: 0, power: chips.map(() => 0), rpm: 0 };
    this.logger = new Logger(machine, faults, recipe, sensors, {
      source,
      gauss: this.gauss,
      dieK: this.thermal.dieK(),
    });
  }

  run(): RigLog {
    const { recipe, sensors, logger, machine } = this;
    const steps = Math.round(this.total / DT);
    let next = 0;
    for (let k = 0; k <= steps; k++) {
      const t = k * DT;
      const roomC = this.roomAt(t);
      if (k % 10 === 0) this.wobble = 0.9 * this.wobble + 0.44 * this.gauss();
      const power = this.step(t - recipe.idleS, roomC);
      logger.see(power, this.thermal.dieK());
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

  private roomAt(t: number): number {
    const { roomC, roomDriftK, roomSwing } = this.recipe;
    const swing = roomSwing ? roomSwing[0] * Math.sin((2 * Math.PI * t) / roomSwing[1]) : 0;
    return roomC + (roomDriftK * t) / this.total + swing;
  }

  /** One step, `since` seconds from the start of the load; the power of each chip in it, W. */
  private step(since: number, roomC: number): number[] {
    const { machine, factors } = this;
    const loading = this.worksAt(since);
    const power = machine.chips.map((_, i) => this.chipPower(i, since, roomC, loading));
    this.turnFan(roomC);
    this.thermal.step(power, this.rpm / machine.fan.maxRpm, DT);
    if (loading && factors.some((f) => f < 0.985)) this.throttledSteps++;
    if (since < this.lateUntil && since > this.lateUntil - 120) {
      this.late.n++;
      this.late.rpm += this.rpm;
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

  private chipPower(i: number, since: number, roomC: number, loading: boolean): number {
    const { machine, recipe, factors } = this;
    const chip = machine.chips[i];
    if (!chip) return 0;
    const dieC = roomC + (this.thermal.dieK()[i] ?? 0);
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
    this.slowHotC += ((roomC + Math.max(...this.thermal.dieK()) - this.slowHotC) * DT) / 3;
    this.asked = this.ledTo(fanTarget(fan, this.slowHotC, this.asked));
    if (faults.fanStopped) return;
    this.rpm += ((Math.min(this.asked, fan.maxRpm) * faults.fanReach - this.rpm) * DT) / fan.lagS;
  }

  /** What the fan is led to, where the temperature asks for so much, rpm. */
  private ledTo(byTemperature: number): number {
    const { fan } = this.recipe;
    if (fan === "auto") return byTemperature;
    if ("fixed" in fan) return fan.fixed * this.machine.fan.maxRpm;
    const stands = this.slowHotC < fan.standsBelowC - (this.asked > 0 ? 4 : 0);
    return stands ? 0 : byTemperature;
  }

  /** Starts where the machine would stand after a long idle, and warmer after earlier work. */
  private settleIdle(): void {
    const { machine, faults, recipe, idleW } = this;
    const { fan } = machine;
    const led = recipe.fan === "auto" ? fan.idleRpm : "fixed" in recipe.fan ? recipe.fan.fixed * fan.maxRpm : 0;
    this.asked = led;
    this.rpm = faults.fanStopped ? 0 : led * faults.fanReach;
    this.thermal.settle(idleW, this.rpm / fan.maxRpm, recipe.warmStartK);
  }
}
