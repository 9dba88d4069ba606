import type { Knex } from "knex";
import { openDatabase } from "../base/connection";
import type { ErasedMachine } from "../base/erasedList";
import { PLACES } from "../base/pieces";
import { keptDay, setDay } from "./day";

/** What is left of a document that was signed, once its job was erased. */
export interface Tombstone {
  sha256: string;
  revision: number;
  signedAt: string;
  role: string;
  erasedAt: string;
}

/** Numbers of everything of a machine that other texts may name. */
export interface Numbers {
  jobs: number[];
  runs: number[];
  photos: number[];
}

export async function numbersOf(tx: Knex, machineId: number): Promise<Numbers> {
  const ids = async (table: string, column: string, of: readonly number[]) =>
    (
      await tx(table)
        .whereIn(column, [...of])
        .select<{ id: number }[]>("id")
    ).map((r) => r.id);
  const jobs = await ids("jobs", "machine_id", [machineId]);
  return { jobs, runs: await ids("runs", "job_id", jobs), photos: await ids("photos", "job_id", jobs) };
}

/**
 * Erases a machine with all that hangs on it: jobs, journal, photos, logs, verdicts, documents, what search and audit
 * say of it. What it used of materials stays used; signed documents leave a tombstone; drawings are of a model, and
 * stay. The caller's transaction makes it whole, and `overwritten` makes it final.
 */
export async function eraseMachine(tx: Knex, machineId: number, now: string): Promise<void> {
  const machine = await tx("machines")
    .where({ id: machineId })
    .first<{ tag: string; created_at: string } | undefined>("tag", "created_at");
  if (!machine) return;
  const own = await numbersOf(tx, machineId);
  await tx("erased")
    .insert({ machine_id: machineId, created_at: machine.created_at, erased_at: now })
    .onConflict(["machine_id", "created_at"])
    .ignore();
  await tx.raw(
    `INSERT INTO tombstones (sha256, revision, signed_at, role, erased_at)
     SELECT s.sha256, s.revision, s.at, coalesce(json_extract(s.by_json, '$.role'), ''), ?
     FROM signoffs s JOIN jobs j ON j.id = s.job_id WHERE j.machine_id = ?`,
    [now, machineId],
  );
  await materialsStayUsed(tx, own.jobs);
  await tx("owner_links")
    .whereIn("job_uid", tx("jobs").where({ machine_id: machineId }).select("uid"))
    .delete();
  await tx("jobs").whereIn("comes_back_from", own.jobs).update({ comes_back_from: null });
  await auditForgets(tx, machineId, machine.tag, own);
  await dayForgets(tx, own.jobs);
  const cleaned = await tx("cleanings")
    .whereIn("job_id", own.jobs)
    .groupBy("kind", "on_day")
    .select<{ kind: string; on_day: string; amount: number }[]>("kind", "on_day", tx.raw("sum(amount) AS amount"));
  await tx("machines").where({ id: machineId }).delete();
  await gonePiecesForgotten(tx);
  // taken out with the jobs, and used all the same
  for (const c of cleaned)
    await tx("cleaned_days")
      .insert(c)
      .onConflict(["kind", "on_day"])
      .merge({ amount: tx.raw("cleaned_days.amount + excluded.amount") });
}

/** What was broken and is gone is no more broken. */
async function gonePiecesForgotten(tx: Knex): Promise<void> {
  for (const table of new Set(PLACES.map((p) => p.table)))
    await tx("broken_pieces")
      .where({ table_name: table })
      .whereNotIn("row", tx(table).select(tx.raw("rowid")))
      .delete();
}

async function materialsStayUsed(tx: Knex, jobs: readonly number[]): Promise<void> {
  const used = await tx("bookings")
    .whereIn("job_id", [...jobs])
    .whereNull("undone_at")
    .groupBy("lot_id")
    .select<{ lot_id: number; amount: number }[]>("lot_id", tx.raw("sum(amount) AS amount"));
  for (const { lot_id, amount } of used) await tx("lots").where({ id: lot_id }).increment("used_erased", amount);
  const cuttings = tx("cuttings")
    .whereIn("job_id", [...jobs])
    .select("id");
  const gone = new Date().toISOString();
  await tx("sheets").whereIn("used_by", cuttings.clone()).update({ removed_at: gone, used_by: null });
  await tx("sheets").whereIn("from_cutting", cuttings.clone()).update({ from_cutting: null });
}

