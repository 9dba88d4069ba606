import {
  forecastHistory,
  LEARNT_KEYS,
  worthsFrom,
  type FindingWorth,
  type LearntKey,
  type PastForecast,
  type Worths,
} from "../../core/handwork/service";
import { database } from "../../data/base/connection";
import { forecastRows } from "../../data/workshop/jobSummaries";
import type { JobView } from "./job";
import { listsAsked } from "./jobSummaries";
import { dayIn } from "../../core/base/days";
import { zoneNow } from "../base/today";

/** A forecast learns from so many jobs before it, the newest. */
const MOST_LEARNT = 400;
/** The history shows so many, the newest. */
const MOST_SHOWN = 2000;

/** What findings were worth in the jobs before this one. */
export async function worthsFor(view: JobView): Promise<Worths> {
  const on = dayIn(await zoneNow(), view.job.closedAt ?? new Date());
  const rows = await forecastRows(await database(), MOST_LEARNT, { on, jobId: view.job.id });
  return worthsFrom(rows.map((r) => r.facts));
}

export interface ForecastsView {
  jobs: PastForecast[];
  worths: FindingWorth[];
  /** An open job whose work is forecast and not judged yet, the newest. */
  next: { jobId: number; tag: string; said: boolean } | null;
  /** Something newer is still being counted in. */
  behind: boolean;
}

/** All forecasts against their outcomes, and what findings are worth here by now. */
export async function forecastsView(): Promise<ForecastsView> {
  const behind = await listsAsked();
  const rows = await forecastRows(await database(), MOST_SHOWN);
  const { jobs, learning } = forecastHistory(rows.map((r) => ({ job: r, facts: r.facts })));
  const next = rows.filter((r) => !r.closed && r.at !== "verdict" && r.facts.won === null).at(-1);
  const models = (key: LearntKey) =>
    rows.flatMap((r) => r.facts.parts.filter((p) => p.key === key).map((p) => (p.seen[0] + p.seen[1]) / 2));
  return {
    jobs: jobs.map(({ job, ...told }) => ({ jobId: job.jobId, tag: job.tag, on: job.on, note: job.note, ...told })),
    worths: LEARNT_KEYS.map((key): FindingWorth => {
      const own = models(key);
      return {
        key,
        modelK: own.length ? own.reduce((s, v) => s + v, 0) / own.length : null,
        worth: learning.worth(key),
        jobs: learning.jobs(key),
      };
    }),
    next: next ? { jobId: next.jobId, tag: next.tag, said: next.facts.guessK !== null } : null,
    behind,
  };
}
