import type { Ladder } from "./parameters";

/** What of the case's rise comes slowly: board, battery and shell, behind what the air itself warms. */
export const SLOW_SHARE = 0.4;
/** How much slower that part is. */
export const SLOW_TIMES = 5;

/** Rise of the air at the fan's inlet over the room, K: fed one way by all heat, a quick part and a slow one. */
export class CaseAir {
  private quick = 0;
  private slow = 0;
  private quickDecay = 0;
  private slowDecay = 0;

  constructor(private readonly ladder: Ladder) {}

  begin(riseK: number): void {
    this.quick = (1 - SLOW_SHARE) * riseK;
    this.slow = SLOW_SHARE * riseK;
  }

  /** Sets the length of the coming steps, s. */
  stride(h: number): void {
    this.quickDecay = Math.exp(-h / this.ladder.caseS);
    this.slowDecay = Math.exp(-h / (SLOW_TIMES * this.ladder.caseS));
  }

  /** One step under so many watts; the mean rise while it lasts, K. */
  step(watts: number): number {
    const steady = this.ladder.caseKW * watts;
    const was = this.quick + this.slow;
    const quick = (1 - SLOW_SHARE) * steady;
    const slow = SLOW_SHARE * steady;
    this.quick = quick + (this.quick - quick) * this.quickDecay;
    this.slow = slow + (this.slow - slow) * this.slowDecay;
    return 0.5 * (was + this.quick + this.slow);
  }
}
