import type { Knex } from "knex";
import { usualDay, type DayForm, type SavedDay } from "../../core/workshop/day";
import { readSetting, writeSetting } from "../base/settingsStore";

const FORM = "day";
const KEPT = "day-kept";

/** How the workshop's days go; ours where it said nothing. */
export const findDayForm = async (db: Knex): Promise<DayForm> => ({
  ...usualDay,
  ...(await readSetting<Partial<DayForm>>(db, "settings", FORM)),
});

export const setDayForm = (db: Knex, form: DayForm): Promise<void> => writeSetting(db, "settings", FORM, form);

/** What is kept of whatever day was planned last; null where none was. */
export const keptDay = (db: Knex): Promise<SavedDay | null> => readSetting<SavedDay>(db, "keeping", KEPT);

/** What is kept of a day: a new day begins with nothing. */
export async function findDay(db: Knex, date: string): Promise<SavedDay> {
  const kept = await keptDay(db);
  return kept?.date === date ? kept : { date, promises: {}, order: null };
}

export const setDay = (db: Knex, kept: SavedDay): Promise<void> => writeSetting(db, "keeping", KEPT, kept);

/** A stretch of work or a run of a day, by the server's clock, ms. */
export interface PastStretch {
  jobId: number;
  stage: string;
  fromMs: number;
  toMs: number;
}

/** Handwork between two times, one stretch for every stage of a job. */
export async function workBetween(db: Knex, from: string, to: string): Promise<PastStretch[]> {
  // of jobs that are open, or were until today: the journal is far longer than a day
  const now = db("jobs").whereNull("closed_at").orWhere("closed_at", ">=", from).select("id");
  const rows = await db("journal")
    .whereIn("job_id", now)
    .andWhere("received_at", ">=", from)
    .andWhere("received_at", "<", to)
    .where({ aside: false })
    .groupBy("job_id", "stage")
    .select<{ job_id: number; stage: string; a: string; b: string }[]>(
      "job_id",
      "stage",
      db.raw("min(at) AS a"),
      db.raw("max(at) AS b"),
    );
  return rows.map((r) => ({ jobId: r.job_id, stage: r.stage, fromMs: Date.parse(r.a), toMs: Date.parse(r.b) }));
}

/** Live runs that began between two times; one that goes still ends now. */
export async function runsBetween(db: Knex, from: string, to: string): Promise<PastStretch[]> {
  const rows = await db("live_runs")
    .where("began_at", ">=", from)
    .andWhere("began_at", "<", to)
    .select<{ job_id: number; kind: string; began_at: string; closed_at: string | null }[]>(
      "job_id",
      "kind",
      "began_at",
      "closed_at",
    );
  return rows.map((r) => ({
    jobId: r.job_id,
    stage: r.kind,
    fromMs: Date.parse(r.began_at),
    toMs: r.closed_at === null ? Date.now() : Date.parse(r.closed_at),
  }));
}
