import { gunzipSync } from "node:zlib";
import type Database from "better-sqlite3";
import type { BrokenKind } from "../../core/workshop/job";
import { sha256 } from "./pieceSum";

/** Where pieces are kept: logs, readings, photos, signed documents. Each has its hash in a column beside it. */
export interface Place {
  table: string;
  column: string;
  /** What one is called. */
  name: BrokenKind;
  /** By what a row is the same row in another copy. */
  key: readonly string[];
  /** Whether a piece without a hash is whole by itself. */
  isWhole: (piece: Buffer, own: string | null) => boolean;
  /** A hash of what is in the piece, kept with the fact since before pieces had theirs. */
  own: string;
}

const unpacks = (piece: Buffer, own: string | null): boolean => {
  try {
    const text = gunzipSync(piece);
    return own === null || sha256(text) === own;
  } catch {
    return false;
  }
};

/** A JPEG begins and ends as one. */
const isPicture = (b: Buffer): boolean =>
  b.length > 4 && b.readUInt16BE(0) === 0xffd8 && b.readUInt16BE(b.length - 2) === 0xffd9;

export const PLACES: readonly Place[] = [
  {
    table: "run_files",
    column: "gzip",
    name: "log",
    key: ["run_id"],
    isWhole: unpacks,
    own: "(SELECT source_sha256 FROM runs WHERE runs.id = run_files.run_id)",
  },
  { table: "run_channels", column: "block", name: "readings", key: ["run_id", "key"], isWhole: unpacks, own: "NULL" },
  { table: "photo_files", column: "image", name: "photo", key: ["photo_id"], isWhole: isPicture, own: "NULL" },
  {
    table: "photo_files",
    column: "thumbnail",
    name: "small photo",
    key: ["photo_id"],
    isWhole: isPicture,
    own: "NULL",
  },
  { table: "signoffs", column: "document_gzip", name: "signed document", key: ["id"], isWhole: unpacks, own: "sha256" },
];

/** A piece that is not what it was. */
export interface BrokenPiece {
  place: Place;
  row: number;
  /** Its hash as it was; null where it is known by itself alone. */
  sum: string | null;
  own: string | null;
}

interface Row {
  row: number;
  piece: Buffer;
  sum: string | null;
  own: string | null;
}

/** Whether a database has a column: those of earlier forms have not all. */
const hasColumn = (db: Database.Database, table: string, column: string): boolean =>
  (db.pragma(`table_info("${table}")`) as { name: string }[]).some((c) => c.name === column);

const isRight = ({ piece, sum, own }: Row, place: Place): boolean =>
  sum === null ? place.isWhole(piece, own) : sha256(piece) === sum;

/** Rows of a place one by one, none held open between: what is written meanwhile waits for nothing. */
function* rowsOf(db: Database.Database, { table, column, own }: Place): Generator<Row> {
  const sum = hasColumn(db, table, `${column}_sha256`) ? `"${column}_sha256"` : "NULL";
  const next = db.prepare<[number], Row>(
    `SELECT rowid AS row, "${column}" AS piece, ${sum} AS sum, ${own} AS own FROM "${table}" ` +
      `WHERE rowid > ? ORDER BY rowid LIMIT 1`,
  );
  for (let row = next.get(-1); row; row = next.get(row.row)) yield row;
}

/** Every piece that is not what it was, "log 12", by the hashes beside them and by themselves. */
export const brokenPieces = (db: Database.Database): string[] =>
  PLACES.filter((place) => hasColumn(db, place.table, place.column)).flatMap((place) =>
    Array.from(rowsOf(db, place), (row) => (isRight(row, place) ? [] : [`${place.name} ${row.row}`])).flat(),
  );

/**
 * Reads pieces through, each against the hash beside it. One without a hash that is whole by itself is given one.
 *
 * @param between called after each piece with its size, bytes: to rest
 */
