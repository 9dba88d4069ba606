import { describe, expect, it } from "vitest";
import { dayOf, orderAsSaved, placedOrder, planDay, namedOrder } from "../../core/workshop/day";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { changeDayForm, saveDay } from "./day";
import { dayCalendarOf } from "./dayCalendar";
import { begin } from "../measure/liveRuns";
import { takeSamples } from "../measure/live/samples";
import { saveEntries } from "../handwork/service";
import { dayIn, zoneHere } from "../../core/base/days";
import { dayView } from "./views/day";

temporaryDatabase("day");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const fields = (r: Result<unknown>) => (r.ok ? {} : (r.problem.fields ?? { "": r.problem.code }));
const today = () => dayIn(zoneHere(), new Date());
const form = { fromMin: 510, homeMin: 1_020, rigs: 2, breaks: [{ name: "tea", fromMin: 630, toMin: 645 }] };
const noon = () => {
  const d = new Date();
  return new Date(d.getFullYear(), d.getMonth(), d.getDate(), 12);
};

describe("how the workshop's days go", () => {
  it("is kept with its breaks in order, and refused where it is wrong, by field", async () => {
    const late = { name: "", fromMin: 900, toMin: 910 };
    value(await changeDayForm({ ...form, breaks: [late, ...form.breaks] }));
    expect((await dayView()).form).toEqual({ ...form, breaks: [...form.breaks, { ...late, name: "break" }] });
    expect(fields(await changeDayForm({ ...form, homeMin: 400 }))).toEqual({
      homeMin: "The day ends after it begins.",
    });
    expect(fields(await changeDayForm({ ...form, rigs: 0 }))).toHaveProperty("rigs");
    expect(fields(await changeDayForm({ ...form, fromMin: null }))).toHaveProperty("fromMin");
    const odd = { name: "x", fromMin: 700, toMin: 700 };
    expect(fields(await changeDayForm({ ...form, breaks: [odd] }))).toEqual({
      "breaks.0.toMin": "A break ends after it begins.",
    });
  });
});

describe("a day at the bench", () => {
  it("holds what is left of every open job; handwork shrinks as it is done, and stands in the past", async () => {
    const jobId = await jobOn("Wrenfell 14");
    const own = async () => (await dayView()).jobs.find((j) => j.facts.jobId === jobId)?.facts;
    const before = await own();
    expect(before).toMatchObject({ hasBefore: false, hasAfter: false, skipsBefore: false, going: null, runMin: 25 });
    expect(before?.left.open).toBeGreaterThan(0);
    const at = new Date().toISOString();
    const entry = (step: string, i: number) => ({
      id: `day${i}`.padEnd(24, "0").replace(/y/g, "a"),
      at,
      stage: "open",
      step,
      act: "done",
      value: "",
      reason: "",
    });
    value(await saveEntries(jobId, { entries: [entry("open:off", 1), entry("open:flip", 2)] }));
    const after = await own();
    expect(after?.left.open ?? 0).toBeLessThan(before?.left.open ?? 0);
    expect(after?.skipsBefore).toBe(true);
    expect((await dayView()).past).toMatchObject([{ jobId, stage: "open" }]);
  });

  it("leaves out what is on hold", async () => {
    const jobId = await jobOn("Wrenfell 14");
    const waits = { for: "part", what: "fan", until: null, price: null, since: new Date().toISOString() };
    await (
      await database()
    )("jobs")
      .where({ id: jobId })
      .update({ waits_json: JSON.stringify(waits) });
    const view = await dayView();
    expect(view.jobs.some((j) => j.facts.jobId === jobId)).toBe(false);
    expect(view.held).toBe(1);
  });

  it("keeps what was promised and the order that was taken, of today alone", async () => {
    const { jobs } = await dayView();
    const [first] = jobs;
    const jobId = first?.facts.jobId ?? 0;
    const order = [{ job: String(jobId), task: "verdict" }];
    const promises = [{ jobId, dueMin: 800, weight: "1,5", today: true, dischargeMin: "40" }];
    value(await saveDay({ date: today(), promises, order }));
    expect((await dayView()).kept).toEqual({
      date: today(),
      promises: { [jobId]: { dueMin: 800, weight: 1.5, today: true, dischargeMin: 40, dryMin: 0 } },
      order,
    });
    const odd = [{ jobId, dueMin: null, weight: 1, today: true, dryMin: -5 }];
    expect(fields(await saveDay({ date: today(), promises: odd, order }))).toHaveProperty("promises.0.dryMin");
    // tomorrow begins with nothing
    const tomorrow = new Date(Date.now() + 86_400_000);
    expect((await dayView(tomorrow)).kept).toEqual({ date: dayIn(zoneHere(), tomorrow), promises: {}, order: null });
    expect(fields(await saveDay({ date: "2031-01-01", promises: [], order: null }))).toHaveProperty("date");
    expect(fields(await saveDay({ date: today(), promises: [], order: [{ job: "x", task: "verdict" }] }))).not.toEqual(
      {},
    );
    expect(fields(await saveDay({ date: today(), promises: [], order: [{ job: "1", task: "nap" }] }))).not.toEqual({});
    expect(fields(await saveDay({ date: today(), promises: [{ jobId, dueMin: 2_000 }], order: null }))).not.toEqual({});
    expect((await dayView()).kept.order).toEqual(order);
  });

  it("has a run that goes hold its machine until it ends", async () => {
    const jobId = await jobOn("Live 14");
    const { runId, token } = value(await begin(jobId, { kind: "before" }));
    const sample = JSON.stringify({ seq: 1, t: 0, "cpu.temperature": 50, "cpu.power": 20 });
    value(await takeSamples(runId, token, "", new Request("http://localhost/", { method: "POST", body: sample })));
    const going = (await dayView()).jobs.find((j) => j.facts.jobId === jobId)?.facts.going;
    expect(going?.kind).toBe("before");
    expect(going?.leftMin).toBeCloseTo(25, 0);
  });

  it("as a calendar has every piece of the order with its times, and nothing before one was taken", async () => {
    value(await saveDay({ date: today(), promises: [], order: null }));
    expect(await dayCalendarOf("http://here", noon())).not.toContain("BEGIN:VEVENT");
    const view = await dayView(noon());
    const facts = view.jobs.map((j) => j.facts);
    const day = dayOf(view.form, view.kept, facts, view.nowMin);
    const plan = planDay(day, { steps: 2_000 });
    value(await saveDay({ date: today(), promises: [], order: namedOrder(day, plan.order) }));
    const text = await dayCalendarOf("http://here", noon());
    const { tasks } = placedOrder(day, orderAsSaved(day, namedOrder(day, plan.order)));
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(tasks.filter((t) => t.task !== "cools").length);
    expect(text).toMatch(/DTSTART[^\r\n]*T\d{6}/);
    expect(text).toContain("SUMMARY:Verdict: ");
  });
});
