import { existsSync, mkdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { strFromU8, unzipSync } from "fflate";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { backUp, restore } from "../../data/base/backup";
import { database, databasePath, openDatabase } from "../../data/base/connection";
import { erasedIn, isNamedBy } from "../../data/workshop/erasure";
import { usedOfLots } from "../../data/workshop/lotUses";
import { findByWords } from "../../data/workshop/finds";
import { machineByTag } from "../../data/workshop/machines";
import { addAudit } from "../../data/workshop/trust";
import { loadDemo } from "../../demo/load";
import { near } from "../../testing/near";
import { temporaryDatabase } from "../../testing/bed";
import { backgroundOver } from "../base/background/task";
import { photoBytes, storePhoto, updatePhoto } from "../drawing/photos";
import { allOf } from "../record/allOf";
import { signOff } from "../record/document";
import { verified } from "../record/verify";
import { erase, eraseDue, erasureView, changeRetention, previewRetention, UNDO_MS } from "./erasure";
import { newJob, openAgain, setDueDate } from "./machines";

temporaryDatabase("erasure");

const TAG = "LR-02";
const SECRET = "howls-in-quiet-scenes-of-act-seven";
let [machine, job] = [0, 0];
const sign = { role: "bench technician", initials: "MT", checkedRole: "", checkedInitials: "" };
async function* once(bytes: Buffer): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(new Uint8Array(bytes));
}
async function aPhoto(): Promise<number> {
  const made = sharp({ create: { width: 300, height: 200, channels: 3, background: "#335577" } }).jpeg();
  const stored = await storePhoto(job, "found", once(await made.toBuffer()));
  return stored.ok ? stored.value.photoId : 0;
}
const copy = () => join(dirname(databasePath()), "then.db");
/** Whether words stand anywhere in the files of the database. */
const stands = (words: string) =>
  ["", "-wal"].some((end) => {
    const path = databasePath() + end;
    return existsSync(path) && statSync(path).size > 0 && readFileSync(path).includes(words);
  });

beforeAll(async () => {
  const db = await database();
  await loadDemo(db, new Date(), [TAG, "LR-03", "LR-11"]);
  await backgroundOver();
  machine = (await machineByTag(db, TAG))?.id ?? 0;
  job = (await db("jobs").where({ machine_id: machine }).orderBy("id", "desc").first<{ id: number }>("id")).id;
  await openAgain(job);
  await updatePhoto(await aPhoto(), { note: SECRET });
  await db("jobs").where({ id: job }).update({ complaint: SECRET });
  await setDueDate(job, { dueOn: "2031-06-02", why: SECRET, close: true, note: SECRET });
  await signOff(job, sign);
  await addAudit(db, { who: "MT", bench: "left", what: `a report, job ${job}` });
  await addAudit(db, { who: "MT", bench: "left", what: `a report, job ${job}9` });
  await backUp(databasePath(), copy());
}, 120_000);

describe("a photo that was taken away", () => {
  it("can be brought back for ten minutes, and is gone for good then", async () => {
    await openAgain(job);
    const photo = await aPhoto();
    await updatePhoto(photo, { removed: true });
    const now = Date.now();
    expect(await eraseDue(now + UNDO_MS - 5_000)).toBe(0);
    expect((await updatePhoto(photo, { removed: false })).ok).toBe(true);
    await updatePhoto(photo, { removed: true });
    expect(await eraseDue(now + UNDO_MS + 5_000)).toBe(1);
    expect(await photoBytes(photo, false)).toBeNull();
    expect(await updatePhoto(photo, { removed: false })).toMatchObject({ problem: { code: "photo-not-found" } });
    // the write-ahead file holds nothing of it either
    expect(statSync(`${databasePath()}-wal`).size).toBe(0);
    await setDueDate(job, { dueOn: "2031-06-02", why: SECRET, close: true, note: SECRET });
  });
});

