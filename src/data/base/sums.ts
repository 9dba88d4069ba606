import type Database from "better-sqlite3";
import { sha256 } from "./pieceSum";
import { brokenPieces, PLACES } from "./pieces";

/** Where a copy keeps the hash of all it holds in one piece: a log, a picture, a signed document. */
export const SUMS = "backup_sums";

/** A piece that is not what it was, or is gone: "log 12". */
export type Broken = string;

interface Place {
  table: string;
  column: string;
}

/** Every column that holds pieces. */
function placesIn(db: Database.Database): Place[] {
  const tables = db.prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'").all();
  return tables
    .filter(({ name }) => !/^(sqlite_|knex_|backup_|search)/.test(name))
    .flatMap(({ name }) =>
      (db.pragma(`table_info("${name}")`) as { name: string; type: string }[])
        .filter((c) => /blob/i.test(c.type))
        .map((c) => ({ table: name, column: c.name })),
    )
    .sort((a, b) => `${a.table}.${a.column}`.localeCompare(`${b.table}.${b.column}`));
}

/** The pieces of a place, one after another: never all at once. */
const piecesOf = (db: Database.Database, { table, column }: Place) =>
  db.prepare<[], { row: number; piece: Buffer }>(`SELECT rowid AS row, "${column}" AS piece FROM "${table}"`).iterate();

/** Writes the hash of every piece into a copy; one that has them already gets them anew. */
export function writeSums(db: Database.Database): void {
  db.exec(`DROP TABLE IF EXISTS ${SUMS}`);
  db.exec(`CREATE TABLE ${SUMS} (place TEXT NOT NULL, row INTEGER NOT NULL, sha256 TEXT NOT NULL)`);
  for (const place of placesIn(db)) {
    // read first, written after: a table is not written to while it is read through
    const sums = Array.from(piecesOf(db, place), ({ row, piece }) => ({ row, sum: sha256(piece) }));
    const insert = db.prepare(`INSERT INTO ${SUMS} VALUES (?, ?, ?)`);
    db.transaction(() => sums.forEach((s) => insert.run(`${place.table}.${place.column}`, s.row, s.sum)))();
  }
}

/** Takes the hashes out of a copy that becomes the database: there they would be of what was, not of what is. */
export const dropSums = (db: Database.Database): unknown => db.exec(`DROP TABLE IF EXISTS ${SUMS}`);

/** Every piece that is not what its hash says: a copy's own hashes, and those a log or a document has by itself. */
export function brokenIn(db: Database.Database): Broken[] {
  const found = new Set([...againstSums(db), ...brokenPieces(db)]);
  return [...found].sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
}

const named = ({ table, column }: Place, row: number): Broken =>
  `${PLACES.find((p) => p.table === table && p.column === column)?.name ?? table} ${row}`;

function againstSums(db: Database.Database): Broken[] {
  if (!db.prepare("SELECT 1 FROM sqlite_master WHERE name = ?").get(SUMS)) return [];
  return placesIn(db).flatMap((place) => {
    const kept = new Map(
      db
        .prepare<[string], { row: number; sha256: string }>(`SELECT row, sha256 FROM ${SUMS} WHERE place = ?`)
        .all(`${place.table}.${place.column}`)
        .map((k) => [k.row, k.sha256]),
    );
    const broken: Broken[] = [];
    for (const { row, piece } of piecesOf(db, place)) {
      if (kept.get(row) !== sha256(piece)) broken.push(named(place, row));
      kept.delete(row);
    }
    return [...broken, ...Array.from(kept.keys(), (row) => `${named(place, row)}, gone`)];
  });
}
