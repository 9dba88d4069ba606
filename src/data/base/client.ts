import type { Database, Statement } from "better-sqlite3";
import type { Knex } from "knex";
import { LRUCache } from "lru-cache";
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

/** After so long of reading, what waits elsewhere has its turn, ms. */
const READING_MS = 4;

/** As it was when the program began: a test may stop the clocks. */
const inTurn = setImmediate;
let turnedMs = 0;

/**
 * SQLite answers on this very thread, so that a page of twenty questions would hold it from the first to the last: a
 * step that comes meanwhile waits for one question, not for a page.
 */
async function letOthersIn(): Promise<void> {
  if (performance.now() - turnedMs < READING_MS) return;
  await new Promise<void>((go) => inTurn(go));
  turnedMs = performance.now();
}

/** So many statements of a connection are kept as SQLite compiled them: as many as pages and writes ask. */
const MOST_STATEMENTS = 400;
/** What reads or writes rows alone: pragmas may act when they are compiled. */
const OF_ROWS = /^\s*(select|insert|update|delete|with)\b/i;

/** Compiles each statement once for a connection: SQLite itself compiles it anew where the schema has changed. */
export function compiledOnce(connection: Pick<Database, "prepare">): void {
  const compile = connection.prepare.bind(connection) as (sql: string) => Statement;
  const known = new LRUCache<string, Statement>({ max: MOST_STATEMENTS });
  const prepare = (sql: string): Statement => {
    if (!OF_ROWS.test(sql)) return compile(sql);
    const kept = known.get(sql);
    // one that is being read row by row is not to be asked again meanwhile
    if (kept && !kept.busy) return kept;
    const made = compile(sql);
    known.set(sql, made);
    return made;
  };
  connection.prepare = prepare as typeof connection.prepare;
}

/**
 * Knex's client for SQLite, but for how it begins a transaction, for what else has its turn meanwhile, and that
 * statements are compiled once.
 */
export class WorkshopClient extends Client {
  override async acquireRawConnection(): Promise<unknown> {
    const connection = (await super.acquireRawConnection()) as Database;
    compiledOnce(connection);
    return connection;
  }

  override async acquireConnection(): Promise<unknown> {
    await letOthersIn();
    return super.acquireConnection();
  }

  override transaction(...args: unknown[]): Knex.Transaction {
    return new ImmediateTransaction(this, ...args) as unknown as Knex.Transaction;
  }
}
