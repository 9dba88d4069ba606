import type { JobSummary } from "../../core/workshop/job";
import { JUDGE_VERSION } from "../../core/measure/judge";
import { database, databaseTrouble } from "../../data/base/connection";
import { factsOf, olderAreStale, staleCount, staleJobs, writeSummary } from "../../data/workshop/jobSummaries";
import { summaryNow } from "./job";

/** Counts up when how a job stands is worked out otherwise. */
const FORM = 5;
/** By what form and judge how a job stands is worked out. */
export const MADE_BY = `${FORM}/${JUDGE_VERSION}`;

/** So many are written at once: other writers wait no longer than for these. */
const AT_ONCE = 10;

interface Made {
  jobId: number;
  facts: number;
  summary: JobSummary;
}

/** How a job stands now, and from how many of its facts; null where it cannot be told. */
async function workedOut(jobId: number): Promise<Made | null> {
  const facts = await factsOf(await database(), jobId);
  try {
    const summary = await summaryNow(jobId);
    return summary && { jobId, facts, summary };
  } catch (e) {
    // one job that cannot be read is shown as it was last known, and takes none of the others with it
    if (databaseTrouble(e)) throw e;
    console.error(`job ${jobId} cannot be told in lists`, e);
    return null;
  }
}

/** Works out how some jobs stand, and keeps it; gives back how many could be told. */
async function make(jobIds: readonly number[]): Promise<number> {
  const made: Made[] = [];
  for (const id of jobIds) {
    const one = await workedOut(id);
    if (one) made.push(one);
  }
  if (made.length === 0) return 0;
  const db = await database();
  await db.transaction(async (tx) => {
    for (const { jobId, facts, summary } of made) await writeSummary(tx, jobId, summary, { by: MADE_BY, facts });
  });
  return made.length;
}

/** What keeps lists up to date: what is asked for first, and how far it is. */
export interface Making {
  /** Jobs that somebody looks at: they come before all others. Taken out here. */
  takeFirst: () => number[];
  /** Told after each few; false ends the work. */
  onMade?: (jobIds: readonly number[]) => boolean;
}

/**
 * Works out how all jobs stand that a newer fact made stale, the newest first, each once; gives back how many. What
 * bars writing alone ends it: lists then show what was last known.
 */
export async function makeStale({ takeFirst, onMade = () => true }: Making): Promise<number> {
  const db = await database();
  let n = 0;
  let below = Number.MAX_SAFE_INTEGER;
  for (;;) {
    const first = takeFirst();
    const ids = first.length > 0 ? first : await staleJobs(db, AT_ONCE, below);
    if (ids.length === 0) return n;
    if (first.length === 0) below = Math.min(...ids);
    try {
      n += await make(ids);
    } catch (e) {
      if (takesNothing(e)) return n;
      throw e;
    }
    if (!onMade(ids)) return n;
  }
}

/** What bars writing alone: all that is there can be read. */
const TAKES_NOTHING = new Set(["disk-full", "database-read-only", "database-busy"]);
const takesNothing = (e: unknown): boolean => TAKES_NOTHING.has(databaseTrouble(e)?.code ?? "");

/** What another version worked out is worked out anew from here on; nothing is where nothing can be written. */
export async function ageOlder(): Promise<void> {
  const db = await database();
  try {
    await db.transaction((tx) => olderAreStale(tx, MADE_BY));
  } catch (e) {
    if (!takesNothing(e)) throw e;
  }
}

/** Brings every list up to date, however much is stale; gives back how many jobs were worked out. */
export async function bringUpToDate(): Promise<number> {
  await ageOlder();
  return makeStale({ takeFirst: () => [] });
}

/** How many jobs stand otherwise than lists show, of how many. */
export async function summariesState(): Promise<{ left: number; all: number }> {
  const db = await database();
  const [jobs] = await db("jobs").count<{ n: number }[]>("* as n");
  return { left: await staleCount(db), all: jobs?.n ?? 0 };
}

/** How many jobs stand otherwise than lists show. */
export const summariesLeft = async (): Promise<number> => staleCount(await database());
