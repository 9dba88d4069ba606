import type { Knex } from "knex";

/** What is kept under a name: what the workshop sets, and what the program keeps for itself. */
export type SettingsTable = "settings" | "keeping";

/** What is kept under a name; null where nothing is. */
export async function readSetting<T>(db: Knex, table: SettingsTable, key: string): Promise<T | null> {
  const row = await db(table).where({ key }).first<{ value_json: string } | undefined>();
  return row ? (JSON.parse(row.value_json) as T) : null;
}

export async function writeSetting(db: Knex, table: SettingsTable, key: string, value: unknown): Promise<void> {
  await db(table)
    .insert({ key, value_json: JSON.stringify(value) })
    .onConflict("key")
    .merge();
}

export async function dropSetting(db: Knex, table: SettingsTable, key: string): Promise<void> {
  await db(table).where({ key }).delete();
}
