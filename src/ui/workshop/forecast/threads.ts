import { median, quantile } from "d3-array";
import type { PastForecast, Win } from "@/core/handwork/service";

/** A thread from the edge: one job, or a month of many as one sheaf. */
export type Thread =
  { kind: "job"; job: PastForecast } | { kind: "sheaf"; jobs: PastForecast[]; box: Win; won: number };

/** A month on the edge with its threads. */
export interface Month {
  /** yyyy-mm */
  month: string;
  threads: Thread[];
}

/** A month of more jobs than this hangs as one sheaf. */
export const MOST_A_MONTH = 60;

/**
 * Jobs by month in their order; a month of too many is one sheaf of those that held, the others beside it one by one.
 */
export function monthsOf(jobs: readonly PastForecast[]): Month[] {
  const months = new Map<string, PastForecast[]>();
  for (const j of jobs) months.set(j.on.slice(0, 7), [...(months.get(j.on.slice(0, 7)) ?? []), j]);
  return [...months].map(([month, own]): Month => {
    if (own.length <= MOST_A_MONTH) return { month, threads: own.map((job) => ({ kind: "job", job })) };
    const inside = own.filter((j) => j.held);
    const outside = own.filter((j) => !j.held).map((job): Thread => ({ kind: "job", job }));
    return { month, threads: inside.length ? [sheafOf(inside), ...outside] : outside };
  });
}

/** The middle half of what was forecast, and the median of what was won. */
function sheafOf(jobs: PastForecast[]): Thread {
  const mids = jobs.map((j) => j.forecast.mid);
  const at = (q: number) => quantile(mids, q) ?? 0;
  return {
    kind: "sheaf",
    jobs,
    box: { mid: at(0.5), low: at(0.25), high: at(0.75) },
    won: median(jobs, (j) => j.won.mid) ?? 0,
  };
}

/** Within this of what was won the eye was right, K. */
export const EYE_K = 4;

/** How often the forecast held and the eye was near. */
export function scoreOf(jobs: readonly PastForecast[]): { held: number; of: number; eye: number; eyes: number } {
  const eyes = jobs.filter((j) => j.guessK !== null);
  return {
    held: jobs.filter((j) => j.held).length,
    of: jobs.length,
    eye: eyes.filter((j) => Math.abs((j.guessK ?? 0) - j.won.mid) <= EYE_K).length,
    eyes: eyes.length,
  };
}

/** Depth of the edge in K, for a scale that holds all threads: tens, 20 at least. */
export function depthOf(jobs: readonly PastForecast[]): number {
  const deepest = Math.max(0, ...jobs.flatMap((j) => [j.forecast.high, j.won.high, j.guessK ?? 0]));
  return Math.max(20, Math.ceil((deepest + 1) / 10) * 10);
}
