import { Readable } from "node:stream";
import { csvCell } from "../../core/drawing/codec";
import { database } from "../../data/base/connection";
import { summariesMade } from "../job/summaryMaker";

/** A table anybody may take out: its query, a page at a time by its number. */
interface Table {
  columns: readonly string[];
  /** SELECT of its rows with an id greater than :after, in its order, :most of them. */
  sql: string;
}

export const TABLES: Readonly<Record<string, Table>> = {
  machines: {
    columns: [
      "tag",
      "model",
      "variant",
      "place",
      "environment",
      "form",
      "limit",
      "used",
      "bought",
      "due",
      "due by",
      "why",
      "known since",
    ],
    sql: `SELECT id, tag, model, variant, place, environment, form, limit_c, used, bought, due_on, due_by,
              due_why, created_at
            FROM machines WHERE id > :after ORDER BY id LIMIT :most`,
  },
  jobs: {
    columns: ["job", "tag", "complaint", "opened", "closed", "closing note", "verdict", "found"],
    sql: `SELECT j.id, j.id AS job, m.tag, j.complaint, j.opened_at, j.closed_at, j.closing_note,
            json_extract(nullif(s.told_json, ''), '$.verdict.fact'), json_extract(nullif(s.told_json, ''), '$.found')
            FROM jobs j JOIN machines m ON m.id = j.machine_id LEFT JOIN stands s ON s.job_id = j.id
           WHERE j.id > :after ORDER BY j.id LIMIT :most`,
  },
  runs: {
    columns: [
      "run",
      "job",
      "tag",
      "kind",
      "log",
      "taken in",
      "rows",
      "step s",
      "highest °C",
      "load on s",
      "load off s",
      "replaced",
    ],
    sql: `SELECT r.id, r.id AS run, r.job_id, m.tag, r.kind, r.source_name, r.created_at, r.rows, r.step_s, r.peak_c,
            r.load_on_s, r.load_off_s, r.replaced_at
            FROM runs r JOIN jobs j ON j.id = r.job_id JOIN machines m ON m.id = j.machine_id
           WHERE r.id > :after ORDER BY r.id LIMIT :most`,
  },
  journal: {
    columns: ["job", "tag", "came in", "stage", "step", "act", "value", "reason", "who"],
    sql: `SELECT e.rowid AS id, e.job_id, m.tag, e.received_at, e.stage, e.step, e.act, e.value, e.reason, e.who
            FROM journal e JOIN jobs j ON j.id = e.job_id JOIN machines m ON m.id = j.machine_id
           WHERE e.rowid > :after ORDER BY e.rowid LIMIT :most`,
  },
  dues: {
    columns: ["tag", "at", "what", "due", "by", "why", "was"],
    sql: `SELECT d.id, m.tag, d.at, d.what, d.due_on, d.by, d.why, d.was_on
            FROM dues d JOIN machines m ON m.id = d.machine_id WHERE d.id > :after ORDER BY d.id LIMIT :most`,
  },
  lots: {
    columns: ["lot", "kind", "name", "mark", "amount", "price", "bought", "opened", "best before", "put away"],
    sql: `SELECT id, id AS lot, kind, name, lot AS mark, amount, price, bought_on, opened_on, best_before, retired_at
            FROM lots WHERE id > :after ORDER BY id LIMIT :most`,
  },
  bookings: {
    columns: ["job", "tag", "lot", "name", "what", "amount", "at", "given back"],
    sql: `SELECT b.id, b.job_id, m.tag, l.lot, l.name, b.what, b.amount, b.at, b.undone_at
            FROM bookings b JOIN lots l ON l.id = b.lot_id JOIN jobs j ON j.id = b.job_id
            JOIN machines m ON m.id = j.machine_id WHERE b.id > :after ORDER BY b.id LIMIT :most`,
  },
};

/** A table waits so long for what jobs came to just now, ms. */
const LONGEST_WAIT_MS = 30_000;
/** Rows read at once while a table is written. */
const PAGE = 2_000;

/** A table as CSV, a page at a time however long it is; formulas are defused. */
export async function* tableRows(name: string): AsyncGenerator<string> {
  const table = TABLES[name];
  if (!table) return;
  const line = (cells: readonly unknown[]) =>
    `${cells.map((c) => csvCell(typeof c === "string" ? c : typeof c === "number" ? String(c) : "")).join(",")}\r\n`;
  yield `\ufeff${line(table.columns)}`;
  const db = await database();
  // what a job came to is told as it stands now
  if (name === "jobs") await summariesMade([], LONGEST_WAIT_MS);
  let after = 0;
  for (;;) {
    const rows = await db.raw<Record<string, unknown>[]>(table.sql, { after, most: PAGE });
    if (rows.length === 0) return;
    yield rows.map((r) => line(Object.values(r).slice(1))).join("");
    after = Number(Object.values(rows.at(-1) ?? {})[0]);
  }
}

/** The same as a stream of bytes; null where there is no such table. */
export const tableStream = (name: string): ReadableStream<Uint8Array> | null =>
  Object.hasOwn(TABLES, name)
    ? (Readable.toWeb(
        Readable.from(tableRows(name)).map((s: string) => Buffer.from(s, "utf8")),
      ) as ReadableStream<Uint8Array>)
    : null;
