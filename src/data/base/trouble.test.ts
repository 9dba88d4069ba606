import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readlinkSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { closeDatabases, openDatabase } from "./connection";
import { addMachine } from "../workshop/machines";
import { troubleOf } from "./trouble";

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-trouble-"));
});
afterAll(() => rmSync(folder, { recursive: true }));

const about = { model: "X", variant: "", place: "", environment: "lint", form: "fifteen", limitC: null };
const now = "2031-01-01T00:00:00.000Z";
/** What is wrong with a database when it is opened. */
const met = async (path: string): Promise<string | undefined> => {
  try {
    await (await openDatabase(path)).destroy();
    return "opened";
  } catch (e) {
    return troubleOf(e, path)?.code;
  }
};
/** Open handles of files in the folder: others are of whoever else runs in this process. */
const handles = () =>
  readdirSync("/proc/self/fd").filter((fd) => {
    try {
      return readlinkSync(`/proc/self/fd/${fd}`).startsWith(folder);
    } catch {
      return false;
    }
  }).length;

describe("a database that cannot be used", () => {
  it("is told apart: no database, halved, a folder in its place, no way to it", async () => {
    const text = join(folder, "text.db");
    writeFileSync(text, "Not a database at all. ".repeat(500));
    expect(await met(text)).toBe("database-damaged");

    const half = join(folder, "half.db");
    const db = await openDatabase(half);
    for (let i = 0; i < 200; i++) await addMachine(db, { tag: `H-${i}`, ...about, place: "p".repeat(80) }, now);
    await db.destroy();
    truncateSync(half, Math.floor(readFileSync(half).length / 2 / 4096) * 4096);
    expect(await met(half)).toBe("database-damaged");

    mkdirSync(join(folder, "folder.db"));
    expect(await met(join(folder, "folder.db"))).toBe("database-unreachable");
    expect(await met(join(text, "below", "x.db"))).toBe("database-unreachable");
  });

  it("one that a newer Ovrant wrote is refused, and nothing of it is changed", async () => {
    const path = join(folder, "newer.db");
    const db = await openDatabase(path);
    await db("knex_migrations").insert({ name: "9999-later", batch: 99 });
    await db.destroy();
    const before = readFileSync(path);
    expect(await met(path)).toBe("database-newer");
    expect(readFileSync(path).equals(before)).toBe(true);
  });

  it("leaves no handle open, however often it is tried", async () => {
    const path = join(folder, "leak.db");
    writeFileSync(path, "nothing of a database ".repeat(500));
    await met(path);
    const before = handles();
    for (let i = 0; i < 20; i++) await met(path);
    expect(handles()).toBeLessThanOrEqual(before + 1);
  });

  it("says what and what to do, and passes over other errors", () => {
    const of = (code: string) => troubleOf(Object.assign(new Error("x"), { code }), "/data/o.db");
    expect(
      ["SQLITE_FULL", "ENOSPC", "SQLITE_READONLY_DBMOVED", "EACCES", "SQLITE_IOERR_WRITE", "SQLITE_BUSY"].map(
        (c) => of(c)?.code,
      ),
    ).toEqual([
      "disk-full",
      "disk-full",
      "database-read-only",
      "database-read-only",
      "database-unreachable",
      "database-busy",
    ]);
    // one that stands there and only may not be written to is no folder that is missing
    const shut = (readOnly: boolean) =>
      troubleOf(Object.assign(new Error("x"), { code: "SQLITE_CANTOPEN" }), "/data/o.db", () => readOnly)?.code;
    expect([shut(true), shut(false)]).toEqual(["database-read-only", "database-unreachable"]);
    expect(of("SQLITE_READONLY")?.message).toContain("/data/o.db");
    expect([of("SQLITE_CONSTRAINT"), troubleOf(new Error("other"), "x"), troubleOf("text", "x")]).toEqual([
      null,
      null,
      null,
    ]);
  });
});

describe("the end of a process", () => {
  it("takes the journal file over into the database: the one file alone is whole", async () => {
    const path = join(folder, "ends.db");
    const db = await openDatabase(path);
    await addMachine(db, { tag: "E-1", ...about }, now);
    closeDatabases();
    const copy = join(folder, "copy.db");
    writeFileSync(copy, readFileSync(path));
    const again = await openDatabase(copy);
    expect(await again("machines").select("tag")).toEqual([{ tag: "E-1" }]);
    await again.destroy();
  });
});
