import type { Knex } from "knex";
import type { RackWay } from "../core/job";

/** A way of seeing the rack that was kept. */
export interface SavedFilter {
  word: string;
  way: RackWay;
}

const KEY = "filters";

export async function findFilters(db: Knex): Promise<SavedFilter[]> {
  const row = await db("keeping").where({ key: KEY }).first<{ value_json: string } | undefined>();
  return row ? (JSON.parse(row.value_json) as SavedFilter[]) : [];
}

export async function setFilters(db: Knex, filters: readonly SavedFilter[]): Promise<void> {
  await db("keeping")
    .insert({ key: KEY, value_json: JSON.stringify(filters) })
    .onConflict("key")
    .merge();
}
