import { channelOf, type Run } from "../log";
import { words } from "../../base/words";
import type { StopReason } from "./phase";

/** Temperatures at which a load is ended, °C. */
export interface StopLimits {
  /** Chips: over the throttle limit, for standing at it is what a bad cooler does, and is measured. */
  chipC: number;
  driveC: number;
  surfaceC: number;
}

/** Over the throttle limit by so much a chip is no longer held by its own control, K. */
const OVER_LIMIT_K = 5;
/** Throttle limit where none is known, °C. */
const USUAL_LIMIT_C = 100;
/** What most drives are rated for, and what a hand holds on metal for a while, °C. */
const DRIVE_C = 70;
const SURFACE_C = 55;
/** So long it must stand there, s. */
export const HOT_FOR_S = 10;
/** A chip that was read and is not read for so long ends the load, s. */
export const UNREAD_FOR_S = 15;
/** What a sensor says that has no answer, °C. */
const NO_ANSWER_C = 125.5;

export const stopLimits = (limitC: number | null): StopLimits => ({
  chipC: (limitC ?? USUAL_LIMIT_C) + OVER_LIMIT_K,
  driveC: DRIVE_C,
  surfaceC: SURFACE_C,
});

/** Why the load has to end, and since when; null while it may go on. */
export interface StopCall {
  why: StopReason;
  message: string;
}

const chipKeys = (run: Run): string[] =>
  run.channels.map((c) => c.key).filter((k) => /^(cpu|gpu)(\.core\d+)?\.temperature$/.test(k));

/**
 * Whether the load must end: a chip over its stop temperature, a drive or the base over its rating for ten seconds, or
 * chips that are no longer read. The last ten seconds of the run are looked at; a single hot reading is none.
 */
export function stopCall(run: Run, limits: StopLimits): StopCall | null {
  const chips = chipKeys(run);
  for (const key of chips)
    if (isOver(run, key, limits.chipC)) {
      const chip = key.startsWith("gpu") ? "gpu" : "cpu";
      return { why: "hot", message: `The ${words.chip(chip)} stood over ${words.degrees(limits.chipC)}.` };
    }
  if (isOver(run, "drive.temperature", limits.driveC))
    return { why: "drive-hot", message: `The drive stood over ${words.degrees(limits.driveC)}.` };
  if (isOver(run, "base.temperature", limits.surfaceC))
    return { why: "surface-hot", message: `The base stood over ${words.degrees(limits.surfaceC)}.` };
  if (chips.length > 0 && chips.every((key) => isUnread(run, key)))
    return { why: "no-reading", message: "The chips are no longer read." };
  return null;
}

/** Whether every reading of the last ten seconds stands over a temperature. */
function isOver(run: Run, key: string, limitC: number): boolean {
  const values = channelOf(run, key)?.values;
  if (!values) return false;
  const endS = run.timeS[run.timeS.length - 1] ?? 0;
  let read = false;
  for (let i = values.length - 1; i >= 0; i--) {
    const v = values[i] ?? NaN;
    const reached = endS - (run.timeS[i] ?? 0) >= HOT_FOR_S;
    if (Number.isFinite(v)) {
      // 127 and 255 are a sensor's way to say nothing
      if (v <= limitC || v >= NO_ANSWER_C) return false;
      read = true;
    }
    if (reached) return read;
  }
  return false;
}

function isUnread(run: Run, key: string): boolean {
  const values = channelOf(run, key)?.values ?? new Float32Array();
  const endS = run.timeS[run.timeS.length - 1] ?? 0;
  for (let i = values.length - 1; i >= 0; i--) {
    if (endS - (run.timeS[i] ?? 0) > UNREAD_FOR_S) return values.slice(0, i + 1).some((v) => Number.isFinite(v));
    if (Number.isFinite(values[i] ?? NaN)) return false;
  }
  return false;
}
