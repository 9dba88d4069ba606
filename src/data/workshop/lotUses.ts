import type { Knex } from "knex";

/** What one job used of a lot on one day, in the unit of its kind (pads: cm²). */
export interface LotUse {
  job: string;
  at: string;
  amount: number;
}

/**
 * The days on which cleaning used each lot: from its opening until the next of its kind was opened. Putting one away
 * moves no use to another.
 */
const SPANS = `span (lot_id, kind, since, until) AS MATERIALIZED (
  SELECT id, kind, opened_on, lead(opened_on, 1, '9999') OVER (PARTITION BY kind ORDER BY opened_on, id)
  FROM lots WHERE opened_on IS NOT NULL)`;

/** What was used of the lots that are kept, by lot: bookings that stand, and cleaning steps of all journals. */
export async function usedOfLots(db: Knex): Promise<Map<number, number>> {
  const rows = await db.raw<{ lot_id: number; amount: number }[]>(
    `WITH ${SPANS}
     SELECT l.id AS lot_id, l.used_erased +
       coalesce((SELECT sum(b.amount) FROM bookings b WHERE b.lot_id = l.id AND b.undone_at IS NULL), 0)
       + coalesce((SELECT sum(d.amount) FROM cleaned_days d
           WHERE d.kind = s.kind AND d.on_day >= s.since AND d.on_day < s.until), 0) AS amount
     FROM lots l LEFT JOIN span s ON s.lot_id = l.id WHERE l.retired_at IS NULL`,
  );
  return new Map(rows.map((r) => [r.lot_id, r.amount]));
}

/** The same of kinds that are booked alone: no cleaning step uses any of them. */
export async function bookedOfLots(db: Knex, kinds: readonly string[]): Promise<Map<number, number>> {
  const rows = await db("lots as l")
    .leftJoin("bookings as b", (on) => void on.on("b.lot_id", "l.id").andOnNull("b.undone_at"))
    .whereNull("l.retired_at")
    .whereIn("l.kind", [...kinds])
    .groupBy("l.id")
    .select<{ lot_id: number; amount: number }[]>(
      "l.id as lot_id",
      db.raw("l.used_erased + coalesce(sum(b.amount), 0) AS amount"),
    );
  return new Map(rows.map((r) => [r.lot_id, r.amount]));
}

/** Area of the sheets and off-cuts that lie on the shelf, cm², by lot. */
export async function lyingAreas(db: Knex): Promise<Map<number, number>> {
  const rows = await db("sheets")
    .whereNull("used_by")
    .whereNull("removed_at")
    .groupBy("lot_id")
    .select<{ lot_id: number; cm2: number }[]>("lot_id", db.raw("sum(width_mm * height_mm) / 100 AS cm2"));
  return new Map(rows.map((r) => [r.lot_id, r.cm2]));
}

/** What jobs used of one lot, by the tag of the machine, newest first; uses of one job on one day stand together. */
export async function usesOfLot(db: Knex, lotId: number, most: number): Promise<LotUse[]> {
  return db.raw<LotUse[]>(
    `WITH ${SPANS}, uses (job_id, at, amount) AS (
       SELECT job_id, substr(at, 1, 10), amount FROM bookings WHERE lot_id = :lotId AND undone_at IS NULL
       UNION ALL
       SELECT c.job_id, c.on_day, c.amount FROM span s
         JOIN cleanings c ON c.kind = s.kind AND c.on_day >= s.since AND c.on_day < s.until WHERE s.lot_id = :lotId
       UNION ALL
       SELECT k.job_id, substr(k.at, 1, 10), s.used_cm2 FROM sheets s JOIN cuttings k ON k.id = s.used_by
         WHERE s.lot_id = :lotId AND k.undone_at IS NULL)
     SELECT m.tag AS job, u.at, sum(u.amount) AS amount FROM uses u
       JOIN jobs j ON j.id = u.job_id JOIN machines m ON m.id = j.machine_id
       GROUP BY u.job_id, u.at ORDER BY u.at DESC, u.job_id DESC LIMIT :most`,
    { lotId, most },
  );
}

/** Lots booked to jobs or cut for them, by job: "name, lot number". */
export async function fittedIn(db: Knex, jobIds: readonly number[]): Promise<Map<number, string[]>> {
  if (jobIds.length === 0) return new Map();
  const marks = jobIds.map(() => "?").join();
  const rows = await db.raw<{ job_id: number; name: string; lot: string }[]>(
    `SELECT DISTINCT u.job_id, l.name, l.lot FROM (
       SELECT job_id, lot_id FROM bookings WHERE job_id IN (${marks}) AND undone_at IS NULL
       UNION
       SELECT k.job_id, s.lot_id FROM cuttings k JOIN sheets s ON s.used_by = k.id
         WHERE k.job_id IN (${marks}) AND k.undone_at IS NULL) u
     JOIN lots l ON l.id = u.lot_id ORDER BY u.job_id, l.id`,
    [...jobIds, ...jobIds],
  );
  const out = new Map<number, string[]>();
  for (const r of rows) out.set(r.job_id, [...(out.get(r.job_id) ?? []), r.lot ? `${r.name}, lot ${r.lot}` : r.name]);
  return out;
}