export async function readThrough(
  db: Database.Database,
  between: (bytes: number) => Promise<void> | void = () => undefined,
): Promise<{ pieces: number; bytes: number; broken: BrokenPiece[] }> {
  const broken: BrokenPiece[] = [];
  let [pieces, bytes] = [0, 0];
  for (const place of PLACES) {
    if (!hasColumn(db, place.table, `${place.column}_sha256`)) continue;
    const give = db.prepare(
      `UPDATE "${place.table}" SET "${place.column}_sha256" = ? WHERE rowid = ? AND "${place.column}_sha256" IS NULL`,
    );
    for (const row of rowsOf(db, place)) {
      pieces++;
      bytes += row.piece.length;
      if (!isRight(row, place)) broken.push({ place, row: row.row, sum: row.sum, own: row.own });
      else if (row.sum === null && !db.readonly) give.run(sha256(row.piece), row.row);
      await between(row.piece.length);
    }
  }
  return { pieces, bytes, broken };
}

/** A broken piece as a copy has it whole; null where it has not. */
function wholeIn(copy: Database.Database, db: Database.Database, b: BrokenPiece): Buffer | null {
  const { table, column, key } = b.place;
  const at = db.prepare(`SELECT ${key.join(", ")} FROM "${table}" WHERE rowid = ?`).get(b.row) as
    Record<string, unknown> | undefined;
  if (!at) return null;
  try {
    const found = copy
      .prepare<unknown[], { piece: Buffer }>(
        `SELECT "${column}" AS piece FROM "${table}" WHERE ${key.map((k) => `"${k}" = ?`).join(" AND ")}`,
      )
      .get(...key.map((k) => at[k]));
    return found && isRight({ row: b.row, piece: found.piece, sum: b.sum, own: b.own }, b.place) ? found.piece : null;
  } catch {
    // a copy of an earlier form, or one that is damaged itself, has nothing to give
    return null;
  }
}

/** What became of broken pieces. */
export interface Mended {
  mended: { piece: BrokenPiece; from: string }[];
  left: BrokenPiece[];
}

/**
 * Takes broken pieces back from copies, the first that has each whole, and writes down what was found and what became
 * of it.
 *
 * @param copies newest first, by the name that is told
 */
export function mend(
  db: Database.Database,
  broken: readonly BrokenPiece[],
  copies: readonly { name: string; open: () => Database.Database }[],
): Mended {
  const now = new Date().toISOString();
  const out: Mended = { mended: [], left: [...broken] };
  for (const { name, open } of copies) {
    if (out.left.length === 0) break;
    let copy: Database.Database;
    try {
      copy = open();
    } catch {
      continue;
    }
    try {
      for (const piece of [...out.left]) {
        const whole = wholeIn(copy, db, piece);
        if (!whole) continue;
        put(db, piece, { whole, from: name, now });
        out.mended.push({ piece, from: name });
        out.left.splice(out.left.indexOf(piece), 1);
      }
    } finally {
      copy.close();
    }
  }
  noted(db, out.left, now);
  return out;
}

const NOTE =
  "INSERT INTO broken_pieces (table_name, column_name, row, found_at, mended_at, mended_from) " +
  "VALUES (?, ?, ?, ?, ?, ?) " +
  "ON CONFLICT (table_name, column_name, row) DO UPDATE SET mended_at = excluded.mended_at, " +
  "mended_from = excluded.mended_from";

function put(
  db: Database.Database,
  { place: { table, column }, row }: BrokenPiece,
  { whole, from, now }: { whole: Buffer; from: string; now: string },
): void {
  db.transaction(() => {
    db.prepare(`UPDATE "${table}" SET "${column}" = ?, "${column}_sha256" = ? WHERE rowid = ?`).run(
      whole,
      sha256(whole),
      row,
    );
    db.prepare(NOTE).run(table, column, row, now, now, from);
  })();
}

/** Writes down what is broken; what was and is whole again by other ways is taken off the list. */
function noted(db: Database.Database, left: readonly BrokenPiece[], now: string): void {
  db.transaction(() => {
    const still = new Set(left.map(({ place, row }) => `${place.table} ${place.column} ${row}`));
    const was = db
      .prepare<[], { t: string; c: string; row: number }>(
        "SELECT table_name AS t, column_name AS c, row FROM broken_pieces WHERE mended_at IS NULL",
      )
      .all();
    const over = db.prepare("DELETE FROM broken_pieces WHERE table_name = ? AND column_name = ? AND row = ?");
    for (const w of was) if (!still.has(`${w.t} ${w.c} ${w.row}`)) over.run(w.t, w.c, w.row);
    for (const { place, row } of left) db.prepare(NOTE).run(place.table, place.column, row, now, null, null);
  })();
}
