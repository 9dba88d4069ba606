/** Steps in a row before the clock is looked at: a few milliseconds of any chip. */
const BATCH = 200_000;
/** How long a worker works before it listens, ms. */
const SLICE_MS = 40;

/** So many steps of integer and floating-point work; the value is given back so that none of it can be left out. */
export function steps(n: number, seed: number): number {
  let a = seed | 1;
  let x = 1.0001;
  for (let i = 0; i < n; i++) {
    a = Math.imul(a ^ (a >>> 15), 0x2c1b3c6d) + i;
    x = x * 1.000_000_1 + (a & 7) * 1e-9;
    if (x > 2) x -= 1;
  }
  return a + x;
}

/**
 * One core's load: works for a share of the time until it is told another, and says how many steps it did.
 *
 * @param now a clock, ms
 * @param rest calls back after so many ms
 */
export class CoreLoad {
  private share = 0;
  private done = 0;
  private kept = 1;
  private running = false;

  constructor(
    private readonly now: () => number,
    private readonly rest: (again: () => void, ms: number) => void,
  ) {}

  /** Works for this share of the time from now on, 0 to 1; 0 rests. */
  work(share: number): void {
    this.share = Math.min(1, Math.max(0, share));
    if (this.share === 0 || this.running) return;
    this.running = true;
    this.slice();
  }

  /** Steps done since this was asked last. */
  count(): number {
    const { done } = this;
    this.done = 0;
    return done;
  }

  private slice(): void {
    if (this.share === 0) {
      this.running = false;
      return;
    }
    const from = this.now();
    const worksMs = SLICE_MS * this.share;
    do {
      this.kept = steps(BATCH, this.kept);
      this.done += BATCH;
    } while (this.now() - from < worksMs);
    // a batch may take longer than its slice: the rest is as much longer
    const tookMs = this.now() - from;
    this.rest(() => this.slice(), Math.max(0, tookMs / this.share - tookMs));
  }
}
