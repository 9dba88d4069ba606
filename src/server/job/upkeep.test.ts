import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import type { Levels } from "../../core/workshop/history";
import type { JobSummary } from "../../core/workshop/job";
import { usualRules } from "../../core/workshop/upkeep";
import { dayAfter } from "../../core/base/days";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { duesOf, setDue } from "../../data/workshop/dues";
import { addJob, closeJob } from "../../data/workshop/jobs";
import { addMachine, findMachine } from "../../data/workshop/machines";
import { factsOf, writeSummary } from "../../data/workshop/jobSummaries";
import { temporaryDatabase } from "../../testing/bed";
import { backgroundOver } from "../base/background/task";
import { calendarOf } from "../workshop/calendar";
import { setDueDate } from "../workshop/machines";
import { actOnDue, changeMachineFacts, changeRules, moveDue } from "./upkeep";
import { dueView } from "../workshop/views/due";
import { historyView } from "./history";
import { MADE_BY } from "./makeSummaries";

temporaryDatabase("upkeep");

const today = new Date().toISOString().slice(0, 10);
const code = (r: Result<unknown>) => (r.ok ? "ok" : r.problem.code);
const facts = { model: "Wrenfell 14", variant: "", environment: "lint", form: "fourteen", limitC: 95 };
let count = 0;
const newMachine = async (more: object = {}) =>
  addMachine(
    await database(),
    { tag: `U-${++count}`, place: "Stage", ...facts, ...more },
    `${dayAfter(today, -900)}T08:00:00Z`,
  );

const level = (KW: number) => ({ KW, low: KW * 0.97, high: KW * 1.03 });
const levels = (contact: number, airflow: number): Levels => ({ contact: level(contact), airflow: level(airflow) });

/** A closed job so many days ago that found and left so much airflow, as its read model tells it. */
async function served(machineId: number, daysAgo: number, found: number | null, left: number | null): Promise<number> {
  const db = await database();
  const day = dayAfter(today, -daysAgo);
  const jobId = await addJob(db, machineId, "loud", `${day}T08:00:00Z`);
  if (left !== null) await closeJob(db, jobId, "", `${day}T17:00:00Z`);
  const none: Levels = { contact: null, airflow: null };
  const stands: JobSummary = {
    at: "verdict",
    beforeFact: "",
    verdict: null,
    timesS: {},
    found: "F1 felted",
    grade: 3,
    did: left === null ? [] : ["dust"],
    measured: {
      fanRpm: 4_000,
      chips: [
        {
          chip: "cpu",
          ownW: 26,
          totalW: 26,
          before: found === null ? none : levels(0.4, found),
          after: left === null ? none : levels(0.4, left),
        },
      ],
    },
    days: { before: found === null ? null : day, after: left === null ? null : day },
    forecast: null,
  };
  await writeSummary(db, jobId, stands, { by: MADE_BY, facts: await factsOf(db, jobId) });
  return jobId;
}

const machine = async (id: number) => {
  const m = await findMachine(await database(), id);
  if (!m) throw new Error("no machine");
  return m;
};

