import type { Knex } from "knex";
import { usualWorkshop, type Workshop } from "../core/job";

const KEY = "workshop";

/** What the workshop says of itself; ours where it said nothing. */
export async function findWorkshop(db: Knex): Promise<Workshop> {
  const row = await db("settings").where({ key: KEY }).first<{ value_json: string } | undefined>();
  return { ...usualWorkshop, ...(row ? (JSON.parse(row.value_json) as Partial<Workshop>) : {}) };
}

export async function setWorkshop(db: Knex, workshop: Workshop): Promise<void> {
  await db("settings")
    .insert({ key: KEY, value_json: JSON.stringify(workshop) })
    .onConflict("key")
    .merge();
}
