import type { Knex } from "knex";
import { usualCurves, type PadCurves } from "../../core/handwork/pads";
import type { JobSummary } from "../../core/workshop/job";
import { usualProcedure, type OwnPractices, type Procedure } from "../../core/handwork/service";
import { readSetting, writeSetting } from "../base/settingsStore";
import { storedJson } from "../base/storedJson";

const KEY = "ways";
const whole = (json: string, jobId: number): Procedure => ({
  ...usualProcedure,
  ...storedJson<Partial<Procedure>>(json, {}, `the ways of job ${jobId}`),
});

/** The workshop's procedure; ours where it set nothing. */
export const workshopProcedure = async (db: Knex): Promise<Procedure> => ({
  ...usualProcedure,
  ...(await readSetting<Partial<Procedure>>(db, "settings", KEY)),
});

export const setWorkshopProcedure = (db: Knex, procedure: Procedure): Promise<void> =>
  writeSetting(db, "settings", KEY, procedure);

/** The procedure a job is worked by; the workshop's until work on it began. */
export async function jobProcedure(db: Knex, jobId: number): Promise<Procedure> {
  const own = await db("job_ways").where({ job_id: jobId }).first<{ ways_json: string } | undefined>();
  return own ? whole(own.ways_json, jobId) : workshopProcedure(db);
}

export async function setJobProcedure(db: Knex, jobId: number, procedure: Procedure): Promise<void> {
  await db("job_ways")
    .insert({ job_id: jobId, ways_json: JSON.stringify(procedure) })
    .onConflict("job_id")
    .merge();
}

/** Fixes the procedure of a job as it stands, once. */
export async function fixProcedure(db: Knex, jobId: number): Promise<void> {
  await db("job_ways")
    .insert({ job_id: jobId, ways_json: JSON.stringify(await workshopProcedure(db)) })
    .onConflict("job_id")
    .ignore();
}

const OWN = "ways-own";

/** Why the workshop goes its own way, where it does. */
export const ownPractices = async (db: Knex): Promise<OwnPractices> =>
  (await readSetting<OwnPractices>(db, "settings", OWN)) ?? {};

export const setOwnPractices = (db: Knex, own: OwnPractices): Promise<void> => writeSetting(db, "settings", OWN, own);

/** The procedure closed jobs were worked by beside what they left on each path, the newest. */
export async function procedureOfJobs(
  db: Knex,
  most: number,
): Promise<{ procedure: Procedure; contactK: number; airflowK: number }[]> {
  // the newest first, then what is known of them: few jobs may have a procedure of their own
  const newest = db("jobs").whereNotNull("closed_at").orderBy("closed_at", "desc").limit(most).select("id");
  const rows = await db
    .from(newest.as("j"))
    .join("job_ways as w", "w.job_id", "j.id")
    .join("stands as s", "s.job_id", "j.id")
    .whereNot("s.told_json", "")
    .select<{ id: number; ways_json: string; told_json: string }[]>("j.id", "w.ways_json", "s.told_json");
  return rows.flatMap((r) => {
    const told = storedJson<Partial<Pick<JobSummary, "verdict">>>(r.told_json, {}, `how job ${r.id} stands`);
    const ladder = told.verdict?.ladder;
    if (!ladder?.before || !ladder.after) return [];
    const [b, a] = [ladder.before, ladder.after];
    const contactK = a.totalK - a.airflowK - (b.totalK - b.airflowK);
    return [{ procedure: whole(r.ways_json, r.id), contactK, airflowK: a.airflowK - b.airflowK }];
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
