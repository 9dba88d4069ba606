import type { Knex } from "knex";
import type { Machine } from "../../core/workshop/job";
import { isDay } from "../../core/base/days";

export type NewMachine = Pick<Machine, "tag" | "model" | "variant" | "place" | "environment" | "form" | "limitC"> &
  Partial<Pick<Machine, "used" | "bought">>;

export type MachineRow = Pick<Machine, "id" | "tag" | "model" | "variant" | "place" | "environment" | "form"> & {
  limit_c: number | null;
  used: string;
  bought: string | null;
  due_on: string | null;
  due_why: string;
  due_by: string;
  created_at: string;
};

export const machineFromRow = (r: MachineRow): Machine => ({
  id: r.id,
  tag: r.tag,
  model: r.model,
  variant: r.variant,
  place: r.place,
  environment: r.environment,
  form: r.form,
  limitC: r.limit_c,
  used: r.used,
  bought: r.bought,
  // whatever is stored, only a day of the calendar is one
  dueOn: isDay(r.due_on) ? r.due_on : null,
  dueWhy: r.due_why,
  dueBy: r.due_by as Machine["dueBy"],
  createdAt: r.created_at,
});

/** Whether any machine is known. */
export const hasMachines = async (db: Knex): Promise<boolean> =>
  (await db<MachineRow>("machines").first("id")) !== undefined;

/** Machines due within some days, the soonest first, and how many there are. */
export async function dueMachines(
  db: Knex,
  days: { from: string | null; before: string | null },
  most: number,
): Promise<{ machines: Machine[]; count: number }> {
  // whatever is stored, only a day of this century is one
  const due = db<MachineRow>("machines").whereBetween("due_on", ["2000-01-01", "2099-12-31"]);
  if (days.from !== null) void due.where("due_on", ">=", days.from);
  if (days.before !== null) void due.where("due_on", "<", days.before);
  const rows = await due.clone().orderBy("due_on").orderBy("id").limit(most);
  const [all] = await due.clone().count<{ n: number }[]>("* as n");
  return { machines: rows.map(machineFromRow).filter((m) => m.dueOn !== null), count: all?.n ?? 0 };
}

/** Which of some tags machines have, in small letters. */
export async function tagsAmong(db: Knex, tags: readonly string[]): Promise<Set<string>> {
  const rows = await db.raw<{ tag: string }[]>(
    "SELECT m.tag FROM json_each(?) AS t JOIN machines m ON lower(m.tag) = lower(t.value)",
    [JSON.stringify(tags)],
  );
  return new Set(rows.map((r) => r.tag.toLowerCase()));
}

/** Models seen so far, the most frequent first. */
export async function modelsSeen(db: Knex, most: number): Promise<string[]> {
  const rows = await db("machines")
    .groupBy("model")
    .orderByRaw("count(*) DESC, model")
    .limit(most)
    .select<{ model: string }[]>("model");
  return rows.map((r) => r.model);
}

export async function findMachine(db: Knex, id: number): Promise<Machine | null> {
  const row = await db<MachineRow>("machines").where({ id }).first();
  return row ? machineFromRow(row) : null;
}

export async function machineByTag(db: Knex, tag: string): Promise<Machine | null> {
  const row = await db<MachineRow>("machines").whereRaw("lower(tag) = lower(?)", [tag]).first();
  return row ? machineFromRow(row) : null;
}

export async function addMachine(db: Knex, m: NewMachine, now: string): Promise<number> {
  const [row] = await db("machines")
    .insert({
      tag: m.tag,
      model: m.model,
      variant: m.variant,
      place: m.place,
      environment: m.environment,
      form: m.form,
      limit_c: m.limitC,
      used: m.used ?? "",
      bought: m.bought ?? null,
      created_at: now,
    })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

/** Changes what is known of a machine. */
export async function changeMachine(
  db: Knex,
  id: number,
  to: Omit<NewMachine, "tag"> & { tag: string },
): Promise<void> {
  await db("machines")
    .where({ id })
    .update({
      tag: to.tag,
      model: to.model,
      variant: to.variant,
      place: to.place,
      environment: to.environment,
      form: to.form,
      limit_c: to.limitC,
      used: to.used ?? "",
      bought: to.bought ?? null,
    });
}
