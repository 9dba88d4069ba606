import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { afterEach, beforeEach, expect, it } from "vitest";
import { openDatabase } from "./connection";
import { addSheet, listSheets } from "../workshop/materials";
import * as edges from "./migrations/0010-edges";

let folder = "";
let db: Knex;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-edges-"));
  db = await openDatabase(join(folder, "edges.db"));
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true, force: true });
});

it("an off-cut keeps which of its sides are the factory's; one that knows none says nothing", async () => {
  const [lot] = await db("lots")
    .insert({ kind: "pad", name: "Pads", lot: "", amount: 100, price: 0, bought_on: "2031-01-01", props_json: "{}" })
    .returning<{ id: number }[]>("id");
  const sheet = { lotId: lot?.id ?? 0, widthMm: 40, heightMm: 30, thicknessMm: 1, offcut: true };
  await addSheet(db, { ...sheet, factory: ["right", "bottom"] }, null);
  await addSheet(db, { ...sheet, factory: [] }, null);
  await addSheet(db, sheet, null);
  expect((await listSheets(db)).map((s) => s.factory)).toEqual([["right", "bottom"], [], undefined]);
});

it("a drawing that never set what a pipe carries takes the figure that means the same, a set one stays", async () => {
  const figures = (pipe6W: number) => JSON.stringify({ version: 1, figures: { pipe6W, perBend: 0.04 } });
  const [layout] = await db("layouts")
    .insert({ model: "K", created_at: "2031-01-01" })
    .returning<{ id: number }[]>("id");
  const of = (number: number, document_json: string) => ({
    layout_id: layout?.id,
    number,
    document_json,
    created_at: "2031-01-01",
  });
  const kept = async () =>
    (await db<{ document_json: string }>("layout_revisions").orderBy("number")).map(
      (r) => (JSON.parse(r.document_json) as { figures?: { pipe6W: number } }).figures?.pipe6W,
    );
  await db("layout_revisions").insert([of(1, figures(22)), of(2, figures(27)), of(3, "{}")]);
  await edges.down(db);
  await edges.up(db);
  expect(await kept()).toEqual([34, 27, undefined]);
  await edges.down(db);
  expect(await kept()).toEqual([22, 27, undefined]);
  await edges.up(db);
});
