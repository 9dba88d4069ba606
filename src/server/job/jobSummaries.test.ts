import { describe, expect, it } from "vitest";
import { TAKEN_IN } from "../../core/workshop/job";
import { database } from "../../data/base/connection";
import { staleJobs, summariesOf } from "../../data/workshop/jobSummaries";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { saveEntries } from "../handwork/service";
import { holdJob, newJob, setDueDate } from "../workshop/machines";
import { benchView } from "../workshop/views/bench";
import { rackView } from "../workshop/views/rack";
import { searchView } from "../workshop/views/search";
import { forecastsView } from "./forecasts";
import { jobView, summaryNow } from "./job";
import { listsAsked, summariesOfJobs } from "./jobSummaries";
import { bringUpToDate, MADE_BY, makeStale, summariesLeft } from "./makeSummaries";

temporaryDatabase("summaries");

let entries = 0;
/** A step of the job is done: how it stands is stale. */
async function aStep(jobId: number): Promise<void> {
  const id = `${++entries}`.padStart(24, "0");
  const entry = { id, at: "2031-03-01T09:00:00.000Z", stage: "intake", step: "intake:look", value: "", reason: "" };
  const saved = await saveEntries(jobId, { entries: [{ ...entry, act: "done" }] });
  if (!saved.ok) throw new Error(saved.problem.message);
}

const RACK = { way: "waits" as const, word: "", from: "", shelf: null, page: 1 };
const stale = async () => staleJobs(await database(), 99);

describe("how a job stands", () => {
  it("is written with its intake, and is what working it out would say", async () => {
    const jobId = await jobOn("Wrenfell 14");
    expect(await stale()).toEqual([]);
    const kept = (await summariesOf(await database(), [jobId])).get(jobId);
    expect(kept).toEqual({ summary: await summaryNow(jobId), behind: false, by: MADE_BY });
    expect(kept?.summary).toEqual(TAKEN_IN);
    // so is a further job of the machine
    const machineId = (await jobView(jobId))?.machine.id ?? 0;
    await newJob(machineId, { complaint: "again", comesBack: false });
    expect(await stale()).toEqual([]);
  });

  it("does not change by being put on hold, nor by a check run that is asked for", async () => {
    const jobId = await jobOn("Wrenfell 14");
    expect((await holdJob(jobId, { for: "part", what: "blower B1", until: null, limit: null })).ok).toBe(true);
    expect((await holdJob(jobId, null)).ok).toBe(true);
    expect(await stale()).toEqual([]);
    // what was behind before stays so
    await aStep(jobId);
    await holdJob(jobId, { for: "word", what: "may it cost more?", until: null, limit: null });
    expect(await stale()).toEqual([jobId]);
    await bringUpToDate();
    const due = { dueOn: null, why: "", close: true, note: "", checkOn: "2033-01-01" };
    expect((await setDueDate(jobId, due)).ok).toBe(true);
    // closing is a fact
    expect(await stale()).toEqual([jobId]);
    await bringUpToDate();
  });

  it("is shown as it was last known where nothing can be written, and said to be behind", async () => {
    const jobId = await jobOn("Wrenfell 14");
    await aStep(jobId);
    const db = await database();
    await db.raw("PRAGMA query_only = 1");
    expect((await summariesOfJobs([{ id: jobId }])).get(jobId)).toEqual({ ...TAKEN_IN, behind: true });
    for (const view of [forecastsView, benchView, () => searchView("J"), () => rackView(RACK)])
      expect((await view()).behind).toBe(true);
    await db.raw("PRAGMA query_only = 0");
    expect((await summariesOfJobs([{ id: jobId }])).get(jobId)).toMatchObject({ behind: false });
    await aStep(jobId);
    expect(await listsAsked()).toBe(false);
    for (const view of [forecastsView, benchView, () => searchView("J"), () => rackView(RACK)])
      expect((await view()).behind).toBe(false);
    expect(await summariesLeft()).toBe(0);
  });
});

describe("working them out", () => {
  it("begins with those somebody looks at, the newest after them, each once; and ends when it is told to", async () => {
    const ids = [await jobOn("Wrenfell 14"), await jobOn("Wrenfell 14"), await jobOn("Wrenfell 14")];
    for (const id of ids) await aStep(id);
    const order: number[] = [];
    let first = [ids[0] ?? 0];
    const n = await makeStale({ takeFirst: () => first.splice(0), onMade: (made) => order.push(...made) > 0 });
    expect(n).toBe(3);
    expect(order.slice(0, 3)).toEqual([ids[0], ids[2], ids[1]]);
    for (const id of ids) await aStep(id);
    first = [ids[1] ?? 0];
    expect(await makeStale({ takeFirst: () => first.splice(0), onMade: () => false })).toBe(1);
    expect((await stale()).sort()).toEqual([ids[0], ids[2]]);
    await bringUpToDate();
  });

  it("what another version made is made anew: of closed jobs by its form, of open ones by its judge too", async () => {
    const [open, closed, old] = [await jobOn("Wrenfell 14"), await jobOn("Wrenfell 14"), await jobOn("Wrenfell 14")];
    const due = { dueOn: null, why: "", close: true, note: "", checkOn: null };
    for (const id of [closed, old]) await setDueDate(id, due);
    await bringUpToDate();
    const db = await database();
    const form = MADE_BY.split("/")[0] ?? "";
    await db("stands")
      .whereIn("job_id", [open, closed])
      .update({ made_by: `${form}/0` });
    await db("stands").where({ job_id: old }).update({ made_by: "1/0" });
    expect(await bringUpToDate()).toBe(2);
    const by = async (id: number) => (await summariesOf(db, [id])).get(id)?.by;
    expect([await by(open), await by(closed), await by(old)]).toEqual([MADE_BY, `${form}/0`, MADE_BY]);
  });

  it("one of an older form is shown as far as it goes until then", async () => {
    const jobId = await jobOn("Wrenfell 14");
    const db = await database();
    await db("stands").where({ job_id: jobId }).update({ told_json: '{"beforeFact":"97 °C"}', at: "open" });
    expect((await summariesOf(db, [jobId])).get(jobId)?.summary).toEqual({
      ...TAKEN_IN,
      at: "open",
      beforeFact: "97 °C",
    });
  });
});