describe("a machine's next date", () => {
  it("is taken as reckoned, moves when a run shows faster drift, and every date it had stays to be seen", async () => {
    const id = await newMachine();
    await served(id, 800, 1.3, 1.0);
    await served(id, 450, 1.3, 1.0);
    await served(id, 100, 1.3, 1.0);
    expect(code(await actOnDue(id, { act: "take" }))).toBe("ok");
    const first = await machine(id);
    expect(first).toMatchObject({ dueBy: "drift" });
    // a run now: as much in a hundred days as in a year before
    await served(id, 1, 1.55, null);
    await moveDue(id);
    const then = await machine(id);
    expect(then.dueBy).toBe("drift");
    expect((then.dueOn ?? "") < (first.dueOn ?? "")).toBe(true);
    const dues = await duesOf(await database(), id, 10);
    expect(dues.map((d) => d.what)).toEqual(["moved", "set"]);
    expect(dues[0]).toMatchObject({ wasOn: first.dueOn, dueOn: then.dueOn });
  });

  it("set by hand stays, put off says so, and settled makes way for the next", async () => {
    const id = await newMachine();
    await served(id, 30, 1.3, 1.0);
    const on = dayAfter(today, 40);
    expect(code(await actOnDue(id, { act: "snooze", dueOn: on }))).toBe("bad-fields");
    expect(code(await actOnDue(id, { act: "set", dueOn: on }))).toBe("bad-fields");
    expect(code(await actOnDue(id, { act: "set", dueOn: on, why: "before the tour" }))).toBe("ok");
    await moveDue(id);
    expect(await machine(id)).toMatchObject({ dueOn: on, dueBy: "hand", dueWhy: "before the tour" });
    expect(code(await actOnDue(id, { act: "snooze", dueOn: today }))).toBe("bad-fields");
    expect(code(await actOnDue(id, { act: "snooze", dueOn: dayAfter(on, 14) }))).toBe("ok");
    expect(await machine(id)).toMatchObject({ dueOn: dayAfter(on, 14), dueBy: "snooze", dueWhy: "before the tour" });
    expect(code(await actOnDue(id, { act: "done" }))).toBe("ok");
    expect(await machine(id)).toMatchObject({ dueBy: "rule" });
    // one that is late and was served without a job goes by rule from today, not on from its last job
    const late = await newMachine();
    await served(late, 400, 1.3, 1.0);
    await actOnDue(late, { act: "take" });
    expect(((await machine(late)).dueOn ?? "") < today).toBe(true);
    expect(code(await actOnDue(late, { act: "done" }))).toBe("ok");
    expect(((await machine(late)).dueOn ?? "") > dayAfter(today, 60)).toBe(true);
    expect(code(await actOnDue(id, { act: "set", dueOn: null, why: "sold" }))).toBe("ok");
    expect(await machine(id)).toMatchObject({ dueOn: null, dueBy: "" });
    expect(code(await actOnDue(99_999, { act: "take" }))).toBe("machine-not-found");
  });

  it("goes by rule while too little is measured, and moves with the rules and with what is known of it", async () => {
    const id = await newMachine({ environment: "office" });
    await served(id, 10, 1.3, 1.0);
    await actOnDue(id, { act: "take" });
    const was = await machine(id);
    expect(was.dueWhy).toContain("office air");
    const m = await machine(id);
    const body = { tag: m.tag, model: m.model, place: m.place, environment: "sawdust", form: m.form, limitC: 95 };
    expect(code(await changeMachineFacts(id, { ...body, used: "long", bought: "2019-02" }))).toBe("ok");
    const now = await machine(id);
    expect(now).toMatchObject({ used: "long", bought: "2019-02", dueBy: "rule" });
    expect((now.dueOn ?? "") < (was.dueOn ?? "")).toBe(true);
    expect(now.dueWhy).toContain("sawdust");
    expect(code(await changeRules({ ...usualRules, months: { ...usualRules.months, sawdust: 24 }, clogged: 1 }))).toBe(
      "ok",
    );
    await backgroundOver();
    expect(((await machine(id)).dueOn ?? "") > (now.dueOn ?? "")).toBe(true);
    expect(code(await changeRules({ ...usualRules, leastMonths: 12, mostMonths: 6 }))).toBe("bad-fields");
    expect(code(await changeRules({ ...usualRules, months: { office: 0 } }))).toBe("bad-fields");
    await changeRules(usualRules);
    await backgroundOver();
  });

  it("that is offered and taken with the job moves by itself, any other does not", async () => {
    const id = await newMachine();
    const db = await database();
    const jobId = await addJob(db, id, "hot", `${today}T08:00:00Z`);
    const next = (await historyView(id))?.next;
    await setDueDate(jobId, { dueOn: next?.dueOn, why: next?.why, close: false, note: "" });
    expect(await machine(id)).toMatchObject({ dueBy: "rule" });
    await setDueDate(jobId, { dueOn: dayAfter(today, 77), why: "", close: false, note: "" });
    expect(await machine(id)).toMatchObject({ dueBy: "hand" });
  });

  it("a tag that another machine has is refused", async () => {
    const [a, b] = [await newMachine(), await newMachine()];
    const body = { ...facts, place: "", tag: (await machine(a)).tag };
    expect(code(await changeMachineFacts(b, body))).toBe("tag-taken");
    expect(code(await changeMachineFacts(a, { ...body, bought: "1999-13" }))).toBe("bad-fields");
  });
});

describe("what is due", () => {
  it("comes by week, late ones first", async () => {
    const [late, soon] = [await newMachine(), await newMachine()];
    const db = await database();
    await setDue(db, late, { dueOn: dayAfter(today, -3), why: "lint", by: "hand" });
    await setDue(db, soon, { dueOn: dayAfter(today, 3), why: "lint", by: "hand" });
    const view = await dueView(1);
    expect(view.weeks[0]).toMatchObject({ key: "late" });
    expect(view.weeks[0]?.machines.map((m) => m.machine.id)).toContain(late);
    const own = view.weeks.find((w) => w.machines.some((m) => m.machine.id === soon));
    expect(own?.from && own.from <= dayAfter(today, 3) && own.from > dayAfter(today, -4)).toBe(true);
    expect(new Date(`${own?.from ?? ""}T00:00:00Z`).getUTCDay()).toBe(1);
  });
});

describe("the calendar", () => {
  const read = (text: string) => {
    const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
    return root.getAllSubcomponents("vevent").map((e) => new ICAL.Event(e));
  };

  it("passes a strict parser, whatever stands in a machine's fields, and holds each date once", async () => {
    const id = await newMachine({ place: "Row; A, B\nBEGIN:VEVENT\r\nSUMMARY:planted \\ 😀 “é”" });
    await setDue(await database(), id, { dueOn: "2031-05-06", why: "x".repeat(290), by: "hand" });
    const text = (await calendarOf({ origin: "http://127.0.0.1", machineId: null })) ?? "";
    ICAL.design.strict = true;
    const events = read(text);
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
    const own = events.find((e) => e.uid === `due-${id}@ovrant`);
    expect(own?.startDate.toString()).toBe("2031-05-06");
    expect(own?.summary).toContain("Service due");
    expect(events.some((e) => e.summary.startsWith("planted"))).toBe(false);
    for (const line of text.split("\r\n")) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text).not.toMatch(/[^\r]\n/);
  });

  it("of one machine holds its date alone; of none there is none", async () => {
    const id = await newMachine();
    await setDue(await database(), id, { dueOn: "2031-05-06", why: "", by: "hand" });
    const text = (await calendarOf({ origin: "http://127.0.0.1", machineId: id })) ?? "";
    expect(read(text).map((e) => e.uid)).toEqual([`due-${id}@ovrant`]);
    expect(await calendarOf({ origin: "", machineId: 99_999 })).toBeNull();
  });
});
