import { inBreaks, workedTo } from "./breaks";
import type { DayBreak } from "./problem";
import type { ScheduleState } from "./placing";

/** The technician, or all rigs as one that goes so many times as fast: work given until a minute, and back. */
export interface Pool {
  readonly of: "hands" | "rig";
  set: (s: ScheduleState) => void;
  given: (minute: number) => number;
  minute: (given: number) => number;
}

export class Hands implements Pool {
  readonly of = "hands";
  private free = 0;
  private readonly lastBreak: number;
  constructor(private readonly breaks: readonly DayBreak[]) {
    this.lastBreak = Math.max(0, ...breaks.map((b) => b.toMin));
  }
  set(s: ScheduleState): void {
    this.free = s.handsFree;
  }
  given(minute: number): number {
    const { free, breaks } = this;
    if (minute <= free) return 0;
    return minute - free - (free < this.lastBreak ? inBreaks(breaks, free, minute) : 0);
  }
  minute(given: number): number {
    return this.free < this.lastBreak ? workedTo(this.breaks, this.free, given) : this.free + given;
  }
}

export class Rigs implements Pool {
  readonly of = "rig";
  private free: readonly number[] = [];
  set(s: ScheduleState): void {
    this.free = s.rigsFree;
  }
  given(minute: number): number {
    let sum = 0;
    for (const free of this.free) if (minute > free) sum += minute - free;
    return sum;
  }
  minute(given: number): number {
    let at = this.free[0] ?? 0;
    let left = given;
    for (let going = 1; ; going++) {
      const next = this.free[going] ?? Infinity;
      // times are whole minutes: what is over in a part of one is over at its end
      if (left <= going * (next - at)) return Math.ceil(at + left / going - 1e-9);
      left -= going * (next - at);
      at = next;
    }
  }
}
