import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import Database from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { Result } from "../../core/base/result";
import { backUp, holdsOf, restore } from "./backup";
import { openDatabase } from "./connection";
import { addMachine } from "../workshop/machines";

let folder = "";
const at = (name: string) => join(folder, name);
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-backup-"));
});
afterEach(() => rmSync(folder, { recursive: true }));

const code = (r: Result<unknown>) => (r.ok ? "ok" : r.problem.code);
const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
/** A database with so many machines, the last of them taken in on a day. */
async function workshop(name: string, machines: number, day = "2031-03-04") {
  const db = await openDatabase(at(name));
  for (let i = 0; i < machines; i++)
    await addMachine(
      db,
      { tag: `T-${i}`, model: "Bench 14", variant: "", place: "", environment: "office", form: "fourteen", limitC: 95 },
      `${day}T10:0${i % 10}:00.000Z`,
    );
  return db;
}
const how = { dryRun: false, replace: false, broken: false, stamp: "s", erase: () => Promise.resolve() };

describe("a back-up", () => {
  it("is whole while the database is in use, with what was written last, and says what it holds", async () => {
    const db = await workshop("own.db", 3);
    const made = value(await backUp(at("own.db"), at("copies/monday.db")));
    expect(made.rows.machines).toBe(3);
    expect(made.newest).toBe("2031-03-04T10:02:00.000Z");
    expect(value(holdsOf(at("copies/monday.db")))).toEqual(made);
    expect(readdirSync(at("copies"))).toEqual(["monday.db"]);
    await db.destroy();
  });

  it("takes the place of an older one only when it is whole; what cannot be written says why", async () => {
    const db = await workshop("own.db", 1);
    await backUp(at("own.db"), at("copy.db"));
    await db.destroy();
    const before = readFileSync(at("copy.db"));
    truncateSync(at("own.db"), 6000);
    rmSync(at("own.db-wal"), { force: true });
    expect(code(await backUp(at("own.db"), at("copy.db")))).toMatch(/backup-(damaged|not-written)/);
    expect(readFileSync(at("copy.db"))).toEqual(before);
    expect(code(await backUp(at("none.db"), at("copy.db")))).toBe("backup-missing");
    writeFileSync(at("file"), "");
    const other = await workshop("other.db", 1);
    expect(code(await backUp(at("other.db"), at("file/copy.db")))).toBe("backup-not-written");
    await other.destroy();
  });

  it("that is damaged, or no database of ours, is told apart", () => {
    writeFileSync(at("text.db"), "not a database ".repeat(500));
    expect(code(holdsOf(at("text.db")))).toBe("backup-damaged");
    writeFileSync(at("empty.db"), "");
    expect(code(holdsOf(at("empty.db")))).toBe("backup-damaged");
    expect(code(holdsOf(at("none.db")))).toBe("backup-missing");
  });
});