describe("all that is known of a machine", () => {
  it("is one zip: what is known of itself, and every job as a bundle that is whole", async () => {
    const all = await allOf(machine);
    const bytes = new Uint8Array(await new Response(all?.stream).arrayBuffer());
    const files = unzipSync(bytes);
    const jobs = Object.keys(files).filter((n) => n.startsWith("jobs/"));
    const [row] = await (await database())("jobs").where({ machine_id: machine }).count<{ n: number }[]>({ n: "*" });
    expect(jobs).toHaveLength(Number(row?.n));
    const last = files[jobs.at(-1) ?? ""] ?? new Uint8Array();
    expect(await verified("job.zip", last)).toMatchObject({ ok: true, value: { revision: 1 } });
    const known = JSON.parse(strFromU8(files["machine.json"] ?? new Uint8Array())) as {
      machine: { tag: string };
      audit: { what: string }[];
      dates: unknown[];
    };
    expect(known.machine.tag).toBe(TAG);
    expect(known.audit.map((a) => a.what)).toEqual([`a report, job ${job}`]);
    expect(known.dates.length).toBeGreaterThan(0);
    expect(await allOf(9_999)).toBeNull();
  }, 60_000);
});

describe("a machine that is erased", () => {
  it("wants its tag typed anew", async () => {
    expect(await erase(machine, { tag: "LR-03" })).toMatchObject({ ok: false, problem: { code: "bad-fields" } });
    expect(await erase(9_999, { tag: TAG })).toMatchObject({ problem: { code: "machine-not-found" } });
    expect(await machineByTag(await database(), TAG)).not.toBeNull();
  });

  it("is not erased under a run that goes", async () => {
    const db = await database();
    const run = { id: 99, job_id: job, kind: "after", recipe_json: "{}", conditions_json: "{}", token_hash: "" };
    const columns = Object.keys(await db("live_runs").columnInfo());
    const needed = Object.fromEntries(columns.map((c) => [c, (run as Record<string, unknown>)[c] ?? ""]));
    await db("live_runs").insert({ ...needed, closed_at: null });
    expect(await erase(machine, { tag: TAG })).toMatchObject({ problem: { code: "run-going" } });
    await db("live_runs").where({ id: 99 }).delete();
  });

  it("is named in a line by its tag as a word alone, or by its numbers", () => {
    const own = { jobs: [4, 12], runs: [7], photos: [] };
    const named = (tag: string, ...lines: string[]) => lines.filter(isNamedBy(3, tag, own));
    expect(named("A", "a report, job 5", "A was moved", "signed in At A", "LR-A", "A-1")).toEqual([
      "A was moved",
      "signed in At A",
    ]);
    expect(named("L(R)+2", "about L(R)+2.", "about LR2")).toEqual(["about L(R)+2."]);
    expect(named("X", "a run, job 4", "a run, job 42", "runs/7", "runs/70", "machines/3", "machines/33")).toEqual([
      "a run, job 4",
      "runs/7",
      "machines/3",
    ]);
  });

  it("is gone from every table, from search, audit and the file itself; materials stay used", async () => {
    const db = await database();
    const used = [...(await usedOfLots(db))];
    const broken = (table_name: string, row: number) => ({ table_name, column_name: "gzip", row, found_at: "" });
    const [own] = await db("runs").where({ job_id: job }).pluck<number[]>("id");
    const [other] = await db("runs").whereNot({ job_id: job }).pluck<number[]>("id");
    await db("broken_pieces").insert([own, other].map((run) => broken("run_files", run ?? 0)));
    expect(stands(SECRET)).toBe(true);
    mkdirSync(join(dirname(databasePath()), "backups"), { recursive: true });
    expect(await erase(machine, { tag: TAG })).toEqual({ ok: true, value: null });
    expect(stands(SECRET)).toBe(false);
    expect(await db("jobs").where({ machine_id: machine })).toEqual([]);
    for (const table of ["runs", "photos", "journal", "verdicts", "signoffs", "stands", "cleanings", "bookings"])
      expect(await db(table).whereNotIn("job_id", db("jobs").select("id"))).toEqual([]);
    for (const table of ["run_files", "run_channels"])
      expect(await db(table).whereNotIn("run_id", db("runs").select("id"))).toEqual([]);
    expect(await db("photo_files").whereNotIn("photo_id", db("photos").select("id"))).toEqual([]);
    expect(Object.values(await findByWords(db, TAG, 5)).flat()).toEqual([]);
    expect(Object.values(await findByWords(db, SECRET, 5)).flat()).toEqual([]);
    const audit = await db("audit").orderBy("id").pluck<string[]>("what");
    expect(audit).toContain("something of a machine that was erased since");
    // another job's line stays
    expect(audit).toContain(`a report, job ${job}9`);
    expect(audit.at(-1)).toBe("a machine was erased");
    expect([...(await usedOfLots(db))].map(([lot, n]) => [lot, near(n, 6)])).toEqual(used);
    // what is broken of others is told on
    expect(await db("broken_pieces").pluck<number[]>("row")).toEqual([other]);
    await db("broken_pieces").delete();
    expect(await db.raw("PRAGMA foreign_key_check")).toEqual([]);
  });

  it("leaves hash, date and role of what was signed, and nobody's name", async () => {
    const { stones } = await erasureView();
    expect(stones).toMatchObject([{ revision: 1, role: "bench technician" }]);
    expect(stones[0]?.sha256).toMatch(/^[0-9a-f]{64}$/);
    expect(JSON.stringify(stones)).not.toContain("MT");
  });

  it("is erased again in a back-up made before, by the database that stands there or the list beside it", async () => {
    const how = { dryRun: false, replace: true, broken: false, stamp: "s", erase: erasedIn };
    const [beside, alone] = [copy(), join(dirname(databasePath()), "backups", "then.db")];
    await backUp(beside, alone);
    expect(await restore(beside, databasePath(), { ...how, dryRun: true })).toMatchObject({ value: { erased: 1 } });
    for (const [from, to] of [
      // in the place of nothing: only the list beside the back-ups knows
      [alone, join(dirname(databasePath()), "new.db")],
      [beside, `${databasePath()}.again`],
    ] as const) {
      if (from === beside) await backUp(databasePath(), to);
      expect(await restore(from, to, { ...how, stamp: from === alone ? "a" : "b" })).toMatchObject({
        value: { erased: 1 },
      });
      const db = await openDatabase(to);
      expect(await machineByTag(db, TAG)).toBeNull();
      expect(await machineByTag(db, "LR-03")).not.toBeNull();
      expect(await db("tombstones").pluck("revision")).toEqual([1]);
      await db.destroy();
      expect(readFileSync(to).includes(SECRET)).toBe(false);
    }
  }, 60_000);
});

