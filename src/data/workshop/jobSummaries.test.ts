import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Knex } from "knex";
import type { JobSummary } from "../../core/workshop/job";
import { openDatabase } from "../base/connection";
import { addJob, closeJob } from "./jobs";
import { addEntries } from "../handwork/journal";
import { addLot, listLots } from "./materials";
import { addMachine, findMachine } from "./machines";
import * as stands from "../base/migrations/0008-stands";
import * as ways from "../base/migrations/0009-ways";
import * as letters from "../base/migrations/0025-letters";
import * as forecasts from "../base/migrations/0011-forecasts";
import { saveTriage, lastTriage } from "../measure/triages";
import { factsOf, forecastRows, writeSummary, staleJobs, summariesOf } from "./jobSummaries";

let db: Knex;
beforeAll(async () => {
  db = await openDatabase(":memory:");
});
afterAll(() => db.destroy());

const now = "2031-03-01T09:00:00.000Z";
let count = 0;
async function job(): Promise<{ machineId: number; jobId: number }> {
  const about = { variant: "", place: "", environment: "lint", form: "fifteen", limitC: 95 };
  const machineId = await addMachine(db, { tag: `S-${++count}`, model: "Amble 15", ...about }, now);
  return { machineId, jobId: await addJob(db, machineId, "hot", now) };
}
const entry = (n: number, act: "done" | "undone", value = "mat;swab=4") => ({
  id: `e${++count}-${n}`,
  at: "2019-01-01T00:00:00.000Z",
  stage: "clean" as const,
  step: "clean:p1",
  act,
  value,
  reason: "",
});
const as: JobSummary = {
  at: "open",
  beforeFact: "97 °C",
  verdict: null,
  timesS: { open: 60 },
  found: "",
  grade: null,
  did: ["dust"],
  measured: null,
  days: { before: "2031-01-02", after: null },
  forecast: null,
};
const bareRun = {
  source_name: "a.csv",
  source_sha256: "",
  source_bytes: 0,
  rows: 0,
  step_s: 1,
  columns_json: "[]",
  layout_json: "{}",
  gaps_json: "[]",
  warnings_json: "[]",
  conditions_json: "{}",
};
const keep = async (jobId: number, facts: number) => writeSummary(db, jobId, as, { by: "1", facts });

describe("how a job stands, kept for lists", () => {
  it("is stale from the first, is kept, and goes stale with every fact that comes in", async () => {
    const { jobId, machineId } = await job();
    const stale = async () => (await staleJobs(db, 99)).includes(jobId);
    expect(await stale()).toBe(true);
    await keep(jobId, await factsOf(db, jobId));
    expect(await stale()).toBe(false);
    expect((await summariesOf(db, [jobId])).get(jobId)).toEqual({ summary: as, behind: false, by: "1" });
    const facts: [string, () => Promise<unknown>][] = [
      ["a journal entry", () => addEntries(db, jobId, [entry(1, "done")], now)],
      ["a limit", () => db("machines").where({ id: machineId }).update({ limit_c: 90 })],
      ["a practice", () => db("job_ways").insert({ job_id: jobId, ways_json: "{}" })],
      ["closing", () => closeJob(db, jobId, "", now)],
    ];
    for (const [fact, happens] of facts) {
      await happens();
      expect([fact, await stale()]).toEqual([fact, true]);
      // the last known goes on being told, and that it is behind
      expect((await summariesOf(db, [jobId])).get(jobId)).toEqual({ summary: as, behind: true, by: "1" });
      await keep(jobId, await factsOf(db, jobId));
    }
  });

  it("a fact that came in while it was worked out leaves it stale", async () => {
    const { jobId } = await job();
    const seen = await factsOf(db, jobId);
    await addEntries(db, jobId, [entry(1, "done")], now);
    await keep(jobId, seen);
    expect(await staleJobs(db, 99)).toContain(jobId);
  });

  it("a machine knows its last and its open job", async () => {
    const { machineId, jobId } = await job();
    const second = await addJob(db, machineId, "again", now);
    const known = () =>
      db("machines").where({ id: machineId }).first<{ last_job_id: number; open_job_id: number | null }>();
    expect(await known()).toMatchObject({ last_job_id: second, open_job_id: jobId });
    await closeJob(db, jobId, "", now);
    expect(await known()).toMatchObject({ open_job_id: second });
    await closeJob(db, second, "", now);
    expect(await known()).toMatchObject({ last_job_id: second, open_job_id: null });
  });
});

