import { allowedPower, fanTarget, throttle } from "./controls";
import type { RigFaults, RigMachine, RigRecipe } from "./machine";
import type { Thermal } from "./network";
import { thermalOf } from "./thermal";

/** What the load does in one step. */
export interface RigStep {
  /** Time from the start of the load, s; below 0 in idle. */
  sinceS: number;
  roomC: number;
  loading: boolean;
  /** Slow wobble of the load, in its own deviations. */
  wobble: number;
}

/** How the machine is worked and led. */
export type RigLead = Pick<RigRecipe, "effort" | "wobble" | "fan">;

/** The laptop itself: its temperatures, its controller and its fan, one step after the other. */
export class RunningMachine {
  private readonly thermal: Thermal;
  private readonly idleW: number[];
  /** Share of the allowed power that throttling leaves, per chip. */
  private readonly factors: number[];
  private asked: number;
  private slowHotC: number;
  /** Speed of its blowers, rpm. */
  rpm: number;

  /** Starts where the machine would stand after a long idle, and warmer after earlier work. */
  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
    private readonly lead: RigLead,
    start: Pick<RigRecipe, "roomC" | "warmStartK">,
  ) {
    this.thermal = thermalOf(machine, faults);
    this.idleW = machine.chips.map((c) => c.idleW + faults.backgroundW / machine.chips.length);
    const { fan } = machine;
    const led = lead.fan === "auto" ? fan.idleRpm : "fixed" in lead.fan ? lead.fan.fixed * fan.maxRpm : 0;
    this.asked = led;
    this.rpm = faults.fanStopped ? 0 : led * faults.fanReach;
    this.thermal.settle(this.idleW, this.rpm / fan.maxRpm, start.warmStartK);
    this.slowHotC = start.roomC + Math.max(...this.dieK());
    this.factors = machine.chips.map(() => 1);
  }

  /** Rise of each die over the room, K. */
  dieK(): number[] {
    return this.thermal.dieK();
  }

  /** Whether it holds a chip back. */
  get throttles(): boolean {
    return this.factors.some((f) => f < 0.985);
  }

  /** Share of what it may do that each chip does, 0 to 1. */
  held(): readonly number[] {
    return this.factors;
  }

  /** One step of so many seconds; the power of each chip in it, W. */
  step(at: RigStep, dtS: number): number[] {
    const power = this.machine.chips.map((_, i) => this.chipPower(i, at, dtS));
    this.turnFan(at.roomC, dtS);
    this.thermal.step(power, this.rpm / this.machine.fan.maxRpm, dtS);
    return power;
  }

  private chipPower(i: number, { sinceS, roomC, loading, wobble }: RigStep, dtS: number): number {
    const { machine, lead, factors } = this;
    const chip = machine.chips[i];
    if (!chip) return 0;
    const dieC = roomC + (this.dieK()[i] ?? 0);
    const leaks = 1 + 0.0004 * (dieC - 60);
    factors[i] = loading ? throttle(factors[i] ?? 1, dieC, machine.limitC, dtS) : 1;
    if (!loading) return (this.idleW[i] ?? chip.idleW) * leaks;
    const want = allowedPower(chip, sinceS, lead.effort[chip.id] ?? 1) * (1 + lead.wobble * wobble);
    return Math.max(chip.idleW, want * (factors[i] ?? 1)) * leaks;
  }

  /** The controller follows the hottest chip, slowed by 3 s; the blower follows the controller. */
  private turnFan(roomC: number, dtS: number): void {
    const { fan } = this.machine;
    const { faults } = this;
    this.slowHotC += ((roomC + Math.max(...this.dieK()) - this.slowHotC) * dtS) / 3;
    this.asked = this.ledTo(fanTarget(fan, this.slowHotC, this.asked));
    if (faults.fanStopped) return;
    this.rpm += ((Math.min(this.asked, fan.maxRpm) * faults.fanReach - this.rpm) * dtS) / fan.lagS;
  }

  /** What the fan is led to, where the temperature asks for so much, rpm. */
  private ledTo(byTemperature: number): number {
    const { fan } = this.lead;
    if (fan === "auto") return byTemperature;
    if ("fixed" in fan) return fan.fixed * this.machine.fan.maxRpm;
    const stands = this.slowHotC < fan.standsBelowC - (this.asked > 0 ? 4 : 0);
    return stands ? 0 : byTemperature;
  }
}
