import { describe, expect, it } from "vitest";
import { Journal, usualWays, type Entry } from "../core/service";
import { database } from "../data/connection";
import { addLayout, addRevision, revisionOfJob } from "../data/layouts";
import { jobWays } from "../data/ways";
import { tessalyK15Layout } from "../samples/layouts";
import { changeJobWays, changeWorkshopWays, keepEntries } from "./service";
import { jobOn, temporaryDatabase } from "../testing/bed";
import { benchView } from "./views/bench";
import { jobView } from "./views/job";
import { serviceStage } from "./views/service";

temporaryDatabase("service");

let count = 0;
const entry = (step: string, more: Partial<Entry> = {}): Entry => ({
  id: (count++).toString(16).padStart(32, "0"),
  at: new Date(Date.UTC(2031, 2, 4, 9, 0, count)).toISOString(),
  stage: "open",
  step,
  act: "done",
  value: "",
  reason: "",
  ...more,
});

describe("the journal on the server", () => {
  it("takes an entry that is sent twice once, and gives everybody's back", async () => {
    const jobId = await jobOn("Plain 15");
    const [a, b] = [entry("open:off"), entry("open:flip")];
    await keepEntries(jobId, { entries: [a] });
    const sent = await keepEntries(jobId, { entries: [a, b] });
    expect(sent.ok && sent.value.entries).toMatchObject([a, b]);
    const again = await keepEntries(jobId, { entries: [] });
    expect(again.ok && again.value.entries.length).toBe(2);
  });

  it("keeps the order in which entries came, whatever the clocks of their devices say", async () => {
    const jobId = await jobOn("Plain 15");
    const ahead = entry("open:off", { at: "2031-03-04T10:00:00.000Z" });
    const behind = entry("open:off", { act: "undone", at: "2031-03-04T09:57:00.000Z" });
    await keepEntries(jobId, { entries: [ahead] });
    const kept = await keepEntries(jobId, { entries: [behind] });
    const entries = kept.ok ? kept.value.entries : [];
    expect(entries.map((e) => e.id)).toEqual([ahead.id, behind.id]);
    expect(entries[1]?.seq).toBeGreaterThan(entries[0]?.seq ?? Infinity);
    expect(new Journal(entries).isDone("open:off")).toBe(false);
  });

  it("refuses what is no entry, and keeps nothing of the lot", async () => {
    const jobId = await jobOn("Plain 15");
    const why = async (bad: object, id = jobId) => {
      const r = await keepEntries(id, { entries: [entry("open:off"), { ...entry("open:flip"), ...bad }] });
      return r.ok ? "" : r.problem.code;
    };
    for (const bad of [
      { act: "erased" },
      { stage: "coffee" },
      { step: "<script>" },
      { id: "1" },
      { at: "yesterday" },
      { reason: "x".repeat(501) },
      { extra: 1 },
    ])
      expect(await why(bad), JSON.stringify(bad)).toBe("bad-fields");
    expect(await why({}, 9999)).toBe("job-not-found");
    const none = await keepEntries(jobId, { entries: [] });
    expect(none.ok && none.value.entries).toEqual([]);
  });

  it("of a closed job takes what was done before it was closed, and nothing after", async () => {
    const jobId = await jobOn("Plain 15");
    await (await database())("jobs").where({ id: jobId }).update({ closed_at: "2031-03-04T12:00:00.000Z" });
    expect((await keepEntries(jobId, { entries: [entry("open:off", { at: "2031-03-04T11:59:00.000Z" })] })).ok).toBe(
      true,
    );
    expect((await keepEntries(jobId, { entries: [entry("open:flip", { at: "2031-03-04T12:30:00.000Z" })] })).ok).toBe(
      false,
    );
  });

  it("gives a job the drawing its steps name, fixes its ways, and moves its stage on the bench", async () => {
    const db = await database();
    const now = "2031-03-01T09:00:00.000Z";
    const layoutId = await addLayout(db, { model: "Tessaly K15", variant: "", forkedFrom: null }, now);
    const revision = await addRevision(
      db,
      { layoutId, basedOn: null, document: tessalyK15Layout(), note: "", keptAt: now },
      now,
    );
    const jobId = await jobOn("Tessaly K15");
    expect(await revisionOfJob(db, jobId)).toBeNull();
    expect((await jobView(jobId))?.service.layout?.parts.length).toBe(tessalyK15Layout().parts.length);
    await keepEntries(jobId, {
      entries: [entry("gate:before-run", { act: "skipped", reason: "Will not start" }), entry("open:off")],
    });
    expect((await revisionOfJob(db, jobId))?.id).toBe(revision);
    await changeWorkshopWays({ ...usualWays, rounds: 4 });
    expect((await jobWays(db, jobId)).rounds).toBe(3);
    expect((await jobWays(db, await jobOn("Tessaly K15"))).rounds).toBe(4);
    await changeJobWays(jobId, { ...usualWays, rounds: 2 });
    expect((await jobView(jobId))?.service.plans[0]?.fractions.length).toBe(2);
    expect((await changeWorkshopWays({ ...usualWays, rounds: 7 })).ok).toBe(false);
    const view = await jobView(jobId);
    expect(view?.at).toBe("open");
    expect(view?.stages.find((s) => s.name === "open")).toMatchObject({ state: "here", fact: "1 of 19" });
    expect((await benchView()).items.find((i) => i.jobId === jobId)).toMatchObject({
      waits: "Waits to be opened",
      button: "Open",
    });
  });

  it("tells the time earlier jobs of the model took, and nothing of a run that is not there", async () => {
    const jobId = await jobOn("Timed 15");
    await keepEntries(jobId, {
      entries: [0, 3, 7].map((m) => entry("open:off", { at: new Date(Date.UTC(2031, 2, 4, 10, m)).toISOString() })),
    });
    await (await database())("jobs").where({ id: jobId }).update({ closed_at: "2031-03-04T12:00:00.000Z" });
    const view = await jobView(await jobOn("Timed 15"));
    if (!view) throw new Error("no job");
    expect(await serviceStage(view)).toEqual({
      predicted: null,
      chipW: 0,
      wattsOf: {},
      photos: [],
      earlier: [{ open: 420 }],
    });
  });
});
