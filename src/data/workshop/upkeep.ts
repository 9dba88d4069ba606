import type { Knex } from "knex";
import { usualRules, type UpkeepRules } from "../../core/workshop/upkeep";
import { readKept, writeKept } from "../base/kept";

const KEY = "upkeep";

/** The workshop's rules for the next service; ours where it set none. */
export async function findRules(db: Knex): Promise<UpkeepRules> {
  const own = (await readKept<Partial<UpkeepRules>>(db, "settings", KEY)) ?? {};
  return { ...usualRules, ...own, months: { ...usualRules.months, ...own.months } };
}

export const setRules = (db: Knex, rules: UpkeepRules): Promise<void> => writeKept(db, "settings", KEY, rules);
