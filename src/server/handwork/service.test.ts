import { describe, expect, it } from "vitest";
import { PASTES } from "../../core/handwork/paste";
import type { Result } from "../../core/base/result";
import { Journal, Learning, usualProcedure, type Entry } from "../../core/handwork/service";
import { database } from "../../data/base/connection";
import { closeJob } from "../../data/workshop/jobs";
import { addLayout, addRevision, revisionOfJob } from "../../data/drawing/layouts";
import { jobProcedure } from "../../data/handwork/procedures";
import { tessalyK15Layout } from "../../samples/layouts";
import { changeJobProcedure, changeWorkshopProcedure, saveEntries } from "./service";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { openAgain } from "../workshop/machines";
import { bookMaterial, newLot } from "../workshop/materials";
import { benchView } from "../workshop/views/bench";
import { jobView, summaryNow } from "../job/job";
import { stockView } from "../workshop/views/materials";
import { serviceStage } from "./views/service";
import { procedureView } from "./views/procedure";

temporaryDatabase("service");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
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
    await saveEntries(jobId, { entries: [a] });
    const sent = await saveEntries(jobId, { entries: [a, b] });
    expect(sent.ok && sent.value.entries).toMatchObject([a, b]);
    const again = await saveEntries(jobId, { entries: [] });
    expect(again.ok && again.value.entries.length).toBe(2);
  });

  it("keeps the order in which entries came, whatever the clocks of their devices say", async () => {
    const jobId = await jobOn("Plain 15");
    const ahead = entry("open:off", { at: "2031-03-04T10:00:00.000Z" });
    const behind = entry("open:off", { act: "undone", at: "2031-03-04T09:57:00.000Z" });
    await saveEntries(jobId, { entries: [ahead] });
    const kept = await saveEntries(jobId, { entries: [behind] });
    const entries = kept.ok ? kept.value.entries : [];
    expect(entries.map((e) => e.id)).toEqual([ahead.id, behind.id]);
    expect(entries[1]?.seq).toBeGreaterThan(entries[0]?.seq ?? Infinity);
    expect(new Journal(entries).isDone("open:off")).toBe(false);
  });

  it("one that is none is refused with why, and bars no other", async () => {
    const jobId = await jobOn("Plain 15");
    const wrong: [object, RegExp][] = [
      [{ act: "erased" }, /done, undone, skipped or noted/],
      [{ stage: "coffee" }, /no such stage/],
      [{ step: "<script>" }, /no such step/],
      [{ id: "1" }, /id of its own/],
      [{ at: "yesterday" }, /its time/],
      [{ reason: "x".repeat(501) }, /500 characters/],
      [{ who: "far too long initials" }, /Initials/],
      [{ extra: 1 }, /extra/],
    ];
    for (const [bad, why] of wrong) {
      const [first, second] = [entry("open:off"), entry("open:flip")];
      const r = value(await saveEntries(jobId, { entries: [first, { ...entry("open:tray"), ...bad }, second] }));
      expect(r.refused.map((x) => x.why).join(), JSON.stringify(bad)).toMatch(why);
      expect(r.entries.slice(-2).map((e) => e.id)).toEqual([first.id, second.id]);
    }
    const none = [null, "text", 7, [], {}];
    expect(value(await saveEntries(jobId, { entries: none })).refused).toHaveLength(none.length);
    expect((await saveEntries(9999, { entries: [entry("open:off")] })).ok).toBe(false);
    expect((await saveEntries(jobId, { entries: "all" })).ok).toBe(false);
  });

  it("of a closed job are set aside, whatever the device's clock says, and count once it is opened again", async () => {
    const jobId = await jobOn("Plain 15");
    value(await saveEntries(jobId, { entries: [entry("open:off")] }));
    const db = await database();
    await closeJob(db, jobId, "", new Date().toISOString());
    const late = [
      entry("open:flip", { at: "2019-01-01T00:00:00.000Z" }),
      entry("open:tray", { at: "2039-01-01T00:00:00.000Z" }),
    ];
    const kept = value(await saveEntries(jobId, { entries: late }));
    expect([kept.aside, kept.entries.map((e) => e.step)]).toEqual([2, ["open:off"]]);
    expect((await jobView(jobId))?.service.aside).toBe(2);
    // sent again they are there already
    expect(value(await saveEntries(jobId, { entries: late })).aside).toBe(2);
    expect((await openAgain(jobId)).ok).toBe(true);
    const view = await jobView(jobId);
    expect([view?.service.aside, view?.service.entries.map((e) => e.step)]).toEqual([
      undefined,
      ["open:off", "open:flip", "open:tray"],
    ]);
  });

  it("say who did it, where somebody said", async () => {
    const jobId = await jobOn("Plain 15");
    const { entries } = value(
      await saveEntries(jobId, { entries: [entry("open:off", { who: "HM" }), entry("open:flip")] }),
    );
    expect(entries.map((e) => e.who ?? "")).toEqual(["HM", ""]);
  });

  it("undone they give back what they booked, once, and nothing that was booked since", async () => {
    const jobId = await jobOn("Plain 15");
    const lot = value(
      await newLot({ kind: "paste", name: "P", lot: "1", amount: 2, price: 8, paste: PASTES[0]?.name ?? "" }),
    );
    const book = async () => value(await bookMaterial(jobId, { lotId: lot.id, what: "paste:p5", amount: 0.5 }));
    const booked = async () => (await stockView(jobId)).bookings.map((b) => b.what);
    await book();
    const undone = entry("paste:p5", { stage: "paste", act: "undone" });
    value(await saveEntries(jobId, { entries: [entry("paste:p5", { stage: "paste" }), undone] }));
    expect(await booked()).toEqual([]);
    await book();
    // its answer was lost and it comes once more
    value(await saveEntries(jobId, { entries: [undone] }));
    expect(await booked()).toEqual(["paste:p5"]);
    // one that comes after closing gives back once the job is opened again
    await closeJob(await database(), jobId, "", new Date().toISOString());
    value(await saveEntries(jobId, { entries: [entry("paste:p5", { stage: "paste", act: "undone" })] }));
    expect(await booked()).toEqual(["paste:p5"]);
    value(await openAgain(jobId));
    expect(await booked()).toEqual([]);
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
    await saveEntries(jobId, {
      entries: [entry("gate:before-run", { act: "skipped", reason: "Will not start" }), entry("open:off")],
    });
    expect((await revisionOfJob(db, jobId))?.id).toBe(revision);
    value(await changeWorkshopProcedure({ key: "rounds", value: 4, why: "Soft boards here", who: "HM" }));
    expect((await jobProcedure(db, jobId)).rounds).toBe(3);
    expect((await jobProcedure(db, await jobOn("Tessaly K15"))).rounds).toBe(4);
    await changeJobProcedure(jobId, { ...usualProcedure, rounds: 2 });
    expect((await jobView(jobId))?.service.plans[0]?.fractions.length).toBe(2);
    for (const bad of [{ value: 7 }, { value: "4" }, { key: "tea" }, { why: " " }])
      expect(
        (await changeWorkshopProcedure({ key: "rounds", value: 4, why: "x", ...bad })).ok,
        JSON.stringify(bad),
      ).toBe(false);
    expect((await procedureView()).own.rounds).toMatchObject({ why: "Soft boards here", who: "HM" });
    // ours again needs no reason, and none is kept
    value(await changeWorkshopProcedure({ key: "rounds" }));
    expect(await procedureView()).toMatchObject({ procedure: { rounds: 3 }, own: {} });
    const view = await jobView(jobId);
    expect(view?.at).toBe("open");
    expect(view?.stages.find((s) => s.name === "open")).toMatchObject({ state: "here", fact: "1 of 19" });
    expect((await benchView()).items.find((i) => i.jobId === jobId)).toMatchObject({
      waits: "Waits to be opened",
      button: "Open",
    });
    // half stripped nothing is found yet: how far the steps have come is no finding
    await saveEntries(jobId, { entries: [entry("strip:battery", { stage: "strip", value: "fine" })] });
    expect((await summaryNow(jobId))?.found).toBe("");
  });

  it("tells the time earlier jobs of the model took, and nothing of a run that is not there", async () => {
    const jobId = await jobOn("Timed 15");
    await saveEntries(jobId, {
      entries: [0, 3, 7].map((m) => entry("open:off", { at: new Date(Date.UTC(2031, 2, 4, 10, m)).toISOString() })),
    });
    await (await database())("jobs").where({ id: jobId }).update({ closed_at: "2031-03-04T12:00:00.000Z" });
    const view = await jobView(await jobOn("Timed 15"));
    if (!view) throw new Error("no job");
    expect(await serviceStage(view)).toEqual({
      predicted: null,
      chipW: 0,
      wattsOf: {},
      worths: new Learning().worths(),
      photos: [],
      earlier: [{ open: 420 }],
    });
  });
});
