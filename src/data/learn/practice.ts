import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import type { Press } from "../../core/learn/practice";
import type { FaultKind } from "../../core/learn/suspects";

/** One try of a mystery machine. */
export interface PracticeTry {
  id: number;
  learner: string;
  /** Which try of this learner it is, from 1. */
  number: number;
  code: string;
  presses: Press[];
  /** What was said to be wrong; null while nothing was. */
  named: FaultKind[] | null;
  startedAt: string;
  namedAt: string | null;
}

interface TryRow {
  id: number;
  learner: string;
  number: number;
  code: string;
  presses_json: string;
  named_json: string | null;
  started_at: string;
  named_at: string | null;
}

const tryOf = (r: TryRow): PracticeTry => ({
  id: r.id,
  learner: r.learner,
  number: r.number,
  code: r.code,
  presses: storedJson<Press[]>(r.presses_json, [], `try ${r.id}`),
  named: storedJson<FaultKind[] | null>(r.named_json, null, `what was named in try ${r.id}`),
  startedAt: r.started_at,
  namedAt: r.named_at,
});

/** Begins a try; its number follows the learner's last. */
export async function insertTry(
  db: Knex,
  { learner, code, presses }: Pick<PracticeTry, "learner" | "code" | "presses">,
): Promise<number> {
  const last = await db("practice_tries").where({ learner }).max<{ n: number | null }[]>({ n: "number" });
  const [id] = await db("practice_tries").insert({
    learner,
    code,
    number: (last[0]?.n ?? 0) + 1,
    presses_json: JSON.stringify(presses),
    started_at: new Date().toISOString(),
  });
  return id ?? 0;
}

export async function findTry(db: Knex, id: number): Promise<PracticeTry | null> {
  const row = await db("practice_tries").where({ id }).first<TryRow | undefined>();
  return row ? tryOf(row) : null;
}

export async function setPresses(db: Knex, id: number, presses: readonly Press[]): Promise<void> {
  await db("practice_tries")
    .where({ id })
    .update({ presses_json: JSON.stringify(presses) });
}

export async function setNamed(db: Knex, id: number, named: readonly FaultKind[]): Promise<void> {
  await db("practice_tries")
    .where({ id })
    .update({ named_json: JSON.stringify(named), named_at: new Date().toISOString() });
}

/** The last tries of a learner, the newest first. */
export async function triesOf(db: Knex, learner: string, most: number): Promise<PracticeTry[]> {
  const rows = await db("practice_tries").where({ learner }).orderBy("number", "desc").limit(most).select<TryRow[]>();
  return rows.map(tryOf);
}

/** A learner, how many machines they tried, and when last. */
export interface Learner {
  learner: string;
  tries: number;
  lastAt: string;
}

export const findLearners = (db: Knex, most: number): Promise<Learner[]> =>
  db("practice_tries")
    .groupBy("learner")
    .orderBy("lastAt", "desc")
    .limit(most)
    .select<Learner[]>("learner", db.raw("count(*) AS tries"), db.raw("max(started_at) AS lastAt"));

/** A case a teacher made. */
export interface TaughtCase {
  code: string;
  title: string;
  /** What the owner says, in the teacher's words; "" for ours. */
  complaint: string;
  who: string;
  createdAt: string;
}

interface CaseRow {
  code: string;
  title: string;
  complaint: string;
  who: string;
  created_at: string;
}

const caseFrom = (r: CaseRow): TaughtCase => ({
  code: r.code,
  title: r.title,
  complaint: r.complaint,
  who: r.who,
  createdAt: r.created_at,
});

export async function taughtCases(db: Knex, most: number): Promise<TaughtCase[]> {
  const rows = await db("practice_cases")
    .whereNull("removed_at")
    .orderBy("created_at", "desc")
    .limit(most)
    .select<CaseRow[]>();
  return rows.map(caseFrom);
}

/** The case of a code, also one that was taken from the list: tries of it go on. */
export async function findTaught(db: Knex, code: string): Promise<TaughtCase | null> {
  const row = await db("practice_cases").where({ code }).first<CaseRow | undefined>();
  return row ? caseFrom(row) : null;
}

/** Keeps a case under its code; one that was taken away stands again. */
export async function saveTaught(db: Knex, c: Omit<TaughtCase, "createdAt">): Promise<void> {
  const row = { title: c.title, complaint: c.complaint, who: c.who, removed_at: null };
  await db("practice_cases")
    .insert({ code: c.code, ...row, created_at: new Date().toISOString() })
    .onConflict("code")
    .merge(row);
}

/** Takes a case from the list; whether it was there. */
export const removeTaught = async (db: Knex, code: string): Promise<boolean> =>
  (await db("practice_cases")
    .where({ code })
    .whereNull("removed_at")
    .update({ removed_at: new Date().toISOString() })) > 0;

/** Puts a case back on the list; whether it had been taken away. */
export const putBackTaught = async (db: Knex, code: string): Promise<boolean> =>
  (await db("practice_cases").where({ code }).whereNotNull("removed_at").update({ removed_at: null })) > 0;
