import type { Knex } from "knex";
import type { RackWay } from "../../core/workshop/job";
import { readSetting, writeSetting } from "../base/settingsStore";

/** A way of seeing the rack that was kept. */
export interface SavedFilter {
  word: string;
  way: RackWay;
}

const KEY = "filters";

export const findFilters = async (db: Knex): Promise<SavedFilter[]> =>
  (await readSetting<SavedFilter[]>(db, "keeping", KEY)) ?? [];

export const setFilters = (db: Knex, filters: readonly SavedFilter[]): Promise<void> =>
  writeSetting(db, "keeping", KEY, filters);
