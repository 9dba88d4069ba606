import type { Knex } from "knex";
import type { LetterCount, Machine, RackWay } from "../../core/workshop/job";
import { machineFromRow, type MachineRow } from "./machines";

/** What is asked of the rack: the way its shelves are sorted, a word that is searched, and what days count as. */
export interface RackQuery {
  way: RackWay;
  word: string;
  today: string;
  /** What is due up to this day stands on the shelf of what is due. */
  soon: string;
}

export interface ShelfCount {
  key: string;
  count: number;
  /** Of them, late ones. */
  late: number;
}

const KEYS: Record<RackWay, string> = {
  waits: `CASE WHEN j.waits_json IS NOT NULL THEN 'held'
          WHEN m.open_job_id IS NOT NULL OR m.due_on < :today THEN 'hands'
          WHEN m.due_on <= :soon THEN 'due' ELSE 'later' END`,
  model: "m.model",
  place: "m.place",
};
/** What stands on each shelf of what waits. */
const SHELF: Record<string, string> = {
  held: "m.open_job_id IS NOT NULL AND j.waits_json IS NOT NULL",
  hands: `((m.open_job_id IS NOT NULL AND j.waits_json IS NULL) OR (m.open_job_id IS NULL AND m.due_on < :today))`,
  due: "m.open_job_id IS NULL AND m.due_on >= :today AND m.due_on <= :soon",
  later: "m.open_job_id IS NULL AND (m.due_on IS NULL OR m.due_on > :soon)",
};
const LATE = "(m.open_job_id IS NULL AND m.due_on < :today)";
const FROM = "FROM machines m LEFT JOIN jobs j ON j.id = m.open_job_id";
/** A word is looked for in tag, place and model, and in what its jobs were in for. */
const FOUND = `(:word = '' OR instr(lower(m.tag || ' ' || m.place || ' ' || m.model || ' ' || m.variant),
  lower(:word)) > 0 OR m.id IN (SELECT machine_id FROM jobs WHERE instr(lower(complaint), lower(:word)) > 0))`;
const ORDER: Record<RackWay, string> = {
  waits: `m.open_job_id IS NULL, CASE s.at WHEN 'verdict' THEN 2 WHEN 'before' THEN 1 ELSE 0 END,
          coalesce(m.due_on, '9999'), m.tag`,
  model: "m.tag",
  place: "m.tag",
};

/** The shelves with what stands on each, from a name on, so many of them. */
export async function shelfCounts(
  db: Knex,
  { way, ...ask }: RackQuery,
  page: { from: string; most: number },
): Promise<ShelfCount[]> {
  return db.raw<ShelfCount[]>(
    `SELECT key, count(*) AS count, sum(late) AS late FROM (
       SELECT ${KEYS[way]} AS key, ${LATE} AS late ${FROM} WHERE ${FOUND})
     WHERE key >= :from GROUP BY key ORDER BY key LIMIT :most`,
    { ...ask, ...page },
  );
}

/** The name of the shelf so many before one; empty where it is among the first. */
export async function shelfBefore(db: Knex, { way, ...ask }: RackQuery, from: string, steps: number): Promise<string> {
  const rows = await db.raw<{ key: string }[]>(
    `SELECT DISTINCT ${KEYS[way]} AS key ${FROM} WHERE ${FOUND} AND ${KEYS[way]} < :from ORDER BY 1 DESC LIMIT :steps`,
    { ...ask, from, steps },
  );
  return rows.length < steps ? "" : (rows.at(-1)?.key ?? "");
}

/** Machines of some shelves, so many of each from a place on. */
export async function shelfMachines(
  db: Knex,
  { way, ...ask }: RackQuery,
  of: { keys: readonly string[]; from: number; most: number },
): Promise<{ key: string; machine: Machine; openJobId: number | null; lastJobId: number | null }[]> {
  // each shelf by itself, so that only what is seen of it is put in order
  const one = (key: string, i: number) =>
    `SELECT *, row_number() OVER () AS n FROM (SELECT m.id, :key${i} AS key, ${i} AS nth ${FROM}
       LEFT JOIN stands s ON s.job_id = m.open_job_id
       WHERE ${way === "waits" ? (SHELF[key] ?? "0") : `${KEYS[way]} = :key${i}`} AND ${FOUND}
       ORDER BY ${ORDER[way]} LIMIT :most OFFSET :from)`;
  if (of.keys.length === 0) return [];
  type Row = MachineRow & { key: string; open_job_id: number | null; last_job_id: number | null };
  const rows = await db.raw<Row[]>(
    `WITH seen AS MATERIALIZED (${of.keys.map(one).join(" UNION ALL ")})
     SELECT m.*, r.key FROM seen r JOIN machines m ON m.id = r.id ORDER BY r.nth, r.n`,
    { ...ask, ...Object.fromEntries(of.keys.map((k, i) => [`key${i}`, k])), from: of.from, most: of.most },
  );
  return rows.map((r) => ({
    key: r.key,
    machine: machineFromRow(r),
    openJobId: r.open_job_id,
    lastJobId: r.last_job_id,
  }));
}

/** The whole rack by the first letter of a machine's place, or of its tag where it has none. */
export async function letterCounts(db: Knex, today: string): Promise<LetterCount[]> {
  return db.raw<LetterCount[]>(
    `SELECT upper(substr(CASE WHEN place = '' THEN tag ELSE place END, 1, 1)) AS letter, count(*) AS count,
       sum(open_job_id IS NOT NULL) AS hands, sum(open_job_id IS NULL AND due_on < :today) AS late
     FROM machines GROUP BY 1 ORDER BY 1`,
    { today },
  );
}

/** How many jobs machines had, and since when. */
export async function jobsSince(
  db: Knex,
  machineIds: readonly number[],
): Promise<Map<number, { jobs: number; since: string }>> {
  const rows = await db("jobs")
    .whereIn("machine_id", [...machineIds])
    .groupBy("machine_id")
    .select<{ machine_id: number; n: number; since: string }[]>(
      "machine_id",
      db.raw("count(*) AS n"),
      db.raw("min(opened_at) AS since"),
    );
  return new Map(rows.map((r) => [r.machine_id, { jobs: r.n, since: r.since }]));
}
