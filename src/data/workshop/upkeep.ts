import type { Knex } from "knex";
import { usualRules, type UpkeepRules } from "../../core/workshop/upkeep";
import { readSetting, writeSetting } from "../base/settingsStore";

const KEY = "upkeep";

/** The workshop's rules for the next service; ours where it set none. */
export async function findRules(db: Knex): Promise<UpkeepRules> {
  const own = (await readSetting<Partial<UpkeepRules>>(db, "settings", KEY)) ?? {};
  return { ...usualRules, ...own, months: { ...usualRules.months, ...own.months } };
}

export const setRules = (db: Knex, rules: UpkeepRules): Promise<void> => writeSetting(db, "settings", KEY, rules);
