import type { Knex } from "knex";
import type { Machine } from "../../core/workshop/job";
import { isNamedBy, numbersOf } from "./erasure";

/** What stands of a machine outside its jobs: what became of its dates, and lines of the audit. */
export interface KnownOfMachine {
  dates: { at: string; what: string; due_on: string | null; by: string; why: string; was_on: string | null }[];
  audit: { at: string; who: string; bench: string; what: string }[];
}

/** Numbers of a machine's jobs, oldest first. */
export const jobsOfMachine = async (db: Knex, machineId: number): Promise<number[]> =>
  (await db("jobs").where({ machine_id: machineId }).orderBy("id").select<{ id: number }[]>("id")).map((r) => r.id);

export async function knownOfMachine(db: Knex, { id, tag }: Machine): Promise<KnownOfMachine> {
  const dates = await db("dues")
    .where({ machine_id: id })
    .orderBy("id")
    .select<KnownOfMachine["dates"]>("at", "what", "due_on", "by", "why", "was_on");
  const isNamed = isNamedBy(id, tag, await numbersOf(db, id));
  const audit = await db("audit").orderBy("id").select<KnownOfMachine["audit"]>("at", "who", "bench", "what");
  return { dates, audit: audit.filter((l) => isNamed(l.what)) };
}
