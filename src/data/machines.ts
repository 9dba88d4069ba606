import type { Knex } from "knex";
import type { Machine } from "../core/job";
import { isDay } from "../core/upkeep";

export type NewMachine = Pick<Machine, "tag" | "model" | "variant" | "place" | "environment" | "form" | "limitC">;

type MachineRow = Pick<Machine, "id" | "tag" | "model" | "variant" | "place" | "environment" | "form"> & {
  limit_c: number | null;
  due_on: string | null;
  due_why: string;
  created_at: string;
};

const fromRow = (r: MachineRow): Machine => ({
  id: r.id,
  tag: r.tag,
  model: r.model,
  variant: r.variant,
  place: r.place,
  environment: r.environment,
  form: r.form,
  limitC: r.limit_c,
  // whatever is stored, only a day of the calendar is one
  dueOn: isDay(r.due_on) ? r.due_on : null,
  dueWhy: r.due_why,
  createdAt: r.created_at,
});

export async function listMachines(db: Knex): Promise<Machine[]> {
  return (await db<MachineRow>("machines").orderBy("tag")).map(fromRow);
}

/** Machines of one model and variant. */
export async function machinesOfModel(db: Knex, of: Pick<Machine, "model" | "variant">): Promise<Machine[]> {
  return (await db<MachineRow>("machines").where({ model: of.model, variant: of.variant })).map(fromRow);
}

export async function findMachine(db: Knex, id: number): Promise<Machine | null> {
  const row = await db<MachineRow>("machines").where({ id }).first();
  return row ? fromRow(row) : null;
}

export async function machineByTag(db: Knex, tag: string): Promise<Machine | null> {
  const row = await db<MachineRow>("machines").whereRaw("lower(tag) = lower(?)", [tag]).first();
  return row ? fromRow(row) : null;
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
      created_at: now,
    })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

export async function setDue(db: Knex, id: number, dueOn: string | null, why: string): Promise<void> {
  await db("machines").where({ id }).update({ due_on: dueOn, due_why: why });
}
