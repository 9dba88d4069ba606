import { inverse, Matrix } from "ml-matrix";
import type { Span, Win } from "./explained";

/** What of a finding is learnt by itself: a grade of dust, a state of paste. */
export const LEARNT_KEYS = [
  "dust:1",
  "dust:2",
  "dust:3",
  "dust:4",
  "paste:dry",
  "paste:pumped",
  "paste:little",
] as const;
export type LearntKey = (typeof LEARNT_KEYS)[number];

/** How many times what the model says a finding is worth here, as a logarithm, and how sure that is. */
export interface Worth {
  log: number;
  sd: number;
}

/** What findings are worth, by finding; the model's word for those that are not in it. */
export type Worths = Partial<Record<string, Worth>>;

/** Before anything is learnt: off all together, and each finding by itself, as sigmas of a logarithm. */
const TOGETHER = 0.26;
const APART = Math.sqrt(0.4 ** 2 - TOGETHER ** 2);
/** From job to job the same finding is worth so differently, as a sigma of a logarithm. */
const JOB_TO_JOB = 0.3;
/** Under this nothing is learnt from a win, K: its logarithm is noise. */
const LEAST_K = 1.5;
/** An outcome this many sigmas off counts less: it tells of hands more than of the finding. */
const FAR = 2;

/** What one job taught of one path. */
export interface Lesson {
  key: LearntKey;
  /** K by what was seen, by the model alone. */
  seen: Span;
  /** K that were won. */
  won: Win;
}

/**
 * What findings are worth in this workshop, learnt from outcomes and held to the model: the logarithms of the factors
 * have a common part and one of each finding (a Gaussian with both; conditioned on one outcome after the other as by
 * Kalman 1960), so a few jobs move all a little and many move each to where it belongs.
 *
 * @example
 * const here = new Learning();
 * here.learn({ key: "dust:3", seen: [10, 14], won: { mid: 18, low: 16, high: 20 } });
 * here.worth("dust:3").log > here.worth("dust:2").log; // true, and both above 0
 */
export class Learning {
  private mean = Matrix.zeros(LEARNT_KEYS.length, 1);
  private cov = Matrix.ones(LEARNT_KEYS.length, LEARNT_KEYS.length)
    .mul(TOGETHER ** 2)
    .add(Matrix.eye(LEARNT_KEYS.length).mul(APART ** 2));
  private counts = new Map<LearntKey, number>();

  /** Takes an outcome in; one too small to tell is passed over. */
  learn({ key, seen, won }: Lesson): boolean {
    const k = LEARNT_KEYS.indexOf(key);
    const model = (seen[0] + seen[1]) / 2;
    if (model < LEAST_K || won.mid < LEAST_K) return false;
    const y = Math.log(won.mid / model);
    const wide = Math.max(0, won.high - won.low) / 3.29 / won.mid;
    const spread = Math.max(0, seen[1] - seen[0]) / 3.29 / model;
    const noise = JOB_TO_JOB ** 2 + wide ** 2 + spread ** 2;
    const z = Math.abs(y - this.mean.get(k, 0)) / Math.sqrt(this.cov.get(k, k) + noise);
    const own = noise * Math.max(1, z / FAR) ** 2;
    const row = this.cov.subMatrix(k, k, 0, LEARNT_KEYS.length - 1);
    const gain = row.transpose().mmul(inverse(new Matrix([[this.cov.get(k, k) + own]])));
    this.mean = Matrix.add(this.mean, gain.clone().mul(y - this.mean.get(k, 0)));
    this.cov = Matrix.sub(this.cov, gain.mmul(row));
    this.counts.set(key, this.jobs(key) + 1);
    return true;
  }

  /** What a finding is worth against the model; the model itself where it is no finding that is learnt. */
  worth(key: string | null): Worth {
    const k = LEARNT_KEYS.findIndex((x) => x === key);
    return k < 0
      ? { log: 0, sd: Math.hypot(TOGETHER, APART) }
      : { log: this.mean.get(k, 0), sd: Math.sqrt(Math.max(0, this.cov.get(k, k))) };
  }

  /** What all findings are worth, to be handed on. */
  worths(): Worths {
    return Object.fromEntries(LEARNT_KEYS.map((k) => [k, this.worth(k)]));
  }

  /** Outcomes a finding was learnt from. */
  jobs(key: LearntKey): number {
    return this.counts.get(key) ?? 0;
  }
}

/** Wins of one job together: what each gives adds up, and each is off by itself. */
export function together(wins: readonly Win[]): Win | null {
  if (wins.length === 0) return null;
  const mid = wins.reduce((s, w) => s + w.mid, 0);
  const half = Math.hypot(...wins.map((w) => (w.high - w.low) / 2));
  return { mid, low: mid - half, high: mid + half };
}
