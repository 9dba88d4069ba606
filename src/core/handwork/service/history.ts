import type { Verdict } from "../../measure/says";
import type { Predicted } from "./agreement";
import type { Win } from "./explained";
import { forecastParts, weighed, type ForecastPart } from "./forecast";
import { Learning, together, type LearntKey, type Worth, type Worths } from "./learning";
import type { ServiceContext } from "./step";
import { pastedChips } from "./stripping";
import { stepKey } from "./stepKey";

/** The step under which a technician says how many kelvins cooler they expect the chip. */
export const GUESS = "guess:K";

/** A path of a job that was worked on: what its forecast rests on, and what the verdict measured. */
export interface WorkedPart extends Omit<ForecastPart, "part"> {
  /** K that were won; null while there is no verdict, or it could not tell. */
  won: Win | null;
  /** Whether the work the forecast is of was done. */
  done: boolean;
  /** The path got worse: hands, not the finding. */
  worse: boolean;
}

/** What is kept of a job's forecast, from which any later day's is made again: what was seen and what was won. */
export interface ForecastFacts {
  chip: string;
  parts: WorkedPart[];
  /** Of the whole chip at matched conditions. */
  won: Win | null;
  /** What the technician expected, K; null where nothing was said. */
  guessK: number | null;
}

const winOf = (change: { K: number; low: number; high: number } | null | undefined): Win | null =>
  change ? { mid: -change.K, low: -change.high, high: -change.low } : null;

/** What the technician expected, K; null where it was skipped or never asked. */
function guessOf(ctx: ServiceContext): number | null {
  const said = ctx.journal.isDone(GUESS) ? Number(ctx.journal.of(GUESS).value) : NaN;
  return Number.isFinite(said) ? said : null;
}

/** Whether all was looked at that a forecast rests on: every stack graded, the paste of every chip seen. */
export const isInspected = (ctx: ServiceContext): boolean =>
  (ctx.map?.ofKind("fins") ?? []).every((f) => ctx.journal.isSettled(stepKey("dust", f.id))) &&
  pastedChips(ctx).every((c) => ctx.journal.isSettled(stepKey("paste-was", c.id)));

/** Whether the technician has said what to expect, or that nothing be asked. */
export const hasGuessed = (ctx: ServiceContext): boolean => ctx.journal.isSettled(GUESS);

/** What is kept of a job's forecast at the chip its run before was judged by; null while nothing can be forecast. */
export function forecastFacts(
  ctx: ServiceContext,
  predicted: Predicted,
  wattsOf: Readonly<Record<string, number>>,
  verdict: Pick<Verdict, "chips"> | null,
): ForecastFacts | null {
  const { chip } = predicted;
  const seat = pastedChips(ctx).find((c) => c.role === chip);
  const judged = verdict?.chips.find((c) => c.chip === chip);
  const fins = ctx.map?.ofKind("fins") ?? [];
  const parts = forecastParts(ctx, predicted, wattsOf).flatMap(({ part, ...p }): WorkedPart[] => {
    if (p.path === "contact" && part !== seat?.id) return [];
    const path = judged?.paths.find((x) => x.path === p.path);
    const done =
      p.path === "airflow"
        ? fins.some((f) => ctx.journal.isDone(stepKey("clean", f.id)))
        : ctx.journal.isDone(stepKey("paste", seat?.id ?? ""));
    return [{ ...p, won: winOf(path?.change), done, worse: path?.finding === "worse" }];
  });
  return parts.length ? { chip, parts, won: winOf(judged?.change), guessK: guessOf(ctx) } : null;
}

/** A job of the history with what was forecast of it by what was known then. */
export interface ForecastJob<T> {
  job: T;
  forecast: Win;
  won: Win;
  guessK: number | null;
  /** Whether what was won lay within the forecast. */
  held: boolean;
  /** Whether something was learnt from it. */
  learnt: boolean;
  /** A path got worse: that tells of hands. */
  hands: boolean;
}

/** A past job as the page of forecasts shows it. */
export interface PastForecast extends Omit<ForecastJob<never>, "job"> {
  jobId: number;
  tag: string;
  /** The day it was closed or judged, yyyy-mm-dd. */
  on: string;
  /** What was written when it was closed. */
  note: string;
}

/** What a finding is worth: K by the model where it was met here, and what was learnt of it. */
export interface FindingWorth {
  key: LearntKey;
  /** Mean K of the model over the jobs it was met in; null where it never was. */
  modelK: number | null;
  worth: Worth;
  jobs: number;
}

export interface ForecastHistory<T> {
  jobs: ForecastJob<T>[];
  /** What findings are worth by now. */
  learning: Learning;
}

/**
 * Past jobs in their order, each forecast by what was learnt from those before it: a forecast is never made with its
 * own outcome. Jobs without a measured change are left out; from a job where a path got worse nothing is learnt.
 */
export function forecastHistory<T>(rows: readonly { job: T; facts: ForecastFacts }[]): ForecastHistory<T> {
  const learning = new Learning();
  const jobs = rows.flatMap(({ job, facts }): ForecastJob<T>[] => {
    const done = facts.parts.filter((p) => p.done);
    const forecast = together(done.map((p) => weighed(p.seen, p.run, learning.worth(p.key))));
    const { won, guessK } = facts;
    if (!forecast || !won) return [];
    const hands = facts.parts.some((p) => p.worse);
    let learnt = false;
    if (!hands)
      for (const p of done)
        if (p.key && p.won && learning.learn({ key: p.key, seen: p.seen, won: p.won })) learnt = true;
    const held = won.mid >= forecast.low && won.mid <= forecast.high;
    return [{ job, forecast, won, guessK, held, learnt, hands }];
  });
  return { jobs, learning };
}

/** What findings are worth after all jobs of a history, for a forecast of another. */
export const worthsFrom = (facts: readonly ForecastFacts[]): Worths =>
  forecastHistory(facts.map((f) => ({ job: null, facts: f }))).learning.worths();

/** Mean miss over the last so many jobs, job by job, K; null until there are as many. */
export function meanMisses(misses: readonly (number | null)[], over = 6): (number | null)[] {
  const told: number[] = [];
  return misses.map((m) => {
    if (m === null) return null;
    told.push(m);
    const last = told.slice(-over);
    return last.length < over ? null : last.reduce((s, v) => s + v, 0) / over;
  });
}
