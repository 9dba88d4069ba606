import type { Knex } from "knex";
import type { OwnerLinkNow } from "../../core/record/jobfile";

/** A link as it is kept: what it opens, until when, and whether it was taken back. */
export interface OwnerLinkRecord extends OwnerLinkNow {
  jobUid: string;
  /** The signed revision it opens; 0 where the job was closed and not signed. */
  revision: number;
  closedAt: string;
  revokedAt: string | null;
}

interface Row {
  id: string;
  job_uid: string;
  revision: number;
  closed_at: string;
  made_at: string;
  made_by: string;
  ends_ms: number;
  revoked_at: string | null;
}

const fromRow = (r: Row): OwnerLinkRecord => ({
  id: r.id,
  jobUid: r.job_uid,
  revision: r.revision,
  closedAt: r.closed_at,
  madeAt: r.made_at,
  madeBy: r.made_by,
  endsMs: r.ends_ms,
  revokedAt: r.revoked_at,
});

export const addOwnerLink = (db: Knex, l: Omit<OwnerLinkRecord, "revokedAt">): Promise<unknown> =>
  db("owner_links").insert({
    id: l.id,
    job_uid: l.jobUid,
    revision: l.revision,
    closed_at: l.closedAt,
    made_at: l.madeAt,
    made_by: l.madeBy,
    ends_ms: l.endsMs,
  });

export async function findOwnerLink(db: Knex, id: string): Promise<OwnerLinkRecord | null> {
  const row = await db<Row>("owner_links").where({ id }).first();
  return row ? fromRow(row) : null;
}

/** Links of a job that are not over and were not taken back, the newest first. */
export async function ownerLinksOf(db: Knex, jobUid: string, nowMs: number): Promise<OwnerLinkRecord[]> {
  const rows = await db<Row>("owner_links")
    .where({ job_uid: jobUid })
    .whereNull("revoked_at")
    .where("ends_ms", ">", nowMs)
    .orderBy("made_at", "desc");
  return rows.map(fromRow);
}

/** Takes a link of a job back; how many there were. */
export const revokeOwnerLink = (db: Knex, of: { id: string; jobUid: string }): Promise<number> =>
  db("owner_links")
    .where({ id: of.id, job_uid: of.jobUid })
    .whereNull("revoked_at")
    .update({ revoked_at: new Date().toISOString() });

/** The name of a job that is the same in every Ovrant; null where there is no such job. */
export async function uidOfJob(db: Knex, jobId: number): Promise<string | null> {
  return (await db("jobs").where({ id: jobId }).first<{ uid: string } | undefined>("uid"))?.uid ?? null;
}
