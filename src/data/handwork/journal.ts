import type { Knex } from "knex";
import { ASIDE_PREFIX, type Entry, type ServiceStage } from "../../core/handwork/service";
import { cleaningUses } from "../../core/workshop/stock";
import { dayIn } from "../../core/base/days";
import { zoneOf } from "../base/zone";
import { stepKey } from "../../core/handwork/service";

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
  who: string;
  aside: number | boolean;
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
  ...(r.who ? { who: r.who } : {}),
});

/** Adds entries; those that came before are passed over, whichever job they came to. */
export async function addEntries(
  db: Knex,
  jobId: number,
  entries: readonly Entry[],
  now: string,
  aside = false,
): Promise<void> {
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
        who: e.who ?? "",
        aside,
      })),
    )
    .onConflict("id")
    .ignore();
  if (entries.some((e) => e.step.startsWith(CLEANING))) await saveCleanings(db, jobId);
}

const CLEANING = stepKey("clean", "");

/** Keeps what the cleaning steps of a job use by now, beside its journal: shelves ask for it by day. */
async function saveCleanings(db: Knex, jobId: number): Promise<void> {
  const uses = cleaningUses(jobId, await entriesAsReceived(db, jobId, CLEANING));
  const zone = await zoneOf(db);
  await db("cleanings").where({ job_id: jobId }).delete();
  const rows = uses.map((u) => ({
    job_id: jobId,
    step: u.step,
    kind: u.kind,
    on_day: dayIn(zone, u.at),
    amount: u.amount,
  }));
  if (rows.length) await db.batchInsert("cleanings", rows, 100);
}

/** Entries of a job in the order in which they came: device clocks tell none. */
export async function entriesOf(db: Knex, jobId: number): Promise<Entry[]> {
  return (await placed(db).where({ job_id: jobId, aside: false })).map(fromRow);
}

/** Entries of a job whose step begins so, each at the time it came here: a day told by a device is none to go by. */
async function entriesAsReceived(db: Knex, jobId: number, prefix: string): Promise<Entry[]> {
  const rows = await placed(db).where({ job_id: jobId, aside: false }).andWhere("step", "like", `${prefix}%`);
  return rows.map((r) => ({ ...fromRow(r), at: r.received_at }));
}

/** Entries of parts found on the way, by job, in the order in which they came. */
export async function asideEntriesOf(db: Knex, jobIds: readonly number[]): Promise<Map<number, Entry[]>> {
  const rows = await placed(db)
    .whereIn("job_id", [...jobIds])
    .where({ aside: false })
    .andWhere("step", "like", `${ASIDE_PREFIX}%`);
  const out = new Map<number, Entry[]>();
  for (const r of rows) out.set(r.job_id, [...(out.get(r.job_id) ?? []), fromRow(r)]);
  return out;
}

/** Which of some entries are here already. */
export async function knownEntries(db: Knex, ids: readonly string[]): Promise<Set<string>> {
  const rows = await db<EntryRow>("journal")
    .whereIn("id", [...ids])
    .select("id");
  return new Set(rows.map((r) => r.id));
}

/** How many entries of a job came after it was closed. */
export async function asideOf(db: Knex, jobId: number): Promise<number> {
  const [row] = await db("journal").where({ job_id: jobId, aside: true }).count<{ n: number }[]>("* as n");
  return row?.n ?? 0;
}

/** Takes in what came after a job was closed; gives it back in its order. */
export async function takeIn(db: Knex, jobId: number): Promise<Entry[]> {
  const entries = (await placed(db).where({ job_id: jobId, aside: true })).map(fromRow);
  if (entries.length === 0) return [];
  await db("journal").where({ job_id: jobId, aside: true }).update({ aside: false });
  await saveCleanings(db, jobId);
  return entries;
}

/** SQLite counts the rows of a table as they come. */
const placed = (db: Knex) => db<EntryRow>("journal").select<EntryRow[]>("*", "rowid as seq").orderBy("rowid");