describe("a rule that erases by itself", () => {
  it("is off, shows whom it would take before it is kept, and takes just those", async () => {
    expect((await erasureView()).retention).toEqual({ years: null });
    expect(await eraseDue()).toBe(0);
    const db = await database();
    const [old, other] = [await machineByTag(db, "LR-03"), await machineByTag(db, "LR-11")];
    await db("jobs").whereNull("closed_at").update({ closed_at: new Date().toISOString() });
    await db("jobs").where({ machine_id: old?.id }).update({ closed_at: "2020-01-01T00:00:00.000Z" });
    await db("jobs").where({ machine_id: other?.id }).update({ closed_at: "2020-01-01T00:00:00.000Z" });
    // brought again: one job is open
    await newJob(other?.id ?? 0, { complaint: "loud", comesBack: false });
    expect(await previewRetention({ years: 3 })).toMatchObject({
      value: { count: 1, machines: [{ tag: "LR-03", lastClosed: "2020-01-01T00:00:00.000Z" }] },
    });
    for (const years of [0, 1.5, "x"]) expect((await previewRetention({ years })).ok).toBe(false);
    expect(await machineByTag(db, "LR-03")).not.toBeNull();
    expect((await changeRetention({ years: 3 })).ok).toBe(true);
    expect(await eraseDue()).toBe(1);
    expect(await machineByTag(db, "LR-03")).toBeNull();
    expect(await machineByTag(db, "LR-11")).not.toBeNull();
    expect(await eraseDue()).toBe(0);
    expect((await changeRetention({ years: null })).ok).toBe(true);
  });
});