describe("a restore", () => {
  it("makes the database where there is none", async () => {
    const db = await workshop("own.db", 2);
    await backUp(at("own.db"), at("copy.db"));
    await db.destroy();
    const done = value(await restore(at("copy.db"), at("new/place.db"), how));
    expect([done.was, done.aside]).toEqual([null, null]);
    const again = await openDatabase(at("new/place.db"));
    expect(await again("machines").count({ n: "*" })).toEqual([{ n: 2 }]);
    await again.destroy();
  });

  it("revives no credential: benches, PINs, the passphrase and the seal of then open nothing", async () => {
    const db = await workshop("own.db", 1);
    const now = "2031-03-04T10:00:00.000Z";
    const left = { initials: "TB", role: "technician", pin_hash: "c:d", created_at: now, left_at: now };
    await db("people").insert([{ initials: "HM", role: "technician", pin_hash: "a:b", created_at: now }]);
    await db("people").insert([left]);
    await db("benches").insert({ name: "Bench 2", joined_at: now, last_at: now });
    for (const key of ["seal", "passphrase", "other"]) await db("keeping").insert({ key, value_json: '"x"' });
    await backUp(at("own.db"), at("copy.db"));
    await db.destroy();
    const done = value(await restore(at("copy.db"), at("new.db"), how));
    expect(done.joins).toEqual({ benches: 1, tags: 1 });
    const again = await openDatabase(at("new.db"));
    expect(await again("people").orderBy("id").select("initials", "pin_hash", "epoch")).toEqual([
      { initials: "HM", pin_hash: "", epoch: 2 },
      { initials: "TB", pin_hash: "c:d", epoch: 1 },
    ]);
    expect(await again("benches").whereNull("left_at")).toEqual([]);
    expect((await again("keeping").select("key")).map((r: { key: string }) => r.key)).not.toContain("seal");
    expect((await again("keeping").select("key")).map((r: { key: string }) => r.key)).toContain("other");
    await again.destroy();
    // the copy itself is as it was
    expect(value(holdsOf(at("copy.db"))).rows.benches).toBe(1);
  });

  it("of a copy in which a log is not what it was is refused by name, before anything is replaced", async () => {
    const db = await workshop("own.db", 1);
    await db.destroy();
    const own = new Database(at("own.db"));
    own.pragma("foreign_keys = OFF");
    own.prepare("INSERT INTO run_files (run_id, gzip) VALUES (7, ?)").run(gzipSync(Buffer.alloc(500, 1)));
    own.close();
    expect(value(await backUp(at("own.db"), at("copy.db"))).broken).toEqual([]);
    const copy = new Database(at("copy.db"));
    copy.pragma("foreign_keys = OFF");
    copy.prepare("UPDATE run_files SET gzip = ?").run(Buffer.alloc(500, 2));
    copy.close();
    const before = readFileSync(at("own.db"));
    const refused = await restore(at("copy.db"), at("own.db"), how);
    expect(code(refused)).toBe("backup-broken");
    expect(refused.ok ? "" : refused.problem.message).toContain("log 7");
    expect(readFileSync(at("own.db")).equals(before)).toBe(true);
    const told = value(await restore(at("copy.db"), at("own.db"), { ...how, dryRun: true }));
    expect(told.copy.broken).toEqual(["log 7"]);
    // taken with what still stands, where that is said; what does not is told of the database as well
    value(await restore(at("copy.db"), at("own.db"), { ...how, broken: true }));
    expect(value(holdsOf(at("own.db"))).broken).toEqual(["log 7"]);
  });

  it("only says what it would change, where that is asked", async () => {
    const db = await workshop("own.db", 1);
    await backUp(at("own.db"), at("copy.db"));
    await db.destroy();
    const before = readdirSync(folder).sort();
    const told = value(await restore(at("copy.db"), at("own.db"), { ...how, dryRun: true }));
    expect(told.aside).toBe(`${at("own.db")}.aside-s`);
    expect(readdirSync(folder).sort()).toEqual(before);
  });

  it("never goes over a newer database unless that is said, and then puts it aside", async () => {
    const old = await workshop("old.db", 1, "2031-01-01");
    await backUp(at("old.db"), at("copy.db"));
    await old.destroy();
    const own = await workshop("own.db", 4);
    await own.destroy();
    const refused = await restore(at("copy.db"), at("own.db"), how);
    expect(refused).toMatchObject({ ok: false, problem: { code: "restore-over-newer" } });
    expect(value(holdsOf(at("own.db"))).rows.machines).toBe(4);
    const done = value(await restore(at("copy.db"), at("own.db"), { ...how, replace: true }));
    expect([done.was?.rows.machines, value(holdsOf(at("own.db"))).rows.machines]).toEqual([4, 1]);
    expect(value(holdsOf(done.aside ?? "")).rows.machines).toBe(4);
  });

  it("ends though somebody writes all the while, and holds what stood there when it began", async () => {
    const own = await workshop("own.db", 3);
    await own.raw("CREATE TABLE filler (bytes BLOB)");
    for (let i = 0; i < 20; i++) await own.raw("INSERT INTO filler VALUES (randomblob(1000000))");
    let writes = 0;
    let stop = false;
    const other = new Database(at("own.db"));
    const busy = (): void => {
      if (stop) return;
      other.prepare("INSERT INTO filler VALUES (randomblob(2000))").run();
      writes++;
      setImmediate(busy);
    };
    busy();
    const made = await Promise.race([
      backUp(at("own.db"), at("copy.db")),
      new Promise<null>((r) => setTimeout(r, 20_000, null)),
    ]);
    stop = true;
    other.close();
    await own.destroy();
    expect([made?.ok, writes > 3]).toEqual([true, true]);
    expect(value(holdsOf(at("copy.db"))).rows.filler).toBeLessThanOrEqual(20 + 2);
  }, 60_000);

  it("not while another program has the database open", async () => {
    const own = await workshop("own.db", 1);
    await backUp(at("own.db"), at("copy.db"));
    expect(code(await restore(at("copy.db"), at("own.db"), how))).toBe("restore-in-use");
    await own.destroy();
    expect(code(await restore(at("copy.db"), at("own.db"), how))).toBe("ok");
  });

  it("of a damaged copy, or one of a newer Ovrant, is refused and changes nothing", async () => {
    const own = await workshop("own.db", 2);
    await backUp(at("own.db"), at("copy.db"));
    await own("knex_migrations").insert({ name: "9999-later", batch: 9, migration_time: "" });
    await backUp(at("own.db"), at("later.db"));
    await own.destroy();
    copyFileSync(at("copy.db"), at("half.db"));
    truncateSync(at("half.db"), 20_000);
    expect(code(await restore(at("half.db"), at("own.db"), { ...how, replace: true }))).toBe("backup-damaged");
    expect(code(await restore(at("later.db"), at("own.db"), { ...how, replace: true }))).toBe("backup-newer-form");
    expect(existsSync(`${at("own.db")}.aside-s`)).toBe(false);
  });

  it("over a damaged database puts that aside and goes on", async () => {
    const own = await workshop("own.db", 2);
    await backUp(at("own.db"), at("copy.db"));
    await own.destroy();
    writeFileSync(at("own.db"), "nothing of a database ".repeat(300));
    const done = value(await restore(at("copy.db"), at("own.db"), how));
    expect([done.was, value(holdsOf(at("own.db"))).rows.machines]).toEqual([null, 2]);
    expect(readFileSync(done.aside ?? "", "utf8")).toMatch(/^nothing/);
  });
});
