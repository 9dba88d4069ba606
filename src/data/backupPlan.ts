import type { Knex } from "knex";
import { usualPlan, type BackupPlan, type BackupState } from "../core/keeping";

const PLAN = "backup-plan";
const STATE = "backup-state";

async function read<T>(db: Knex, key: string): Promise<Partial<T>> {
  const row = await db("keeping").where({ key }).first<{ value_json: string } | undefined>();
  return row ? (JSON.parse(row.value_json) as Partial<T>) : {};
}

const write = async (db: Knex, key: string, value: unknown): Promise<void> => {
  await db("keeping")
    .insert({ key, value_json: JSON.stringify(value) })
    .onConflict("key")
    .merge();
};

export const findPlan = async (db: Knex): Promise<BackupPlan> => ({
  ...usualPlan,
  ...(await read<BackupPlan>(db, PLAN)),
});

export const setPlan = (db: Knex, plan: BackupPlan): Promise<void> => write(db, PLAN, plan);

export const findState = async (db: Knex): Promise<BackupState> => ({
  good: null,
  trouble: null,
  ...(await read<BackupState>(db, STATE)),
});

export const setState = (db: Knex, state: BackupState): Promise<void> => write(db, STATE, state);

/** When this database was begun; null where nothing says. */
export async function begunAt(db: Knex): Promise<string | null> {
  const row = await db("knex_migrations").min<{ at: number | string | null }[]>("migration_time as at");
  const at = row[0]?.at ?? null;
  return at === null ? null : new Date(at).toISOString();
}
