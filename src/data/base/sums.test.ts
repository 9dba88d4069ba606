import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import Database from "better-sqlite3";
import { describe, expect, it } from "vitest";
import { brokenIn, dropSums, SUMS, writeSums } from "./sums";

const sum = (text: string) => createHash("sha256").update(text).digest("hex");

/** A small database of our form: two logs, three pictures. */
function small(): Database.Database {
  const db = new Database(":memory:");
  db.exec(`
    CREATE TABLE runs (id INTEGER PRIMARY KEY, source_sha256 TEXT);
    CREATE TABLE run_files (run_id INTEGER PRIMARY KEY, gzip BLOB NOT NULL);
    CREATE TABLE photo_files (photo_id INTEGER PRIMARY KEY, image BLOB NOT NULL, note TEXT);
    CREATE TABLE signoffs (id INTEGER PRIMARY KEY, sha256 TEXT, document_gzip BLOB NOT NULL);
  `);
  for (const [id, text] of [
    [1, "time,cpu"],
    [2, "time,gpu"],
  ] as const) {
    db.prepare("INSERT INTO runs VALUES (?, ?)").run(id, sum(text));
    db.prepare("INSERT INTO run_files VALUES (?, ?)").run(id, gzipSync(text));
  }
  for (const id of [4, 5, 6]) db.prepare("INSERT INTO photo_files VALUES (?, ?, '')").run(id, picture(id));
  db.prepare("INSERT INTO signoffs VALUES (1, ?, ?)").run(sum("{}"), gzipSync("{}"));
  return db;
}
/** Begins and ends as a JPEG does. */
const picture = (id: number) =>
  Buffer.concat([Buffer.from([0xff, 0xd8]), Buffer.alloc(200, id), Buffer.from([0xff, 0xd9])]);
const flip = (db: Database.Database, table: string, column: string, row: number) => {
  const { piece } = db.prepare(`SELECT ${column} AS piece FROM ${table} WHERE rowid = ?`).get(row) as { piece: Buffer };
  piece[piece.length - 1] = (piece.at(-1) ?? 0) ^ 1;
  db.prepare(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`).run(piece, row);
};

describe("the hashes of what is kept", () => {
  it("find nothing in what is whole, with its hashes and without", () => {
    const db = small();
    expect(brokenIn(db)).toEqual([]);
    writeSums(db);
    expect(brokenIn(db)).toEqual([]);
    dropSums(db);
    expect(db.prepare("SELECT 1 FROM sqlite_master WHERE name = ?").get(SUMS)).toBeUndefined();
  });

  it("name every piece of which a bit turned, or that is gone, or came since", () => {
    const db = small();
    writeSums(db);
    flip(db, "photo_files", "image", 5);
    flip(db, "run_files", "gzip", 2);
    db.exec("DELETE FROM photo_files WHERE photo_id = 6");
    db.prepare("INSERT INTO photo_files VALUES (9, ?, '')").run(picture(9));
    expect(brokenIn(db)).toEqual(["log 2", "photo 5", "photo 6, gone", "photo 9"]);
    // what is written beside a piece is no piece
    const other = small();
    writeSums(other);
    other.exec("UPDATE photo_files SET note = 'found'");
    expect(brokenIn(other)).toEqual([]);
  });

  it("of logs, signed documents and ends of pictures are known without a copy's own", () => {
    const db = small();
    flip(db, "run_files", "gzip", 1);
    flip(db, "signoffs", "document_gzip", 1);
    flip(db, "photo_files", "image", 4);
    expect(brokenIn(db)).toEqual(["log 1", "photo 4", "signed document 1"]);
  });
});
