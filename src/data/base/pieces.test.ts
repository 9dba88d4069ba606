import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import Database from "better-sqlite3";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openDatabase } from "./connection";
import { mend, PLACES, readThrough } from "./pieces";
import { sha256, withSum } from "./pieceSum";

const folder = mkdtempSync(join(tmpdir(), "ovrant-pieces-"));
const at = (name: string) => join(folder, `${name}.db`);
beforeAll(async () => {
  await (await openDatabase(at("form"))).destroy();
});
afterAll(() => rmSync(folder, { recursive: true }));

let n = 0;
/** A database of our form with two logs, readings, a photo and what was signed. */
function filled(): { db: Database.Database; path: string } {
  const path = at(`db-${n++}`);
  const form = new Database(at("form"));
  form.exec(`VACUUM INTO '${path}'`);
  form.close();
  const db = new Database(path);
  db.pragma("foreign_keys = OFF");
  const put = (table: string, row: Record<string, unknown>) =>
    db
      .prepare(
        `INSERT INTO ${table} (${Object.keys(row).join()}) VALUES (${Object.keys(row)
          .map(() => "?")
          .join()})`,
      )
      .run(...Object.values(row));
  for (const id of [1, 2]) {
    put("run_files", { run_id: id, ...withSum("gzip", gzipSync(`time,cpu ${id}`)) });
    put("run_channels", {
      run_id: id,
      position: 0,
      key: "time",
      unit: "s",
      heading: "t",
      ...withSum("block", gzipSync(`${id}`)),
    });
  }
  const picture = Buffer.from([0xff, 0xd8, 1, 2, 3, 0xff, 0xd9]);
  put("photo_files", { photo_id: 4, ...withSum("image", picture), ...withSum("thumbnail", picture) });
  put("signoffs", {
    id: 3,
    job_id: 1,
    revision: 1,
    at: "",
    by_json: "{}",
    sha256: sha256("{}"),
    ...withSum("document_gzip", gzipSync("{}")),
  });
  return { db, path };
}
/** Turns one bit in the middle of a piece, as a disk does. */
function flip(db: Database.Database, table: string, column: string, row: number): void {
  const { piece } = db.prepare(`SELECT ${column} AS piece FROM ${table} WHERE rowid = ?`).get(row) as { piece: Buffer };
  piece[piece.length >> 1] = (piece[piece.length >> 1] ?? 0) ^ 4;
  db.prepare(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`).run(piece, row);
}
const names = (broken: Awaited<ReturnType<typeof readThrough>>["broken"]) =>
  broken.map((b) => `${b.place.name} ${b.row}`);
const opens = (path: string) => ({ name: path, open: () => new Database(path, { readonly: true }) });
const noted = (db: Database.Database) =>
  db.prepare("SELECT table_name AS t, row, mended_from AS of FROM broken_pieces ORDER BY t, row").all();

describe("a slow reading of all that is kept", () => {
  it("finds what a bit turned in, whichever piece it is", async () => {
    const { db } = filled();
    expect(await readThrough(db)).toMatchObject({ pieces: 7, broken: [] });
    flip(db, "run_files", "gzip", 2);
    flip(db, "run_channels", "block", 1);
    flip(db, "photo_files", "image", 4);
    flip(db, "signoffs", "document_gzip", 3);
    const seen: number[] = [];
    const { broken, bytes } = await readThrough(db, (b) => void seen.push(b));
    expect(names(broken)).toEqual(["log 2", "readings 1", "photo 4", "signed document 3"]);
    expect(seen.reduce((a, b) => a + b)).toBe(bytes);
  });

  it("gives a hash to what was kept before there were any, if it is whole by itself", async () => {
    const { db } = filled();
    for (const { table, column } of PLACES) db.exec(`UPDATE ${table} SET ${column}_sha256 = NULL`);
    flip(db, "run_files", "gzip", 2);
    db.exec("UPDATE photo_files SET image = x'FFD80102'");
    db.exec("UPDATE signoffs SET sha256 = 'of another text'");
    expect(names((await readThrough(db)).broken)).toEqual(["log 2", "photo 4", "signed document 3"]);
    expect(db.prepare("SELECT run_id AS id, gzip_sha256 IS NULL AS bare FROM run_files").all()).toEqual([
      { id: 1, bare: 0 },
      { id: 2, bare: 1 },
    ]);
    // from then on a picture is known by its hash, not by its ends
    flip(db, "photo_files", "thumbnail", 4);
    expect(names((await readThrough(db)).broken)).toContain("small photo 4");
  });
});

describe("what is broken", () => {
  it("is taken back from the newest copy that has it whole; what none has is written down", async () => {
    const { db, path } = filled();
    const copies = [1, 2].map((i) => at(`copy-${path.length}-${n}-${i}`));
    for (const c of copies) db.exec(`VACUUM INTO '${c}'`);
    const newest = new Database(copies[0] ?? "");
    flip(newest, "run_files", "gzip", 1);
    newest.exec("DELETE FROM photo_files");
    newest.close();
    const older = new Database(copies[1] ?? "");
    older.exec("DELETE FROM photo_files");
    older.close();
    flip(db, "run_files", "gzip", 1);
    flip(db, "run_files", "gzip", 2);
    flip(db, "photo_files", "image", 4);
    const { broken } = await readThrough(db);
    const done = mend(db, broken, [opens(at("is-none")), ...copies.map(opens)]);
    expect(done.mended.map((m) => [m.piece.row, m.from])).toEqual([
      [2, copies[0]],
      [1, copies[1]],
    ]);
    expect(names(done.left)).toEqual(["photo 4"]);
    expect(names((await readThrough(db)).broken)).toEqual(["photo 4"]);
    expect(noted(db)).toEqual([
      { t: "photo_files", row: 4, of: null },
      { t: "run_files", row: 1, of: copies[1] },
      { t: "run_files", row: 2, of: copies[0] },
    ]);
    // brought again by hand: it is broken no more, and stands on no list
    db.prepare("UPDATE photo_files SET image = thumbnail, image_sha256 = thumbnail_sha256").run();
    mend(db, (await readThrough(db)).broken, []);
    expect(noted(db)).toHaveLength(2);
  });

  it("is never taken from a copy where the same place holds something else", async () => {
    const { db } = filled();
    const other = filled();
    other.db
      .prepare("UPDATE run_files SET gzip = ?, gzip_sha256 = ? WHERE run_id = 1")
      .run(gzipSync("another"), sha256(gzipSync("another")));
    other.db.close();
    flip(db, "run_files", "gzip", 1);
    const { broken } = await readThrough(db);
    expect(mend(db, broken, [opens(other.path)]).mended).toEqual([]);
  });
});
