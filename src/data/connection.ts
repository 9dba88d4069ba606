import { mkdirSync } from "node:fs";
import { dirname, resolve } from "node:path";
import knex, { type Knex } from "knex";
import { WorkshopClient } from "./client";
import { migrationSource } from "./migrations";

/** Where the database lives: OVRANT_DB, else var/ovrant.db below the working folder. */
export const databasePath = (): string => resolve(/* turbopackIgnore: true */ process.env.OVRANT_DB ?? "var/ovrant.db");

/** Opens the database, brings it up to date, and sets it so that what was acknowledged is on disk. */
export async function openDatabase(path = databasePath()): Promise<Knex> {
  if (path !== ":memory:") mkdirSync(dirname(path), { recursive: true });
  const db = knex({
    client: WorkshopClient,
    connection: { filename: path },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (raw: { pragma: (s: string) => unknown }, done: (e: Error | null, c: unknown) => void) => {
        raw.pragma("journal_mode = WAL");
        raw.pragma("synchronous = FULL");
        raw.pragma("foreign_keys = ON");
        // waiting here would hold the thread: a transaction asks again by itself
        raw.pragma("busy_timeout = 40");
        done(null, raw);
      },
    },
  });
  try {
    // all in one: a process that is killed half way leaves no lock, and of two that start at once one waits
    await db.transaction(async (tx) => {
      // nobody else migrates while this transaction is open: a lock that stands was left by a process that was killed
      await tx.migrate.forceFreeMigrationsLock({ migrationSource });
      await tx.migrate.latest({ migrationSource });
    });
  } catch (e) {
    await db.destroy();
    throw e;
  }
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
