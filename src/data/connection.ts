import { mkdirSync } from "node:fs";
import { dirname, resolve } from "node:path";
import knex, { type Knex } from "knex";
import { migrationSource } from "./migrations";

/** Where the database lives: OVRANT_DB, else var/ovrant.db below the working folder. */
export const databasePath = (): string => resolve(/* turbopackIgnore: true */ process.env.OVRANT_DB ?? "var/ovrant.db");

/** Opens the database, brings it up to date, and sets it so that what was acknowledged is on disk. */
export async function openDatabase(path = databasePath()): Promise<Knex> {
  if (path !== ":memory:") mkdirSync(dirname(path), { recursive: true });
  const db = knex({
    client: "better-sqlite3",
    connection: { filename: path },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (raw: { pragma: (s: string) => unknown }, done: (e: Error | null, c: unknown) => void) => {
        raw.pragma("journal_mode = WAL");
        raw.pragma("synchronous = FULL");
        raw.pragma("foreign_keys = ON");
        raw.pragma("busy_timeout = 5000");
        done(null, raw);
      },
    },
  });
  await db.migrate.latest({ migrationSource });
  return db;
}

const shared = globalThis as unknown as { ovrantDatabase?: Promise<Knex> };

/** The one connection of this process, opened on first use. */
export function database(): Promise<Knex> {
  shared.ovrantDatabase ??= openDatabase().catch((e: unknown) => {
    delete shared.ovrantDatabase;
    throw e;
  });
  return shared.ovrantDatabase;
}
