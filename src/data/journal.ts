import type { Knex } from "knex";
import type { Entry, ServiceStage } from "../core/service";

interface EntryRow {
  id: string;
  job_id: number;
  at: string;
  stage: string;
  step: string;
  act: string;
  value: string;
  reason: string;
  received_at: string;
  seq: number;
}

const fromRow = (r: EntryRow): Entry => ({
  id: r.id,
  seq: r.seq,
  at: r.at,
  stage: r.stage as ServiceStage,
  step: r.step,
  act: r.act as Entry["act"],
  value: r.value,
  reason: r.reason,
});

/** Adds entries; those that came before are passed over, whichever job they came to. */
export async function addEntries(db: Knex, jobId: number, entries: readonly Entry[], now: string): Promise<void> {
  if (entries.length === 0) return;
  await db("journal")
    .insert(
      entries.map((e) => ({
        id: e.id,
        job_id: jobId,
        at: e.at,
        stage: e.stage,
        step: e.step,
        act: e.act,
        value: e.value,
        reason: e.reason,
        received_at: now,
      })),
    )
    .onConflict("id")
    .ignore();
}

/** Entries of a job in the order in which they came: device clocks tell none. */
export async function entriesOf(db: Knex, jobId: number): Promise<Entry[]> {
  return (await placed(db).where({ job_id: jobId })).map(fromRow);
}

/** SQLite counts the rows of a table as they come. */
const placed = (db: Knex) => db<EntryRow>("journal").select<EntryRow[]>("*", "rowid as seq").orderBy("rowid");

/** Entries of all jobs whose step begins so, by job. */
export async function allEntries(db: Knex, prefix: string): Promise<Map<number, Entry[]>> {
  const out = new Map<number, Entry[]>();
  for (const r of await placed(db).where("step", "like", `${prefix}%`))
    out.set(r.job_id, [...(out.get(r.job_id) ?? []), fromRow(r)]);
  return out;
}