describe("what was forecast, kept with how a job stands", () => {
  const facts = (guessK: number) => ({ chip: "cpu", parts: [], won: null, guessK });
  it("comes back in the order of its days, the newest so many, and those before a job alone", async () => {
    const ids: number[] = [];
    for (const [on, guessK] of [
      ["2031-03-02", 1],
      ["2031-03-01", 2],
      ["2031-03-02", 3],
    ] as const) {
      const { jobId } = await job();
      ids.push(jobId);
      await writeSummary(
        db,
        jobId,
        { ...as, at: "verdict", forecast: { on, facts: facts(guessK) } },
        { by: "1", facts: await factsOf(db, jobId) },
      );
      expect((await summariesOf(db, [jobId])).get(jobId)?.summary.forecast).toEqual({ on, facts: facts(guessK) });
    }
    const told = (rows: { facts: { guessK: number | null } }[]) => rows.map((r) => r.facts.guessK);
    expect(told(await forecastRows(db, 9))).toEqual([2, 1, 3]);
    expect(told(await forecastRows(db, 2))).toEqual([1, 3]);
    expect(told(await forecastRows(db, 9, { on: "2031-03-02", jobId: ids[2] ?? 0 }))).toEqual([2, 1]);
    expect(told(await forecastRows(db, 9, { on: "2031-03-01", jobId: ids[1] ?? 0 }))).toEqual([]);
    // asked on a later day a job is still none of those before it
    expect(told(await forecastRows(db, 9, { on: "2031-03-09", jobId: ids[2] ?? 0 }))).toEqual([2, 1]);
    expect((await forecastRows(db, 1))[0]).toMatchObject({
      jobId: ids[2],
      on: "2031-03-02",
      at: "verdict",
      closed: false,
    });
    // a job that no longer has one is told no more
    await keep(ids[0] ?? 0, await factsOf(db, ids[0] ?? 0));
    expect(told(await forecastRows(db, 9))).toEqual([2, 3]);
  });
  it("goes stale when a run is read alone", async () => {
    const { jobId } = await job();
    const [run] = await db("runs")
      .insert({ job_id: jobId, kind: "before", created_at: now, ...bareRun })
      .returning<{ id: number }[]>("id");
    await keep(jobId, await factsOf(db, jobId));
    for (const sha of ["a", "b"]) {
      await saveTriage(db, run?.id ?? 0, sha, null);
      expect(await staleJobs(db, 999)).toContain(jobId);
      await keep(jobId, await factsOf(db, jobId));
    }
    expect(await lastTriage(db, run?.id ?? 0)).toBeNull();
  });
});

describe("what cleaning used", () => {
  const swabs = (lot: string, openedOn: string) =>
    addLot(
      db,
      {
        kind: "swab",
        name: "Swabs",
        lot,
        amount: 100,
        price: 5,
        boughtOn: openedOn,
        openedOn,
        bestBefore: null,
        paste: null,
        pad: null,
      },
      now,
    );
  it("is of the lot that was open when it came here, the one opened last before; undone it is none", async () => {
    const [first, second] = [await swabs("1", "2031-01-01"), await swabs("2", "2031-03-01")];
    await swabs("3", "2031-05-01");
    const used = async () =>
      (await listLots(db))
        .filter((l) => l.kind === "swab")
        .map((l) => [l.id, l.used] as const)
        .slice(0, 2);
    const before = new Map(await used());
    const { jobId } = await job();
    await addEntries(db, jobId, [entry(1, "done")], "2031-02-11T09:00:00.000Z");
    const late = await job();
    await addEntries(db, late.jobId, [entry(1, "done")], "2031-03-01T09:00:00.000Z");
    const more = (await used()).map(([id, n]) => [id, n - (before.get(id) ?? 0)]);
    expect(more).toEqual([
      [first, 4],
      [second, 4],
    ]);
    await addEntries(db, late.jobId, [entry(2, "undone")], "2031-03-01T09:01:00.000Z");
    expect((await used())[1]).toEqual([second, before.get(second)]);
  });
});

describe("a database of before", () => {
  it("is given all of it from what it holds, and loses nothing on the way down", async () => {
    const { jobId, machineId } = await job();
    await addEntries(db, jobId, [entry(1, "done", "mat;cloth=3")], now);
    const days = await db("cleaned_days").where({ kind: "cloth" });
    const machine = await findMachine(db, machineId);
    await db.transaction(async (tx) => {
      await letters.down(tx);
      await forecasts.down(tx);
      await ways.down(tx);
      await stands.down(tx);
      await stands.up(tx);
      await ways.up(tx);
      await forecasts.up(tx);
      await letters.up(tx);
    });
    expect(await db("cleaned_days").where({ kind: "cloth" })).toEqual(days);
    expect(await staleJobs(db, 999)).toContain(jobId);
    expect(await findMachine(db, machineId)).toEqual(machine);
    await addJob(db, machineId, "again", now);
  });
});
