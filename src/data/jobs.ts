import type { Knex } from "knex";

export interface Job {
  id: number;
  machineId: number;
  complaint: string;
  openedAt: string;
  closedAt: string | null;
  closingNote: string;
}

interface JobRow {
  id: number;
  machine_id: number;
  complaint: string;
  opened_at: string;
  closed_at: string | null;
  closing_note: string;
}

const fromRow = (r: JobRow): Job => ({
  id: r.id,
  machineId: r.machine_id,
  complaint: r.complaint,
  openedAt: r.opened_at,
  closedAt: r.closed_at,
  closingNote: r.closing_note,
});

export async function listJobs(db: Knex, where: { machineId?: number; open?: boolean } = {}): Promise<Job[]> {
  const query = db<JobRow>("jobs").orderBy("opened_at", "desc").orderBy("id", "desc");
  if (where.machineId !== undefined) void query.where({ machine_id: where.machineId });
  if (where.open !== undefined) void (where.open ? query.whereNull("closed_at") : query.whereNotNull("closed_at"));
  return (await query).map(fromRow);
}

/** Jobs of some machines that were opened up to a time, newest first. */
export async function jobsBefore(db: Knex, machineIds: readonly number[], openedAt: string): Promise<Job[]> {
  const query = db<JobRow>("jobs")
    .whereIn("machine_id", [...machineIds])
    .andWhere("opened_at", "<=", openedAt);
  return (await query.orderBy("opened_at", "desc").orderBy("id", "desc")).map(fromRow);
}

export async function findJob(db: Knex, id: number): Promise<Job | null> {
  const row = await db<JobRow>("jobs").where({ id }).first();
  return row ? fromRow(row) : null;
}

export async function addJob(db: Knex, machineId: number, complaint: string, now: string): Promise<number> {
  const [row] = await db("jobs")
    .insert({ machine_id: machineId, complaint, opened_at: now })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

export async function closeJob(db: Knex, id: number, note: string, now: string): Promise<void> {
  await db("jobs").where({ id }).update({ closed_at: now, closing_note: note });
}

export async function reopenJob(db: Knex, id: number): Promise<void> {
  await db("jobs").where({ id }).update({ closed_at: null });
}
