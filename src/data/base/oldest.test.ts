import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import Database from "better-sqlite3";
import knex from "knex";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { findPhases, readTable, toRun } from "../../core/measure/log";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  withFaults,
  wrenfell14,
} from "../../core/simulate";
import { findMachine } from "../workshop/machines";
import { findRun, loadSamples, originalFile, packRun } from "../measure/runs";
import { backUp, holdsOf, restore } from "./backup";
import { openDatabase } from "./connection";
import { WorkshopClient } from "./client";
import { migrationSource } from "./migrations";
import { readThrough } from "./pieces";
import { sha256 } from "./pieceSum";

const folder = mkdtempSync(join(tmpdir(), "ovrant-oldest-"));
const at = (name: string) => join(folder, name);
afterAll(() => rmSync(folder, { recursive: true }));

const text = Buffer.from(
  renderLog(simulate(wrenfell14, withFaults({}), { ...standardRecipe, loadS: 60 }, plainSensors, 0.3), plainFormat),
);
const then = "2024-03-01T10:00:00.000Z";

/** A database of the first form there was, with a machine, a job and its log, as the first version kept them. */
beforeAll(async () => {
  const all = await migrationSource.getMigrations([]);
  const first = { ...migrationSource, getMigrations: () => Promise.resolve(all.slice(0, 1)) };
  const db = knex({ client: WorkshopClient, connection: { filename: at("first.db") }, useNullAsDefault: true });
  await db.migrate.latest({ migrationSource: first });
  await db("machines").insert({ id: 1, tag: "OLD-1", model: "Wrenfell 14", created_at: then });
  await db("jobs").insert({ id: 1, machine_id: 1, complaint: "howls", opened_at: then });
  const table = readTable(text);
  const run = table.ok ? toRun(table.value) : table;
  if (!table.ok || !run.ok) throw new Error("no run");
  const phases = findPhases(run.value);
  const packed = await packRun(run.value);
  await db("runs").insert({
    id: 1,
    job_id: 1,
    kind: "before",
    created_at: then,
    source_name: "old.csv",
    source_sha256: sha256(text),
    source_bytes: text.length,
    rows: packed.rows,
    step_s: run.value.stepS,
    columns_json: JSON.stringify(table.value.columns),
    layout_json: JSON.stringify(table.value.layout),
    gaps_json: "[]",
    warnings_json: "[]",
    load_on_s: phases?.loadOnS ?? null,
    load_off_s: phases?.loadOffS ?? null,
    conditions_json: JSON.stringify({ roomStartC: 22, roomEndC: 22, powerMode: "", surface: "", recipe: "" }),
  });
  const channels = [{ key: "time", unit: "s", heading: "time", block: packed.time }, ...packed.channels];
  for (const [position, c] of channels.entries()) await db("run_channels").insert({ run_id: 1, position, ...c });
  await db("run_files").insert({ run_id: 1, gzip: gzipSync(text) });
  await db.destroy();
});

/** What was kept then is here now, to the bit. */
async function stands(path: string): Promise<void> {
  const db = await openDatabase(path);
  expect(await findMachine(db, 1)).toMatchObject({ tag: "OLD-1", createdAt: then });
  const run = await findRun(db, 1);
  expect(run).toMatchObject({ sourceName: "old.csv", revision: 0 });
  if (!run) return;
  const samples = await loadSamples(db, run);
  expect(samples.timeS.length).toBe(run.rows);
  expect(samples.channels.map((c) => c.key)).toContain("cpu.temperature");
  expect((await originalFile(db, 1))?.equals(text)).toBe(true);
  await db.destroy();
}

describe("a database of the first form there was", () => {
  it("is brought up to date with all that was kept in it, and every piece gets its hash", async () => {
    await backUp(at("first.db"), at("own.db"));
    await stands(at("own.db"));
    const raw = new Database(at("own.db"));
    const bare = () => raw.prepare("SELECT count(*) AS n FROM run_channels WHERE block_sha256 IS NULL").get();
    expect(bare()).not.toEqual({ n: 0 });
    expect((await readThrough(raw)).broken).toEqual([]);
    expect(bare()).toEqual({ n: 0 });
    raw.close();
    expect(holdsOf(at("own.db"))).toMatchObject({ ok: true, value: { broken: [] } });
  });

  it("is restored from a back-up of then", async () => {
    await backUp(at("first.db"), at("copy.db"));
    const how = { dryRun: false, replace: false, broken: false, stamp: "s", erase: () => Promise.resolve() };
    expect((await restore(at("copy.db"), at("new.db"), how)).ok).toBe(true);
    await stands(at("new.db"));
  });

  it("of which a bit turned since is known by the log's own hash", async () => {
    await backUp(at("first.db"), at("bad.db"));
    const raw = new Database(at("bad.db"));
    const row = raw.prepare("SELECT gzip FROM run_files").get() as { gzip: Buffer };
    row.gzip[row.gzip.length >> 1] = (row.gzip[row.gzip.length >> 1] ?? 0) ^ 1;
    raw.prepare("UPDATE run_files SET gzip = ?").run(row.gzip);
    raw.exec("DROP TABLE backup_sums");
    raw.close();
    expect(holdsOf(at("bad.db"))).toMatchObject({ value: { broken: ["log 1"] } });
  });
});
