import type { Knex } from "knex";
import { usualCurves, type PadCurves } from "../core/pads";
import { usualPractice, type Practice } from "../core/service";

const KEY = "practice";
const whole = (json: string | undefined): Practice => ({
  ...usualPractice,
  ...(json ? (JSON.parse(json) as Partial<Practice>) : {}),
});

/** The workshop's practice; ours where it set nothing. */
export async function workshopPractice(db: Knex): Promise<Practice> {
  return whole((await db("settings").where({ key: KEY }).first<{ value_json: string } | undefined>())?.value_json);
}

export async function setWorkshopPractice(db: Knex, practice: Practice): Promise<void> {
  await db("settings")
    .insert({ key: KEY, value_json: JSON.stringify(practice) })
    .onConflict("key")
    .merge();
}

/** The practice a job is worked by; the workshop's until work on it began. */
export async function jobPractice(db: Knex, jobId: number): Promise<Practice> {
  const own = await db("job_practice").where({ job_id: jobId }).first<{ practice_json: string } | undefined>();
  return own ? whole(own.practice_json) : workshopPractice(db);
}

export async function setJobPractice(db: Knex, jobId: number, practice: Practice): Promise<void> {
  await db("job_practice")
    .insert({ job_id: jobId, practice_json: JSON.stringify(practice) })
    .onConflict("job_id")
    .merge();
}

/** Fixes the practice of a job as it stands, once. */
export async function keepPractice(db: Knex, jobId: number): Promise<void> {
  await db("job_practice")
    .insert({ job_id: jobId, practice_json: JSON.stringify(await workshopPractice(db)) })
    .onConflict("job_id")
    .ignore();
}

const CURVES = "pad-curves";

/** How the workshop's pads press back; ours where it set nothing. */
export async function padCurves(db: Knex): Promise<PadCurves> {
  const row = await db("settings").where({ key: CURVES }).first<{ value_json: string } | undefined>();
  return row ? { ...usualCurves, ...(JSON.parse(row.value_json) as Partial<PadCurves>) } : usualCurves;
}

export async function setPadCurves(db: Knex, curves: PadCurves): Promise<void> {
  await db("settings")
    .insert({ key: CURVES, value_json: JSON.stringify(curves) })
    .onConflict("key")
    .merge();
}
