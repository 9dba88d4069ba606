/** How much a source may send. */
export interface Pace {
  /** Samples a second in the long run, and so many at once after a silence. */
  perSecond: number;
  burst: number;
}

/** A lost link of ten minutes at fifty a second is made up for at once. */
const SAMPLES: Pace = { perSecond: 600, burst: 40_000 };
const REQUESTS: Pace = { perSecond: 25, burst: 200 };

/** Counts what one run is sent, and says how long to wait where it is too much. */
export class Meter {
  private left = { samples: SAMPLES.burst, requests: REQUESTS.burst };
  private at = Date.now();

  /** Seconds to wait before so many samples are taken; 0 when they are. */
  take(samples: number, now = Date.now()): number {
    const s = Math.max(0, (now - this.at) / 1000);
    this.at = now;
    const fill = (left: number, pace: Pace) => Math.min(pace.burst, left + s * pace.perSecond);
    this.left = { samples: fill(this.left.samples, SAMPLES), requests: fill(this.left.requests, REQUESTS) };
    const waits = Math.max(
      (samples - this.left.samples) / SAMPLES.perSecond,
      (1 - this.left.requests) / REQUESTS.perSecond,
    );
    if (waits > 0) return Math.ceil(waits);
    this.left = { samples: this.left.samples - samples, requests: this.left.requests - 1 };
    return 0;
  }
}
