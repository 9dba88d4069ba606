import { describe, expect, it } from "vitest";
import type { Result } from "../../core/base/result";
import { dayAfter } from "../../core/base/days";
import { closeJob, findJob } from "../../data/workshop/jobs";
import { database } from "../../data/base/connection";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { holdJob, newJob, setDueDate } from "../workshop/machines";
import { changeWorkshop } from "../workshop/workshop";
import { benchView } from "../workshop/views/bench";
import { jobView } from "../job/job";
import { workshopView } from "../workshop/views/workshop";

temporaryDatabase("hold");

const code = (r: Result<unknown>): string => (r.ok ? "" : r.problem.code);
const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const part = { for: "part", what: "Blower B1", until: "2031-12-04", limit: "45,5" };

describe("a job on hold", () => {
  it("says what it waits for on the bench and on its pages, counts as no work for hands, and goes on", async () => {
    const jobId = await jobOn("Held 15");
    await jobOn("Free 15");
    value(await holdJob(jobId, part));
    expect((await jobView(jobId))?.head.waits).toMatchObject({
      for: "part",
      what: "Blower B1",
      until: "2031-12-04",
      limit: 45.5,
    });
    const bench = await benchView();
    expect(bench.counts).toEqual({ hands: 1, verdict: 0, held: 1 });
    expect(bench.items.map((i) => i.held?.what ?? "")).toEqual(["", "Blower B1"]);
    value(await holdJob(jobId, null));
    expect((await jobView(jobId))?.head.waits).toBeNull();
    expect((await benchView()).counts.held).toBe(0);
  });
  it("is refused without what it waits for, by a wrong date, and where it is closed", async () => {
    const jobId = await jobOn("Held 15");
    for (const bad of [{ what: "" }, { for: "tea" }, { until: "2031-02-30" }, { limit: -1 }])
      expect(code(await holdJob(jobId, { ...part, ...bad })), JSON.stringify(bad)).toBe("bad-fields");
    const db = await database();
    await closeJob(db, jobId, "", new Date().toISOString());
    expect(code(await holdJob(jobId, part))).toBe("job-closed");
  });
  it("that is closed waits for nothing any more", async () => {
    const jobId = await jobOn("Held 15");
    value(await holdJob(jobId, part));
    value(await setDueDate(jobId, { dueOn: "2032-01-01", why: "", close: true, note: "" }));
    expect((await findJob(await database(), jobId))?.waits).toBeNull();
  });
});

describe("a job that came back", () => {
  it("is linked to the last one that was closed, and says what was done then", async () => {
    const first = await jobOn("Back 15");
    const machineId = (await findJob(await database(), first))?.machineId ?? 0;
    value(await setDueDate(first, { dueOn: null, why: "", close: true, note: "Paste dry, redone" }));
    const again = value(await newJob(machineId, { complaint: "hot again", comesBack: true })).jobId;
    expect((await jobView(again))?.head.cameBack).toMatchObject({ jobId: first, note: "Paste dry, redone" });
    const other = value(await newJob(machineId, { complaint: "something else" })).jobId;
    expect((await jobView(other))?.head.cameBack).toBeNull();
  });
});

describe("a check run some days later", () => {
  it("hangs from the bench edge until the machine is in again", async () => {
    const jobId = await jobOn("Check 15");
    const machineId = (await findJob(await database(), jobId))?.machineId ?? 0;
    const on = dayAfter(new Date().toISOString().slice(0, 10), 9);
    value(await setDueDate(jobId, { dueOn: null, why: "", close: true, note: "", checkOn: on }));
    const hanging = async () => (await benchView()).due.filter((d) => d.machine.id === machineId).map((d) => d.dueOn);
    expect(await hanging()).toEqual([on]);
    value(await newJob(machineId, { complaint: "check run" }));
    expect(await hanging()).toEqual([]);
    expect(code(await setDueDate(jobId, { checkOn: "2031-02-31", close: false }))).toBe("bad-fields");
  });
});

describe("what a workshop says of itself", () => {
  it("is kept whole, and refused where it is wrong", async () => {
    expect((await workshopView()).currency).toBe("EUR");
    value(await changeWorkshop({ name: "Lantern Row Playhouse", currency: "GBP", people: ["HM", "AK", "HM"] }));
    expect(await workshopView()).toEqual({
      name: "Lantern Row Playhouse",
      currency: "GBP",
      language: "en",
      unit: "C",
      people: ["HM", "AK"],
      thermometers: [],
      zone: "",
      thresholdK: 3,
    });
    for (const bad of [{ zone: "Vienna" }, { currency: "XXX" }, { people: ["a b"] }, { people: "HM" }, { name: 7 }])
      expect(code(await changeWorkshop({ name: "", currency: "EUR", people: [], ...bad })), JSON.stringify(bad)).toBe(
        "bad-fields",
      );
    expect((await workshopView()).name).toBe("Lantern Row Playhouse");
  });
  it("keeps thermometers with what each shows too much, one name each", async () => {
    const given = { name: "", currency: "EUR", people: [] };
    const probes = [
      { name: "Bench probe", highK: "0,4" },
      { name: "Wall clock", highK: "-1.2" },
    ];
    value(await changeWorkshop({ ...given, thermometers: probes }));
    const kept = [
      { name: "Bench probe", highK: 0.4 },
      { name: "Wall clock", highK: -1.2 },
    ];
    expect((await workshopView()).thermometers).toEqual(kept);
    const fields = async (thermometers: unknown) => {
      const r = await changeWorkshop({ ...given, thermometers });
      return r.ok ? [] : Object.keys(r.problem.fields ?? {});
    };
    expect(
      await fields([
        { name: "A", highK: 0 },
        { name: " a ", highK: 1 },
      ]),
    ).toEqual(["thermometers.1.name"]);
    expect(await fields([{ name: " ", highK: 0 }])).toEqual(["thermometers.0.name"]);
    for (const highK of ["", "much", 10.5, -11, null])
      expect(await fields([{ name: "A", highK }]), String(highK)).toEqual(["thermometers.0.highK"]);
    expect((await workshopView()).thermometers).toEqual(kept);
  });
});
