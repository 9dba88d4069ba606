import type { RigChip, RigFan, RigMachine } from "./machine";

/** Fan speed the control asks for at this chip temperature. `heldRpm` is what it asked for last. */
export function fanTarget(fan: RigFan, hottestC: number, heldRpm: number): number {
  const at = (t: number) => {
    const x = Math.min(1, Math.max(0, (t - fan.fromC) / (fan.toC - fan.fromC)));
    const rpm = fan.idleRpm + x * (fan.maxRpm - fan.idleRpm);
    return fan.stepRpm > 0 ? fan.idleRpm + Math.ceil((rpm - fan.idleRpm) / fan.stepRpm - 1e-9) * fan.stepRpm : rpm;
  };
  const up = Math.min(fan.maxRpm, at(hottestC));
  const down = Math.min(fan.maxRpm, at(hottestC + fan.hysteresisK));
  if (up > heldRpm) return up;
  return down < heldRpm ? down : heldRpm;
}

/** Share of its highest speed a controller asks for at rest, at this temperature of the hottest chip. */
export const fanDemand = ({ fan }: RigMachine, hottestC: number): number => fanTarget(fan, hottestC, 0) / fan.maxRpm;

/** Power the firmware allows: boost at first, then the sustained limit, with a soft change over. */
export function allowedPower(chip: RigChip, sinceLoadS: number, effort: number): number {
  if (sinceLoadS < 0) return chip.idleW;
  const late = 1 / (1 + Math.exp(-(sinceLoadS - chip.boostS) / 1.2));
  return chip.idleW + effort * (chip.boostW + (chip.loadW - chip.boostW) * late - chip.idleW);
}

/** Throttle factor one step on: falls while the chip is over its limit, recovers slowly below it. */
export function throttle(factor: number, chipC: number, limitC: number, dtS: number): number {
  const over = chipC - limitC;
  const rate = over > 0 ? -0.06 * over - 0.02 : 0.012 * Math.min(3, -over);
  return Math.min(1, Math.max(0.2, factor + rate * dtS));
}

/** Clock that goes with a power: dynamic power grows a little faster than the square of the clock. */
export function clockAt(chip: RigChip, powerW: number): number {
  return chip.maxMHz * Math.min(1.1, Math.max(0.2, (powerW / chip.boostW) ** (1 / 2.5)));
}
