import type { Knex } from "knex";
import { usualCurves, type PadCurves } from "../../core/handwork/pads";
import type { JobSummary } from "../../core/workshop/job";
import { usualWays, type OwnWays, type Ways } from "../../core/handwork/service";
import { readSetting, writeSetting } from "../base/settingsStore";

const KEY = "ways";
const whole = (json: string): Ways => ({ ...usualWays, ...(JSON.parse(json) as Partial<Ways>) });

/** The workshop's ways; ours where it set nothing. */
export const workshopWays = async (db: Knex): Promise<Ways> => ({
  ...usualWays,
  ...(await readSetting<Partial<Ways>>(db, "settings", KEY)),
});

export const setWorkshopWays = (db: Knex, ways: Ways): Promise<void> => writeSetting(db, "settings", KEY, ways);

/** The ways a job is worked by; the workshop's until work on it began. */
export async function jobWays(db: Knex, jobId: number): Promise<Ways> {
  const own = await db("job_ways").where({ job_id: jobId }).first<{ ways_json: string } | undefined>();
  return own ? whole(own.ways_json) : workshopWays(db);
}

export async function setJobWays(db: Knex, jobId: number, ways: Ways): Promise<void> {
  await db("job_ways")
    .insert({ job_id: jobId, ways_json: JSON.stringify(ways) })
    .onConflict("job_id")
    .merge();
}

/** Fixes the ways of a job as it stands, once. */
export async function keepWays(db: Knex, jobId: number): Promise<void> {
  await db("job_ways")
    .insert({ job_id: jobId, ways_json: JSON.stringify(await workshopWays(db)) })
    .onConflict("job_id")
    .ignore();
}

const OWN = "ways-own";

/** Why the workshop goes its own ways, where it does. */
export const ownWays = async (db: Knex): Promise<OwnWays> => (await readSetting<OwnWays>(db, "settings", OWN)) ?? {};

export const setOwnWays = (db: Knex, own: OwnWays): Promise<void> => writeSetting(db, "settings", OWN, own);

/** The ways closed jobs were worked by beside what they left on each path, the newest. */
export async function waysOfJobs(
  db: Knex,
  most: number,
): Promise<{ ways: Ways; contactK: number; airflowK: number }[]> {
  // the newest first, then what is known of them: few jobs may have ways of their own
  const newest = db("jobs").whereNotNull("closed_at").orderBy("closed_at", "desc").limit(most).select("id");
  const rows = await db
    .from(newest.as("j"))
    .join("job_ways as w", "w.job_id", "j.id")
    .join("stands as s", "s.job_id", "j.id")
    .whereNot("s.told_json", "")
    .select<{ ways_json: string; told_json: string }[]>("w.ways_json", "s.told_json");
  return rows.flatMap((r) => {
    const ladder = (JSON.parse(r.told_json) as Pick<JobSummary, "verdict">).verdict?.ladder;
    if (!ladder?.before || !ladder.after) return [];
    const [b, a] = [ladder.before, ladder.after];
    const contactK = a.totalK - a.airflowK - (b.totalK - b.airflowK);
    return [{ ways: whole(r.ways_json), contactK, airflowK: a.airflowK - b.airflowK }];
  });
}

const CURVES = "pad-curves";

/** How the workshop's pads press back; ours where it set nothing. */
export const padCurves = async (db: Knex): Promise<PadCurves> => ({
  ...usualCurves,
  ...(await readSetting<Partial<PadCurves>>(db, "settings", CURVES)),
});

export const setPadCurves = (db: Knex, curves: PadCurves): Promise<void> =>
  writeSetting(db, "settings", CURVES, curves);
