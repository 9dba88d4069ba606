import { describe, expect, it, vi } from "vitest";
import { closeJob, setWaits } from "../../../data/workshop/jobs";
import { database } from "../../../data/base/connection";
import { setDue } from "../../../data/workshop/dues";
import { staleJobs } from "../../../data/workshop/jobSummaries";
import { dayAfter } from "../../../core/base/days";
import { temporaryDatabase } from "../../../testing/bed";
import { intake } from "../machines";
import { benchView } from "./bench";
import { rackView } from "./rack";
import { bringUpToDate } from "../../job/makeSummaries";

temporaryDatabase("rack");

const today = new Date().toISOString().slice(0, 10);
let count = 0;
async function taken(model: string, place: string, complaint = "hot"): Promise<{ machineId: number; jobId: number }> {
  const tag = `R-${String(++count).padStart(3, "0")}`;
  const r = await intake({ tag, model, place, complaint, environment: "lint", form: "fifteen", limitC: 95 });
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
}
/** A machine at its place, due so many days from today. */
async function served(model: string, place: string, dueIn: number | null): Promise<number> {
  const { machineId, jobId } = await taken(model, place);
  const db = await database();
  await closeJob(db, jobId, "", new Date().toISOString());
  if (dueIn !== null) await setDue(db, machineId, { dueOn: dayAfter(today, dueIn), why: "lint", by: "hand" });
  return machineId;
}
/** A run as a row, without its readings. */
const BARE_RUN = {
  kind: "before",
  created_at: "2031-03-01T09:00:00.000Z",
  source_name: "a.csv",
  source_sha256: "",
  source_bytes: 0,
  rows: 0,
  step_s: 1,
  columns_json: "[]",
  layout_json: "{}",
  gaps_json: "[]",
  warnings_json: "[]",
};
const plain = { word: "", from: "", shelf: null, page: 1 };
const shelves = async (more: Partial<Parameters<typeof rackView>[0]> = {}) =>
  (await rackView({ way: "waits", ...plain, ...more })).shelves.map((s) => [s.name, s.count, s.machines.length]);

