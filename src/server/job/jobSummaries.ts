import type { JobSummary } from "../../core/workshop/job";
import { JUDGE_VERSION } from "../../core/measure/judge";
import { database, databaseTrouble } from "../../data/base/connection";
import type { Job } from "../../data/workshop/jobs";
import { factsOf, writeSummary, staleJobs, summariesOf } from "../../data/workshop/jobSummaries";
import { backgroundEnds, backgroundTask } from "../base/background/task";
import { summaryNow } from "./job";
import { processWide } from "../../core/base/processWide";

/** Counts up when how a job stands is worked out otherwise. */
const FORM = 4;
/** By what form and judge how a job stands is worked out. */
export const MADE_BY = `${FORM}/${JUDGE_VERSION}`;

/** A closed job keeps its verdict whatever judge came since; of an open one it must be by the judge as it is now. */
const stillHolds = (job: Job, by: string): boolean =>
  by === MADE_BY || (job.closedAt !== null && by.startsWith(`${FORM}/`));

/** How some jobs stand. What a newer fact made stale is worked out now and kept: a page of jobs, never all of them. */
export async function summariesOfJobs(jobs: readonly Job[]): Promise<Map<number, JobSummary>> {
  const db = await database();
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const known = await summariesOf(db, [...byId.keys()], (id, by) => {
    const job = byId.get(id);
    return job !== undefined && stillHolds(job, by);
  });
  for (const id of byId.keys()) {
    if (known.has(id)) continue;
    const told = await workedOut(id);
    if (told) known.set(id, told.summary);
  }
  return known;
}

/** How a job stands, and whether that could be kept: a page is shown all the same where the disk takes nothing. */
async function workedOut(jobId: number): Promise<{ summary: JobSummary; kept: boolean } | null> {
  const db = await database();
  const facts = await factsOf(db, jobId);
  try {
    const summary = await summaryNow(jobId);
    if (!summary) return null;
    const kept = await writeSummary(db, jobId, summary, { by: MADE_BY, facts }).then(
      () => true,
      (e: unknown) => {
        if (TAKES_NOTHING.has(databaseTrouble(e)?.code ?? "")) return false;
        throw e;
      },
    );
    return { summary, kept };
  } catch (e) {
    // one job that cannot be read is left out of the lists, and takes none of the others with it
    if (databaseTrouble(e)) throw e;
    console.error(`job ${jobId} cannot be told in lists`, e);
    return null;
  }
}

/** What bars writing alone: all that is there can be read. */
const TAKES_NOTHING = new Set(["disk-full", "database-read-only", "database-busy"]);

/**
 * So many that a newer fact made stale are worked out before a list is asked for; the rest on the way, in the quiet.
 */
const AT_ONCE = 40;
const catchingUp = processWide<true>("catching up");

/** Brings lists up to date before they are sorted by how jobs stand. */
export async function makeMissingSummaries(): Promise<void> {
  const stale = await staleJobs(await database(), AT_ONCE);
  let made = 0;
  for (const id of stale) if ((await workedOut(id))?.kept) made++;
  if (made < AT_ONCE || catchingUp.get()) return;
  catchingUp.set(true);
  backgroundTask(
    new Promise((rested) => setTimeout(rested, REST_MS)).then(() => {
      catchingUp.clear();
      return backgroundEnds() ? undefined : makeMissingSummaries();
    }),
  );
}

const REST_MS = 50;

/** Brings every list up to date, however much is stale; gives back how many jobs were worked out. */
export async function bringUpToDate(): Promise<number> {
  const db = await database();
  let n = 0;
  for (;;) {
    const stale = await staleJobs(db, 500);
    let made = 0;
    for (const id of stale) if ((await workedOut(id))?.kept) made++;
    n += made;
    if (made === 0) return n;
  }
}
