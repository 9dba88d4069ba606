import { accessSync, constants, mkdirSync } from "node:fs";
import { dirname, resolve } from "node:path";
import knex, { type Knex } from "knex";
import type { Problem } from "../../core/base/result";
import { WorkshopClient } from "./client";
import { migrationSource } from "./migrations";
import { SUMS } from "./sums";
import { troubleOf } from "./trouble";
import { processWide } from "../../core/base/processWide";

/** Where the database lives: OVRANT_DB, else var/ovrant.db below the working folder, which is the demo's. */
export const databasePath = (): string => resolve(/* turbopackIgnore: true */ process.env.OVRANT_DB ?? "var/ovrant.db");

/** What is wrong with the database itself, where an error comes from that. */
export const databaseTrouble = (e: unknown): Problem | null => troubleOf(e, databasePath(), isReadOnly);

/** Whether a database stands there, and only may not be written to. */
function isReadOnly(path: string): boolean {
  try {
    accessSync(path, constants.F_OK);
  } catch {
    return false;
  }
  try {
    for (const place of [path, dirname(path)]) accessSync(place, constants.W_OK);
    return false;
  } catch {
    return true;
  }
}

interface Handle {
  pragma(setting: string): unknown;
  close(): void;
}
const handles = new Set<Handle>();

const SETTINGS = [
  "journal_mode = WAL",
  "synchronous = FULL",
  "foreign_keys = ON",
  // what is taken out is overwritten: a photo that is gone stands in no free page
  "secure_delete = ON",
  // waiting here would hold the thread: a transaction asks again by itself
  "busy_timeout = 40",
];

/**
 * Takes what stands in the journal file over into the database, and closes it: for the very end of a process. What was
 * acknowledged is on disk without it; a copy of the one file alone is whole after it.
 */
export function closeDatabases(): void {
  for (const raw of handles) {
    try {
      raw.pragma("wal_checkpoint(TRUNCATE)");
      raw.close();
    } catch {
      // a write under way ends with the process: it was not acknowledged
    }
  }
  handles.clear();
}

/** Opens the database, brings it up to date, and sets it so that what was acknowledged is on disk. */
export async function openDatabase(path = databasePath()): Promise<Knex> {
  if (path !== ":memory:") mkdirSync(dirname(path), { recursive: true });
  const db = knex({
    client: WorkshopClient,
    connection: { filename: path },
    useNullAsDefault: true,
    // a query that fails is told without its values: they may be hashes of PINs, or a customer's words
    compileSqlOnError: false,
    // what fails is told by who asked
    log: { error: () => undefined, warn: () => undefined },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (raw: Handle, done: (e: Error | null, c: unknown) => void) => {
        try {
          for (const setting of SETTINGS) raw.pragma(setting);
          handles.add(raw);
          done(null, raw);
        } catch (e) {
          // nobody else knows of it: left open, every page that is asked for would leak one
          raw.close();
          done(e as Error, raw);
        }
      },
    },
  });
  try {
    // all in one: a process that is killed half way leaves no lock, and of two that start at once one waits
    await db.transaction(async (tx) => {
      // nobody else migrates while this transaction is open: a lock that stands was left by a process that was killed
      await tx.migrate.forceFreeMigrationsLock({ migrationSource });
      await tx.migrate.latest({ migrationSource });
      // a back-up that was put here by hand: its hashes are of what it was, not of what is written from now on
      await tx.schema.dropTableIfExists(SUMS);
    });
  } catch (e) {
    await db.destroy();
    throw e;
  }
  return db;
}

const opened = processWide<Promise<Knex>>("database");

/** The one connection of this process, opened on first use. */
export function database(): Promise<Knex> {
  return opened.orMake(() =>
    openDatabase().catch((e: unknown) => {
      opened.clear();
      throw e;
    }),
  );
}
