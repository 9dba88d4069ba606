import { storedJson } from "../base/storedJson";
import type { Knex } from "knex";
import type { JobWaits } from "../../core/workshop/job";
import { isDay } from "../../core/base/days";

export interface Job {
  id: number;
  machineId: number;
  complaint: string;
  openedAt: string;
  closedAt: string | null;
  closingNote: string;
  /** What it waits for where hands cannot go on; null while they can. */
  waits: JobWaits | null;
  /** The job it came back from; null where it is a first one. */
  comesBackFrom: number | null;
  /** The day a check run is asked for; null where none is. */
  checkOn: string | null;
}

export interface JobRow {
  id: number;
  machine_id: number;
  complaint: string;
  opened_at: string;
  closed_at: string | null;
  closing_note: string;
  waits_json: string | null;
  comes_back_from: number | null;
  check_on: string | null;
}

export const jobFromRow = (r: JobRow): Job => ({
  id: r.id,
  machineId: r.machine_id,
  complaint: r.complaint,
  openedAt: r.opened_at,
  closedAt: r.closed_at,
  closingNote: r.closing_note,
  waits: storedJson<JobWaits | null>(r.waits_json, null, `what job ${r.id} waits for`),
  comesBackFrom: r.comes_back_from,
  checkOn: isDay(r.check_on) ? r.check_on : null,
});

/** Jobs of a machine, newest first, a page of them. */
export async function jobsOfMachine(db: Knex, machineId: number, most: number, from = 0): Promise<Job[]> {
  const query = db<JobRow>("jobs").where({ machine_id: machineId }).orderBy("opened_at", "desc").orderBy("id", "desc");
  return (await query.limit(most).offset(from)).map(jobFromRow);
}

export async function jobCounts(db: Knex, machineId: number): Promise<{ all: number; open: number }> {
  const [row] = await db("jobs")
    .where({ machine_id: machineId })
    .select<{ n: number; open: number }[]>(
      db.raw("count(*) AS n"),
      db.raw("count(*) FILTER (WHERE closed_at IS NULL) AS open"),
    );
  return { all: row?.n ?? 0, open: row?.open ?? 0 };
}

/** The newest job of a machine; null while it has none. */
export const lastJobOf = async (db: Knex, machineId: number): Promise<Job | null> =>
  (await jobsOfMachine(db, machineId, 1))[0] ?? null;

export async function findJob(db: Knex, id: number): Promise<Job | null> {
  const row = await db<JobRow>("jobs").where({ id }).first();
  return row ? jobFromRow(row) : null;
}

/** Jobs by their ids. */
export async function findJobs(db: Knex, ids: readonly number[]): Promise<Map<number, Job>> {
  const rows = await db<JobRow>("jobs").whereIn("id", [...new Set(ids)]);
  return new Map(rows.map((r) => [r.id, jobFromRow(r)]));
}

export async function addJob(
  db: Knex,
  machineId: number,
  complaint: string,
  now: string,
  comesBackFrom: number | null = null,
): Promise<number> {
  const [row] = await db("jobs")
    .insert({ machine_id: machineId, complaint, opened_at: now, comes_back_from: comesBackFrom })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

export async function closeJob(db: Knex, id: number, note: string, now: string): Promise<void> {
  await db("jobs").where({ id }).update({ closed_at: now, closing_note: note, waits_json: null });
}

export async function reopenJob(db: Knex, id: number): Promise<void> {
  await db("jobs").where({ id }).update({ closed_at: null });
}

/** Asks for a check run on a day; null takes it away. */
export async function setCheck(db: Knex, id: number, on: string | null): Promise<void> {
  await db("jobs").where({ id }).update({ check_on: on });
}

/** Check runs that are asked for, the soonest. */
export async function checksDue(db: Knex, before: string, most: number): Promise<Job[]> {
  const rows = await db<JobRow>("jobs")
    .whereBetween("check_on", ["2000-01-01", before])
    .orderBy("check_on")
    .orderBy("id")
    .limit(most);
  return rows.map(jobFromRow);
}

/** A machine that is in again needs no check run any more; gives back of which jobs one was asked for. */
export async function dropChecks(db: Knex, machineId: number): Promise<number[]> {
  const rows = await db("jobs")
    .where({ machine_id: machineId })
    .whereNotNull("check_on")
    .update({ check_on: null })
    .returning<{ id: number }[]>("id");
  return rows.map((r) => r.id);
}

/** The last closed job of a machine; null while it has none. */
export async function lastClosedOf(db: Knex, machineId: number): Promise<Job | null> {
  const row = await db<JobRow>("jobs")
    .where({ machine_id: machineId })
    .whereNotNull("closed_at")
    .orderBy("closed_at", "desc")
    .first();
  return row ? jobFromRow(row) : null;
}

/** Sets what a job waits for; null once hands can go on. */
export async function setWaits(db: Knex, id: number, waits: JobWaits | null): Promise<void> {
  await db("jobs")
    .where({ id })
    .update({ waits_json: waits && JSON.stringify(waits) });
}
