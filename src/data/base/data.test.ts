import { sha256 } from "./pieceSum";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type Run, findPhases, layoutOf, readTable, toRun } from "../../core/measure/log";
import { plainSensors, renderLog, simulate, soundMachine, standardRecipe } from "../../core/simulate";
import { wrenfell14 } from "../../samples/rigs";
import { openDatabase } from "./connection";
import * as reading from "./migrations/0005-reading";
import { rememberedRoles, rememberRoles } from "../measure/headings";
import { addJob } from "../workshop/jobs";
import { addMachine, findMachine, machineByTag } from "../workshop/machines";
import { setDue } from "../workshop/dues";
import { migrationSource } from "./migrations";
import {
  addRun,
  findRun,
  loadChannel,
  loadSamples,
  originalFile,
  replacedRuns,
  runsOfJob,
  updateRun,
  type NewRun,
} from "../measure/runs";

let folder: string;
let db: Knex;
const now = "2031-03-04T09:00:00.000Z";
const conditions = {
  roomStartC: 21,
  roomEndC: 21.5,
  supply: "mains" as const,
  adapterW: 65,
  powerMode: "",
  graphicsMode: "",
  surface: "",
  lid: null,
  recipe: "",
  fanPolicy: "",
};

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-"));
  db = await openDatabase(join(folder, "test.db"));
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

describe("opening the database", () => {
  it("goes on where a process was killed while it brought the database up to date", async () => {
    const path = join(folder, "killed.db");
    const before = await openDatabase(path);
    await before("knex_migrations_lock").update({ is_locked: 1 });
    await before.destroy();
    const after = await openDatabase(path);
    expect(await after("machines")).toEqual([]);
    await after.destroy();
  });
});

const machine = () =>
  addMachine(
    db,
    {
      tag: "T-1",
      model: "Wrenfell 14",
      variant: "",
      place: "Bench",
      environment: "office",
      form: "fourteen",
      limitC: 95,
    },
    now,
  );

function newRun(jobId: number, kind: "before" | "after"): NewRun & { run: Run } {
  const text = Buffer.from(
    renderLog(simulate(wrenfell14, soundMachine, { ...standardRecipe, loadS: 60 }, plainSensors, 0.3)),
  );
  const table = readTable(text);
  if (!table.ok) throw new Error(table.problem.message);
  const run = toRun(table.value);
  if (!run.ok) throw new Error(run.problem.message);
  return {
    jobId,
    kind,
    sourceName: "a.csv",
    sourceSha256: sha256(text),
    sourceBytes: text.length,
    sourceGzip: gzipSync(text),
    columns: table.value.columns,
    layout: layoutOf(table.value),
    phases: findPhases(run.value),
    conditions,
    run: run.value,
  };
}

describe("migrations", () => {
  it("go up from empty, are noted, and come down again", async () => {
    expect(await db("machines")).toEqual([]);
    await db.migrate.rollback({ migrationSource }, true);
    expect(await db.schema.hasTable("machines")).toBe(false);
    await db.migrate.latest({ migrationSource });
    expect(await db.schema.hasTable("run_channels")).toBe(true);
  });
  it("give runs stored before plans were what was told of their columns", async () => {
    const jobId = await addJob(db, await machine(), "hot", now);
    const id = await addRun(db, newRun(jobId, "before"), now);
    const stored = await findRun(db, id);
    const columns = (stored?.columns ?? []).map((c, i) => {
      if (i === 1) return { ...c, why: "told" as const };
      return i === 2 ? { ...c, role: "none", why: "told" as const, note: "another column was chosen" } : c;
    });
    const { header: _header, time: _time, ...layout } = stored?.layout ?? { header: "", time: null };
    await db("runs")
      .where({ id })
      .update({ columns_json: JSON.stringify(columns), layout_json: JSON.stringify(layout) });
    await reading.down(db);
    await reading.up(db);
    const moved = await findRun(db, id);
    expect(moved?.columns.map((c) => c.told ?? null).slice(0, 3)).toEqual([null, { role: columns[1]?.role }, null]);
    expect(moved?.layout).toMatchObject({ header: "", time: null, separator: "," });
    expect(await db.schema.hasColumn("heading_roles", "unit")).toBe(true);
  });
  it("count what the journals of an older workshop used up in cleaning, as they stood in the end", async () => {
    const first = await migrationSource.getMigrations([]);
    const until = (name: string) => ({
      ...migrationSource,
      getMigrations: () => Promise.resolve(first.filter((m) => m.name < name)),
    });
    await db.migrate.rollback({ migrationSource }, true);
    await db.migrate.latest({ migrationSource: until("0008") });
    await db("machines").insert({ id: 1, tag: "OLD", model: "M", created_at: now });
    await db("jobs").insert({ id: 1, machine_id: 1, opened_at: now });
    const entries = [
      ["clean:b1", "done", "out;swab=4;air=10;glue=9"],
      ["clean:f1", "done", "mat;swab=2"],
      ["clean:f1", "undone", ""],
      ["clean:c1", "noted", "alcohol;cloth=2"],
      ["clean:c2", "done", "by magic;cloth=2"],
      ["clean:c3", "done", "alcohol;cloth=2;alcohol=oops"],
      ["dust:f1", "done", "3"],
    ] as const;
    for (const [i, [step, act, value]] of entries.entries())
      await db("journal").insert({
        id: `e${i}`,
        job_id: 1,
        at: now,
        received_at: now,
        stage: "clean",
        step,
        act,
        value,
      });
    await db.migrate.latest({ migrationSource });
    expect(await db("cleanings").orderBy(["step", "kind"]).select("step", "kind", "amount", "on_day")).toEqual([
      { step: "clean:b1", kind: "air", amount: 10, on_day: now.slice(0, 10) },
      { step: "clean:b1", kind: "swab", amount: 4, on_day: now.slice(0, 10) },
      { step: "clean:c3", kind: "cloth", amount: 2, on_day: now.slice(0, 10) },
    ]);
  });
  it("set what keeps acknowledged work on disk", async () => {
    const pragma = async (name: string) =>
      Object.values((await db.raw<Record<string, unknown>[]>(`pragma ${name}`))[0] ?? {})[0];
    expect(await pragma("journal_mode")).toBe("wal");
    expect(await pragma("synchronous")).toBe(2);
    expect(await pragma("foreign_keys")).toBe(1);
  });
});

