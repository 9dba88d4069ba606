import type { Knex } from "knex";
import type { Missed } from "../../core/workshop/trust";

/** Wrong PINs are kept so long, ms: their count looks back a day, their owner may be away for weeks. */
const KEPT_MS = 60 * 86_400_000;

interface MissRow {
  at_ms: number;
  bench_id: number | null;
  name: string | null;
}

/** Writes a wrong PIN down; those of long ago go. */
export async function addMiss(
  db: Knex,
  miss: { personId: number; benchId: number | null; atMs: number },
): Promise<void> {
  await db("pin_misses").insert({ person_id: miss.personId, bench_id: miss.benchId, at_ms: miss.atMs });
  await db("pin_misses")
    .where("at_ms", "<", miss.atMs - KEPT_MS)
    .delete();
}

/** How many wrong ones a tag or a bench had since a moment. */
export async function missesSince(
  db: Knex,
  of: { personId: number } | { benchId: number },
  sinceMs: number,
): Promise<number> {
  const where = "personId" in of ? { person_id: of.personId } : { bench_id: of.benchId };
  const row = await db("pin_misses").where(where).where("at_ms", ">", sinceMs).count<{ n: number }[]>("id as n");
  return row[0]?.n ?? 0;
}

/** One or two wrong ones at the same bench, so shortly before the right one, are a slip of the same hand. ms */
const SLIP_MS = 120_000;
const SLIPS = 2;

/** Wrong ones nobody told the tag's owner of yet, told by this; null where there are none but a slip just now. */
export async function takeMissed(
  db: Knex,
  personId: number,
  now: { benchId: number | null; ms: number },
): Promise<Missed | null> {
  const rows = await db("pin_misses as m")
    .leftJoin("benches as b", "b.id", "m.bench_id")
    .where({ person_id: personId, shown: false })
    .orderBy("m.id", "desc")
    .select<MissRow[]>("m.at_ms", "m.bench_id", "b.name");
  const [last] = rows;
  if (!last) return null;
  await db("pin_misses").where({ person_id: personId, shown: false }).update({ shown: true });
  const slips = rows.every((r) => r.bench_id === now.benchId && now.ms - r.at_ms < SLIP_MS);
  if (slips && rows.length <= SLIPS) return null;
  return { count: rows.length, lastMs: last.at_ms, bench: last.name ?? "" };
}
