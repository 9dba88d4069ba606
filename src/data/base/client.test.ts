import { afterAll, beforeAll, describe, expect, it } from "vitest";
import Database from "better-sqlite3";
import type { Knex } from "knex";
import { compiledOnce } from "./client";
import { openDatabase } from "./connection";

let db: Knex;
beforeAll(async () => {
  db = await openDatabase(":memory:");
});
afterAll(() => db.destroy());

describe("statements compiled once", () => {
  it("are the same object for the same text, and never while rows of one are read", () => {
    const raw = new Database(":memory:");
    compiledOnce(raw);
    raw.exec("CREATE TABLE t (a); INSERT INTO t VALUES (1), (2)");
    const select = "SELECT a FROM t";
    expect(raw.prepare(select)).toBe(raw.prepare(select));
    for (const _ of raw.prepare(select).iterate()) expect(raw.prepare(select).all()).toHaveLength(2);
    expect(raw.prepare("PRAGMA user_version")).not.toBe(raw.prepare("PRAGMA user_version"));
    raw.close();
  });

  it("see a schema that has changed, and what others wrote", async () => {
    await db.schema.createTable("t", (t) => t.integer("a"));
    await db("t").insert({ a: 1 });
    expect(await db("t").select("*")).toEqual([{ a: 1 }]);
    await db.schema.alterTable("t", (t) => t.integer("b").defaultTo(7));
    expect(await db("t").select("*")).toEqual([{ a: 1, b: 7 }]);
    await db("t").insert({ a: 1, b: 2 });
    expect(await db("t").select("*")).toHaveLength(2);
    await db.schema.dropTable("t");
    await expect(db("t").select("*")).rejects.toThrow("no such table");
  });

  it("of one text are asked with other values each time", async () => {
    const asked = (n: number) => db.raw<{ n: number }[]>("SELECT ? AS n", [n]);
    expect([await asked(1), await asked(2)].map((r) => r[0]?.n)).toEqual([1, 2]);
  });
});