describe("machines and jobs", () => {
  it("come back as stored; a tag is found whatever its case", async () => {
    const id = await machine();
    await setDue(db, id, { dueOn: "2031-06-01", why: "rule", by: "hand" });
    expect(await findMachine(db, id)).toMatchObject({ tag: "T-1", limitC: 95, dueOn: "2031-06-01" });
    expect((await machineByTag(db, "t-1"))?.id).toBe(id);
  });
  it("a tag stands once, a job needs its machine", async () => {
    await machine();
    await expect(machine()).rejects.toThrow(/UNIQUE/);
    await expect(addJob(db, 999, "hot", now)).rejects.toThrow(/FOREIGN KEY/);
  });
});

describe("runs", () => {
  it("keep samples, original file and conditions to the bit", async () => {
    const jobId = await addJob(db, await machine(), "hot", now);
    const given = newRun(jobId, "before");
    const id = await addRun(db, given, now);
    const record = await findRun(db, id);
    if (!record) throw new Error("not stored");
    const samples = await loadSamples(db, record);
    expect(samples.timeS).toEqual(given.run.timeS);
    expect(samples.channels).toEqual(given.run.channels);
    expect(await loadChannel(db, id, "cpu.power")).toEqual(
      given.run.channels.find((c) => c.key === "cpu.power")?.values,
    );
    expect((await originalFile(db, id))?.length).toBe(given.sourceBytes);
    expect(record.conditions).toEqual(conditions);
    expect(record.phases).toMatchObject({ loadOnS: given.phases?.loadOnS });
  });
  it("a second run of one kind replaces the first, which stays as evidence", async () => {
    const jobId = await addJob(db, await machine(), "hot", now);
    const first = await addRun(db, newRun(jobId, "before"), now);
    const second = await addRun(db, newRun(jobId, "before"), now);
    expect((await runsOfJob(db, jobId)).before?.id).toBe(second);
    expect((await replacedRuns(db, jobId)).map((r) => r.id)).toEqual([first]);
  });
  it("nothing is stored by halves", async () => {
    const jobId = await addJob(db, await machine(), "hot", now);
    const broken = newRun(jobId, "before");
    broken.run.channels.push({
      ...(broken.run.channels[0] ?? { unit: "", heading: "", values: new Float32Array() }),
      key: broken.run.channels[0]?.key ?? "",
    });
    await expect(addRun(db, broken, now)).rejects.toThrow(/UNIQUE/);
    expect(await db("runs").count({ n: "*" })).toEqual([{ n: 0 }]);
    expect(await db("run_channels").count({ n: "*" })).toEqual([{ n: 0 }]);
  });
  it("bounds and conditions can be changed; deleting a machine takes its jobs and runs along", async () => {
    const machineId = await machine();
    const jobId = await addJob(db, machineId, "hot", now);
    const id = await addRun(db, newRun(jobId, "before"), now);
    await updateRun(db, id, { phases: { loadOnS: 5, loadOffS: 50 }, conditions: { ...conditions, roomEndC: 30 } });
    expect(await findRun(db, id)).toMatchObject({ phases: { loadOnS: 5, loadOffS: 50 }, conditions: { roomEndC: 30 } });
    await db("machines").where({ id: machineId }).delete();
    expect(await db("jobs")).toEqual([]);
    expect(await db("run_files").count({ n: "*" })).toEqual([{ n: 0 }]);
  });
});

describe("what headings were told", () => {
  it("is kept per header and overwritten by the newest word", async () => {
    await rememberRoles(db, "k1", { temp2: { role: "drive.temperature" } }, now);
    await rememberRoles(db, "k1", { temp2: { role: "room.temperature", unit: "°F" } }, now);
    await rememberRoles(db, "k2", { temp2: { role: "none" } }, now);
    expect(await rememberedRoles(db)).toEqual({
      k1: { temp2: { role: "room.temperature", unit: "°F" } },
      k2: { temp2: { role: "none" } },
    });
  });
});