/** Whether a line of the audit is of a machine: it names it, or something of it by its number. */
export function isNamedBy(machineId: number, tag: string, own: Numbers): (what: string) => boolean {
  const named = (words: string, ids: readonly number[]) => (ids.length ? [`${words}(?:${ids.join("|")})\\b`] : []);
  const names = [
    `machines/${machineId}\\b`,
    ...named("jobs/", own.jobs),
    ...named("\\bjob ", own.jobs),
    ...named("(?:runs|live)/", own.runs),
    ...named("photos/", own.photos),
  ];
  // the tag as a word of its own: one of a single letter stands in every line
  const word = tag.replace(/[\\^$.*+?()[\]{}|/]/g, "\\$&");
  const isNamed = new RegExp([...names, `(?<![\\p{L}\\p{N}_-])${word}(?![\\p{L}\\p{N}_-])`].join("|"), "u");
  return (what) => isNamed.test(what);
}

/** Lines of the audit that name it say no more than that something was done. */
async function auditForgets(tx: Knex, machineId: number, tag: string, own: Numbers): Promise<void> {
  const isNamed = isNamedBy(machineId, tag, own);
  const lines = await tx("audit").select<{ id: number; what: string }[]>("id", "what");
  const hit = lines.filter((l) => isNamed(l.what)).map((l) => l.id);
  for (let i = 0; i < hit.length; i += IDS_AT_ONCE)
    await tx("audit")
      .whereIn("id", hit.slice(i, i + IDS_AT_ONCE))
      .update({ what: "something of a machine that was erased since" });
}

const IDS_AT_ONCE = 500;

/** What the day keeps of a job: what was promised, and where it stood in the order. */
async function dayForgets(tx: Knex, jobs: readonly number[]): Promise<void> {
  const own = new Set(jobs.map(String));
  const kept = await keptDay(tx);
  if (!kept) return;
  const promises = Object.fromEntries(Object.entries(kept.promises).filter(([job]) => !own.has(job)));
  await setDay(tx, { ...kept, promises, order: kept.order?.filter((p) => !own.has(p.job)) ?? null });
}

/**
 * Overwrites what was erased in the file too, and empties the write-ahead file: to be called outside transactions.
 * Whether it was done: not while somebody else reads, a back-up say.
 */
export async function overwritten(db: Knex): Promise<boolean> {
  const [done] = await db.raw<{ busy: number }[]>("PRAGMA wal_checkpoint(TRUNCATE)");
  return done?.busy === 0;
}

/** What was erased, oldest first. */
export async function erasedMachines(db: Knex): Promise<ErasedMachine[]> {
  const rows = await db("erased")
    .orderBy("erased_at")
    .select<{ machine_id: number; created_at: string; erased_at: string }[]>();
  return rows.map((r) => ({ machineId: r.machine_id, createdAt: r.created_at, erasedAt: r.erased_at }));
}

/** What is left of signed documents, newest first; at most so many. */
export async function tombstones(db: Knex, most: number): Promise<Tombstone[]> {
  const rows = await db("tombstones")
    .orderBy("erased_at", "desc")
    .limit(most)
    .select<{ sha256: string; revision: number; signed_at: string; role: string; erased_at: string }[]>();
  return rows.map((r) => ({
    sha256: r.sha256,
    revision: r.revision,
    signedAt: r.signed_at,
    role: r.role,
    erasedAt: r.erased_at,
  }));
}

/** Erases again what was erased before, in a database that is older: those of it that are there. */
async function eraseAgain(tx: Knex, list: readonly ErasedMachine[]): Promise<void> {
  for (const { machineId, createdAt, erasedAt } of list) {
    const there = await tx("machines")
      .where({ id: machineId, created_at: createdAt })
      .first<{ id: number } | undefined>("id");
    if (there) await eraseMachine(tx, machineId, erasedAt);
    else
      await tx("erased")
        .insert({ machine_id: machineId, created_at: createdAt, erased_at: erasedAt })
        .onConflict(["machine_id", "created_at"])
        .ignore();
  }
}

/** Erases again what was erased since, in a copy that is to become the database. */
export async function erasedIn(path: string, list: readonly ErasedMachine[]): Promise<void> {
  const db = await openDatabase(path);
  try {
    await db.transaction((tx) => eraseAgain(tx, list));
    await overwritten(db);
  } finally {
    await db.destroy();
  }
}

/** A machine whose last job was closed before a day, and that has none open. */
export interface Outdated {
  id: number;
  tag: string;
  model: string;
  lastClosed: string;
}

/** Machines whose last job was closed before a moment, the longest ago first; how many there are. */
export async function closedBefore(
  db: Knex,
  before: string,
  most: number,
): Promise<{ count: number; machines: Outdated[] }> {
  const all = db("machines as m")
    .join("jobs as j", "j.machine_id", "m.id")
    .groupBy("m.id")
    .havingRaw("count(*) = count(j.closed_at) AND max(j.closed_at) < ?", [before])
    .select<Outdated[]>("m.id", "m.tag", "m.model", db.raw("max(j.closed_at) AS lastClosed"));
  const [row] = await db.count<{ n: number }[]>({ n: "*" }).from(all.clone().as("t"));
  return { count: Number(row?.n ?? 0), machines: await all.orderBy("lastClosed").limit(most) };
}
