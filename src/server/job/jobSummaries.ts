import type { Knex } from "knex";
import { TAKEN_IN, type KnownSummary } from "../../core/workshop/job";
import { database } from "../../data/base/connection";
import { addJob } from "../../data/workshop/jobs";
import { factsOf, staleJobs, summariesOf, writeSummary } from "../../data/workshop/jobSummaries";
import { MADE_BY } from "./makeSummaries";
import { summariesMade } from "./summaryMaker";

/** Adds a job, with how it stands: nothing is known of it yet. */
export async function takeJobIn(
  tx: Knex,
  machineId: number,
  complaint: string,
  now: string,
  from: number | null = null,
): Promise<number> {
  const jobId = await addJob(tx, machineId, complaint, now, from);
  await writeSummary(tx, jobId, TAKEN_IN, { by: MADE_BY, facts: await factsOf(tx, jobId) });
  return jobId;
}

/**
 * How some jobs stand, as far as it is known: what is newer is asked for, and a page waits for it no longer than a
 * moment. Then the last known is shown, and said to be behind.
 *
 * @param patienceMs how long it is waited for, where that is to be longer: what is reckoned from it is kept
 */
export async function summariesOfJobs(
  jobs: readonly { id: number }[],
  patienceMs?: number,
): Promise<Map<number, KnownSummary>> {
  const db = await database();
  const ids = [...new Set(jobs.map((j) => j.id))];
  const kept = await summariesOf(db, ids);
  const behind = ids.filter((id) => kept.get(id)?.behind ?? true);
  if (behind.length > 0) {
    await summariesMade(behind, patienceMs);
    for (const [id, k] of await summariesOf(db, behind)) kept.set(id, k);
  }
  return new Map(
    ids.map((id) => {
      const known = kept.get(id);
      return [id, known ? { ...known.summary, behind: known.behind } : { ...TAKEN_IN, behind: true }];
    }),
  );
}

/**
 * Before lists are sorted by how jobs stand: what is stale is asked for, and waited for no longer than a moment. Gives
 * back whether some of it is behind even then.
 */
export async function listsAsked(): Promise<boolean> {
  const isStale = async () => (await staleJobs(await database(), 1)).length > 0;
  if (!(await isStale())) return false;
  await summariesMade([]);
  return isStale();
}
