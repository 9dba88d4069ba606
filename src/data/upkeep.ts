import type { Knex } from "knex";
import { usualRules, type UpkeepRules } from "../core/upkeep";

const KEY = "upkeep";

/** The workshop's rules for the next service; ours where it set none. */
export async function findRules(db: Knex): Promise<UpkeepRules> {
  const row = await db("settings").where({ key: KEY }).first<{ value_json: string } | undefined>();
  const own = row ? (JSON.parse(row.value_json) as Partial<UpkeepRules>) : {};
  return { ...usualRules, ...own, months: { ...usualRules.months, ...own.months } };
}

export async function setRules(db: Knex, rules: UpkeepRules): Promise<void> {
  await db("settings")
    .insert({ key: KEY, value_json: JSON.stringify(rules) })
    .onConflict("key")
    .merge();
}