describe("the rack", () => {
  it("an empty one has no shelves and counts nothing", async () => {
    const view = await rackView({ way: "waits", ...plain });
    expect([view.shelves, view.total, view.letters]).toEqual([[], 0, []]);
  });

  it("stands by what waits: open jobs and late ones are for hands, the rest by its date", async () => {
    await taken("Wrenfell 14", "Box office");
    const held = await taken("Wrenfell 14", "Attic");
    const db = await database();
    await setWaits(db, held.jobId, { for: "part", what: "blower", until: null, limit: null, since: today });
    await served("Tessaly K15", "Bar", -14);
    await served("Tessaly K15", "Cellar", 30);
    await served("Tessaly K15", "Dock", 300);
    await served("Tessaly K15", "Dock", null);
    expect(await shelves()).toEqual([
      ["Hands", 2, 2],
      ["On hold", 1, 1],
      ["Due", 1, 1],
      ["Later", 2, 2],
    ]);
    const [hands] = (await rackView({ way: "waits", ...plain })).shelves;
    // the open one first, then the late one
    expect(hands?.machines.map((m) => [m.machine.place, m.open?.button ?? null, m.lateDays])).toEqual([
      ["Box office", "Run before", 0],
      ["Bar", null, 14],
    ]);
    expect(hands?.late).toBe(1);
  });

  it("stands by model and by place, and is found by tag, place, model or a word from a job", async () => {
    expect(await shelves({ way: "model" })).toEqual([
      ["Tessaly K15", 4, 4],
      ["Wrenfell 14", 2, 2],
    ]);
    expect((await shelves({ way: "place" })).map(([name]) => name)).toEqual(["Attic", "Bar", "Box office"]);
    expect(await shelves({ way: "place", word: "cellar" })).toEqual([["Cellar", 1, 1]]);
    expect(await shelves({ way: "place", word: "R-001" })).toEqual([["Box office", 1, 1]]);
    await taken("Orrowby 17", "Loft", "shrieks at night");
    expect(await shelves({ way: "model", word: "SHRIEKS" })).toEqual([["Orrowby 17", 1, 1]]);
    expect(await shelves({ word: "%" })).toEqual([]);
  });

  it("goes on to the next boards and back, and a letter leads to its places", async () => {
    const first = await rackView({ way: "place", ...plain });
    expect([first.next, first.back]).toEqual(["Cellar", null]);
    const second = await rackView({ way: "place", ...plain, from: "Cellar" });
    expect([second.shelves.map((s) => s.name), second.next, second.back]).toEqual([
      ["Cellar", "Dock", "Loft"],
      null,
      "Attic",
    ]);
    expect(first.letters.map((l) => [l.letter, l.count])).toEqual([
      ["A", 1],
      ["B", 2],
      ["C", 1],
      ["D", 2],
      ["L", 1],
    ]);
    expect((await shelves({ way: "place", from: "D" }))[0]).toEqual(["Dock", 2, 2]);
  });

  it("a shelf of many shows four face out, and alone turns page by page", async () => {
    for (let i = 0; i < 18; i++) await served("Calder Nook 13", "Long hall", 200 + i);
    expect(await shelves({ way: "place", from: "Lon" })).toEqual([["Long hall", 18, 4]]);
    const pages = [];
    for (const page of [1, 2]) {
      const view = await rackView({ way: "place", ...plain, shelf: "Long hall", page });
      expect(view.alone).toEqual({ page, pages: 2 });
      pages.push(view.shelves[0]?.machines.map((m) => m.machine.tag) ?? []);
    }
    expect(pages.map((p) => p.length)).toEqual([15, 3]);
    expect(new Set(pages.flat()).size).toBe(18);
    expect((await rackView({ way: "place", ...plain, shelf: "No such place", page: 1 })).shelves).toEqual([]);
  });

  it("one job that cannot be read is shown as it was last known, and takes no other with it", async () => {
    const broken = await taken("Wrenfell 14", "Broken cellar");
    const sound = await taken("Wrenfell 14", "Sound cellar");
    const db = await database();
    // a verdict of which nothing is left but its brackets
    const ids: number[] = [];
    for (const kind of ["before", "after"]) {
      const run = { ...BARE_RUN, kind, job_id: broken.jobId, conditions_json: "{}" };
      ids.push(...(await db("runs").insert(run).returning<{ id: number }[]>("id")).map((r) => r.id));
    }
    const of = { job_id: broken.jobId, before_run_id: ids[0], after_run_id: ids[1] };
    const given = { created_at: "2031-03-01T09:00:00.000Z", judge_version: "2.4", inputs_json: "{}" };
    await db("verdicts").insert({ ...of, ...given, result_json: "{}" });
    const logged = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const [shelf] = (await rackView({ way: "model", ...plain, word: "cellar" })).shelves.slice(-1);
    expect(shelf?.machines.map((m) => [m.machine.id, m.open?.button ?? null, m.behind])).toEqual([
      [broken.machineId, "Run before", true],
      [sound.machineId, "Run before", false],
    ]);
    expect((await benchView()).items.map((i) => i.jobId)).toContain(sound.jobId);
    expect(logged).toHaveBeenCalled();
    logged.mockRestore();
  });

  it("is shown on a disk that takes nothing: what stands anew is told, and kept once it can be", async () => {
    const { jobId } = await taken("Wrenfell 14", "Gallery");
    const db = await database();
    const stale = async () => (await staleJobs(db, 500)).includes(jobId);
    await db("stands").where({ job_id: jobId }).increment("facts", 1);
    await db.raw("PRAGMA query_only = ON");
    try {
      const view = await benchView();
      expect(JSON.stringify(view)).toContain("Gallery");
      expect((await shelves()).flat().length).toBeGreaterThan(0);
      expect(await bringUpToDate()).toBe(0);
    } finally {
      await db.raw("PRAGMA query_only = OFF");
    }
    expect(await stale()).toBe(true);
    await rackView({ way: "waits", ...plain });
    expect(await stale()).toBe(false);
  });
});
