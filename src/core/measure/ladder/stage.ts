/** Coefficient of both stages: L-stable, second order (Alexander 1977). */
export const GAMMA = 1 - Math.SQRT1_2;
/** What of the first stage's step the second begins with. */
export const SECOND = (1 - GAMMA) / GAMMA;

/** A sensor with a lag: what it reads at the end of a step in which its true value goes evenly from one to another. */
export class Sensor {
  private decay = 0;
  private lagPerStep = 0;

  constructor(private readonly lagS: number) {}

  stride(h: number): void {
    this.decay = Math.exp(-h / this.lagS);
    this.lagPerStep = this.lagS / h;
  }

  next(read: number, from: number, to: number): number {
    const behind = (to - from) * this.lagPerStep;
    return to - behind + (read - from + behind) * this.decay;
  }
}
