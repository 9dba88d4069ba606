import type { Knex } from "knex";
import type { AuditLine, BenchNow, Role, Slowed } from "../../core/workshop/trust";

/** Somebody who signs in by a tag and a PIN. */
export interface Person extends Slowed {
  id: number;
  initials: string;
  role: Role;
  pinHash: string;
  epoch: number;
}

interface PersonRow {
  id: number;
  initials: string;
  role: Role;
  pin_hash: string;
  epoch: number;
  wrong: number;
  rests_until_ms: number;
}

const personOf = (r: PersonRow): Person => ({
  id: r.id,
  initials: r.initials,
  role: r.role,
  pinHash: r.pin_hash,
  epoch: r.epoch,
  wrong: r.wrong,
  restsUntilMs: r.rests_until_ms,
});

/** Everybody who may sign in, by their initials. */
export async function findPeople(db: Knex): Promise<Person[]> {
  const rows = await db("people").whereNull("left_at").orderBy("initials").select<PersonRow[]>();
  return rows.map(personOf);
}

export async function findPerson(db: Knex, id: number): Promise<Person | null> {
  const row = await db("people").where({ id }).whereNull("left_at").first<PersonRow | undefined>();
  return row ? personOf(row) : null;
}

export async function insertPerson(db: Knex, p: Pick<Person, "initials" | "role" | "pinHash">): Promise<number> {
  const [id] = await db("people").insert({
    initials: p.initials,
    role: p.role,
    pin_hash: p.pinHash,
    created_at: new Date().toISOString(),
  });
  return id ?? 0;
}

/** Sets a role or a PIN; whoever is signed in is signed out by it. */
export async function changePerson(db: Knex, id: number, to: Partial<Pick<Person, "role" | "pinHash">>): Promise<void> {
  await db("people")
    .where({ id })
    .update({
      ...(to.role === undefined ? {} : { role: to.role }),
      ...(to.pinHash === undefined ? {} : { pin_hash: to.pinHash, wrong: 0, rests_until_ms: 0 }),
      epoch: db.raw("epoch + 1"),
    });
}

export const removePerson = (db: Knex, id: number): Promise<number> =>
  db("people")
    .where({ id })
    .update({ left_at: new Date().toISOString(), epoch: db.raw("epoch + 1") });

/** How far wrong answers slowed somebody or a bench. */
export const setSlowed = (db: Knex, table: "people" | "benches", id: number, s: Slowed): Promise<number> =>
  db(table).where({ id }).update({ wrong: s.wrong, rests_until_ms: s.restsUntilMs });

export interface Bench extends Slowed {
  id: number;
  name: string;
  /** Whatever was signed in here up to then is over. */
  closedMs: number;
}

interface BenchRow {
  id: number;
  name: string;
  wrong: number;
  rests_until_ms: number;
  joined_at: string;
  last_at: string;
  closed_ms: number;
}

export async function insertBench(db: Knex, name: string): Promise<number> {
  const now = new Date().toISOString();
  const [id] = await db("benches").insert({ name, joined_at: now, last_at: now });
  return id ?? 0;
}

/** What a session hangs on, in one look: null where its bench or its tag is gone. */
export async function isSessionValid(
  db: Knex,
  { benchId, personId }: { benchId: number; personId: number },
): Promise<{ epoch: number; closedMs: number } | null> {
  const row = await db("people as p")
    .join("benches as b", "b.id", db.raw("?", [benchId]))
    .where("p.id", personId)
    .whereNull("p.left_at")
    .whereNull("b.left_at")
    .first<{ epoch: number; closed_ms: number } | undefined>("p.epoch", "b.closed_ms");
  return row ? { epoch: row.epoch, closedMs: row.closed_ms } : null;
}

/** A bench that joined and was not sent away since. */
export async function findBench(db: Knex, id: number): Promise<Bench | null> {
  const row = await db("benches").where({ id }).whereNull("left_at").first<BenchRow | undefined>();
  if (!row) return null;
  const { name, wrong, rests_until_ms: restsUntilMs, closed_ms: closedMs } = row;
  return { id, name, wrong, restsUntilMs, closedMs };
}

export async function findBenches(db: Knex, most: number): Promise<BenchNow[]> {
  const rows = await db("benches").whereNull("left_at").orderBy("last_at", "desc").limit(most).select<BenchRow[]>();
  return rows.map((r) => ({ id: r.id, name: r.name, joinedAt: r.joined_at, lastAt: r.last_at }));
}

/** A bench that is gone needs the passphrase again; none given sends all away. */
export const sendBenchesAway = (db: Knex, id?: number): Promise<number> =>
  db("benches")
    .whereNull("left_at")
    .modify((q) => {
      if (id !== undefined) void q.where({ id });
    })
    .update({ left_at: new Date().toISOString() });

/** Ends whatever is signed in at a bench; never opens again what was ended before. */
export const closeBench = (db: Knex, id: number, ms: number): Promise<number> =>
  db("benches").where({ id }).where("closed_ms", "<", ms).update({ closed_ms: ms });

/** Puts a lock back that lies ahead of the clock. */
export const reopenBench = (db: Knex, id: number, ms: number): Promise<number> =>
  db("benches").where({ id }).update({ closed_ms: ms });

export const benchWasThere = (db: Knex, id: number): Promise<number> =>
  db("benches").where({ id }).update({ last_at: new Date().toISOString() });

export async function addAudit(db: Knex, line: Omit<AuditLine, "id" | "at">): Promise<void> {
  await db("audit").insert({ ...line, what: line.what.slice(0, 160), at: new Date().toISOString() });
}

/** Who did what, the newest first. */
export const auditLines = (db: Knex, most: number, before?: number): Promise<AuditLine[]> =>
  db("audit")
    .modify((q) => {
      if (before !== undefined) void q.where("id", "<", before);
    })
    .orderBy("id", "desc")
    .limit(most)
    .select<AuditLine[]>("id", "at", "who", "bench", "what");
