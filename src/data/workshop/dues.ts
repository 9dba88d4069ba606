import type { Knex } from "knex";
import type { Machine } from "../../core/workshop/job";
import type { DueBy } from "../../core/workshop/upkeep";
import { machineFromRow, type MachineRow } from "./machines";

/** What happened to a machine's date. */
export const DUE_ACTS = ["set", "moved", "snoozed", "done", "taken away"] as const;
export type DueAct = (typeof DUE_ACTS)[number];

/** One line of the history of a machine's dates. */
export interface DueLine {
  at: string;
  what: DueAct;
  dueOn: string | null;
  by: DueBy | "";
  why: string;
  /** The date it took the place of. */
  wasOn: string | null;
}

interface Row {
  id: number;
  machine_id: number;
  at: string;
  what: DueAct;
  due_on: string | null;
  by: DueBy | "";
  why: string;
  was_on: string | null;
}

/** Sets a machine's next date, and keeps what it was due to. */
export async function setDue(
  db: Knex,
  id: number,
  to: { dueOn: string | null; why: string; by: DueBy; what?: DueAct },
  now = new Date().toISOString(),
): Promise<void> {
  const was = await db<MachineRow>("machines").where({ id }).first("due_on", "due_why", "due_by");
  const by = to.dueOn === null ? "" : to.by;
  if (was?.due_on === to.dueOn && was.due_why === to.why && was.due_by === by) return;
  await db("machines").where({ id }).update({ due_on: to.dueOn, due_why: to.why, due_by: by });
  await db("dues").insert({
    machine_id: id,
    at: now,
    what: to.dueOn === null ? "taken away" : (to.what ?? "set"),
    due_on: to.dueOn,
    by,
    why: to.why,
    was_on: was?.due_on ?? null,
  });
}

/** What a machine was due to, newest first. */
export async function duesOf(db: Knex, machineId: number, most: number): Promise<DueLine[]> {
  const rows = await db<Row>("dues").where({ machine_id: machineId }).orderBy("id", "desc").limit(most);
  return rows.map((r) => ({ at: r.at, what: r.what, dueOn: r.due_on, by: r.by, why: r.why, wasOn: r.was_on }));
}

/** Machines whose date moves by itself, so many from an id on. */
export async function dueByThemselves(db: Knex, after: number, most: number): Promise<Machine[]> {
  const rows = await db<MachineRow>("machines")
    .whereIn("due_by", ["drift", "rule"])
    .andWhere("id", ">", after)
    .orderBy("id")
    .limit(most);
  return rows.map(machineFromRow);
}

/** Machines with a date in a span of days, the soonest first, a page of them. */
export async function dueBetween(
  db: Knex,
  days: { from: string | null; to: string },
  page: { from: number; most: number },
): Promise<{ machine: Machine; openJobId: number | null }[]> {
  const rows = await db<MachineRow & { open_job_id: number | null }>("machines")
    .whereBetween("due_on", [days.from ?? "2000-01-01", days.to])
    .orderBy("due_on")
    .orderBy("id")
    .limit(page.most)
    .offset(page.from);
  return rows.map((r) => ({ machine: machineFromRow(r), openJobId: r.open_job_id }));
}
