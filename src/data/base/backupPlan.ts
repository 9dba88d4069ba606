import type { Knex } from "knex";
import { usualPlan, type BackupPlan, type BackupState } from "../../core/workshop/keeping";
import { readSetting, writeSetting } from "./settingsStore";

const PLAN = "backup-plan";
const STATE = "backup-state";

export const findPlan = async (db: Knex): Promise<BackupPlan> => ({
  ...usualPlan,
  ...(await readSetting<Partial<BackupPlan>>(db, "keeping", PLAN)),
});

export const setPlan = (db: Knex, plan: BackupPlan): Promise<void> => writeSetting(db, "keeping", PLAN, plan);

export const findState = async (db: Knex): Promise<BackupState> => ({
  good: null,
  trouble: null,
  ...(await readSetting<Partial<BackupState>>(db, "keeping", STATE)),
});

export const setState = (db: Knex, state: BackupState): Promise<void> => writeSetting(db, "keeping", STATE, state);

/** When this database was begun; null where nothing says. */
export async function begunAt(db: Knex): Promise<string | null> {
  const row = await db("knex_migrations").min<{ at: number | string | null }[]>("migration_time as at");
  const at = row[0]?.at ?? null;
  return at === null ? null : new Date(at).toISOString();
}
