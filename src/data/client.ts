import type { Knex } from "knex";
import Client from "knex/lib/dialects/better-sqlite3/index.js";
import Transaction from "knex/lib/dialects/sqlite3/execution/sqlite-transaction.js";

/** How long a writer waits for its turn while another process writes, ms, and how often it asks. */
const TURN_MS = 15_000;
const ASK_MS = 20;

interface Raw {
  exec(sql: string): unknown;
}

/**
 * A transaction that takes the writer's place when it begins: what it reads holds until it has written. Knex begins
 * deferred ones, which fail at their first write where another process wrote meanwhile. A place that is taken is
 * asked for again and again without holding the thread.
 */
class ImmediateTransaction extends Transaction {
  async begin(raw: Raw): Promise<void> {
    const until = Date.now() + TURN_MS;
    for (;;) {
      try {
        raw.exec("BEGIN IMMEDIATE");
        return;
      } catch (e) {
        if (!isBusy(e) || Date.now() > until) throw e;
        await new Promise((again) => setTimeout(again, ASK_MS));
      }
    }
  }
}

const isBusy = (e: unknown): boolean =>
  e instanceof Error && "code" in e && typeof e.code === "string" && e.code.startsWith("SQLITE_BUSY");

/** Knex's client for SQLite, but for how it begins a transaction. */
export class WorkshopClient extends Client {
  override transaction(...args: unknown[]): Knex.Transaction {
    return new ImmediateTransaction(this, ...args) as unknown as Knex.Transaction;
  }
}
