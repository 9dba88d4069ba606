import { describe, expect, it } from "vitest";
import { dayOf, planDay, tasksOf, usualDay, usualPromise, type DayFacts, type SavedDay } from ".";

const fresh: DayFacts = {
  jobId: 6,
  left: { intake: 5, open: 12, strip: 14, clean: 20.4, paste: 8, close: 0.2 },
  hasBefore: false,
  skipsBefore: false,
  hasAfter: false,
  going: null,
  runMin: 25,
};
const kept: SavedDay = { date: "2031-03-04", promises: {}, order: null };
const said = (f: Partial<DayFacts>) => tasksOf({ ...fresh, ...f }).map((t) => `${t.id} ${t.minutes}`);

describe("what is left of a job today", () => {
  it("is all of it for one that just came: both runs with hands at their start, cooling between run and screws", () => {
    expect(tasksOf(fresh).map((t) => `${t.id} ${t.kind} ${t.minutes} ${t.handsMin ?? ""}`.trim())).toEqual([
      "intake hands 5",
      "before run 25 4",
      "cools wait 10",
      "open hands 12",
      "strip hands 14",
      "clean hands 20",
      "paste hands 8",
      "close hands 1",
      "after run 25 4",
      "verdict hands 5",
    ]);
  });

  it("leaves out what is done, and a run that goes", () => {
    expect(said({ hasBefore: true, left: { clean: 9 } })).toEqual(["clean 9", "after 25", "verdict 5"]);
    expect(said({ skipsBefore: true, left: {} })).toEqual(["after 25", "verdict 5"]);
    expect(said({ going: { kind: "before", leftMin: 7 }, left: { open: 12 } })).toEqual([
      "cools 10",
      "open 12",
      "after 25",
      "verdict 5",
    ]);
    expect(said({ going: { kind: "after", leftMin: 7 } })).toEqual(["verdict 5"]);
    expect(said({ hasAfter: true })).toEqual(["verdict 5"]);
  });
});

describe("the day from now on", () => {
  it("begins now, or when the workshop opens; a run that goes holds its rig and its machine", () => {
    const going = { ...fresh, jobId: 7, going: { kind: "before" as const, leftMin: 11.5 }, left: { open: 10 } };
    const day = dayOf(usualDay, kept, [fresh, going], 600.2);
    expect(day).toMatchObject({ handsFromMin: 601, rigsTakenTo: [612] });
    expect(day.jobs.map((j) => j.readyMin)).toEqual([601, 612]);
    expect(dayOf(usualDay, kept, [fresh], 300).handsFromMin).toBe(usualDay.fromMin);
    const plan = planDay(day);
    const before = plan.tasks.find((t) => t.job === "6" && t.task === "before");
    expect(before?.start).toBeGreaterThanOrEqual(612);
    // nobody works through a break
    for (const t of plan.tasks.filter((x) => !["before", "after", "cools"].includes(x.task)))
      for (const b of usualDay.breaks) expect(t.end <= b.fromMin || t.start >= b.toMin).toBe(true);
  });

  it("goes by what was promised: a time, its weight, not today; else by when all should be home", () => {
    const promises = { "6": { dueMin: 700, weight: 3, today: true }, "8": { dueMin: null, weight: 1, today: false } };
    const day = dayOf(usualDay, { ...kept, promises }, [fresh, { ...fresh, jobId: 8 }, { ...fresh, jobId: 9 }], 520);
    expect(day.jobs.map((j) => [j.id, j.dueMin, j.weight])).toEqual([
      ["6", 700, 3],
      ["9", usualDay.homeMin, 1],
    ]);
  });

  it("after closing time only what was promised can be late", () => {
    const promises = { "6": { dueMin: 1_000, weight: 1, today: true } };
    const day = dayOf(usualDay, { ...kept, promises }, [fresh, { ...fresh, jobId: 9 }], 1_100);
    expect(day.jobs.map((j) => j.dueMin)).toEqual([1_000, null]);
  });

  it("with more runs going than rigs plans on", () => {
    const going = (jobId: number, leftMin: number) => ({
      ...fresh,
      jobId,
      left: {},
      going: { kind: "after" as const, leftMin },
    });
    const day = dayOf(usualDay, kept, [going(1, 5), going(2, 9), fresh], 600);
    expect(day.rigsTakenTo).toEqual([609]);
    expect(planDay(day).tasks.length).toBeGreaterThan(5);
  });

  it("a battery that runs down comes before opening, parts dry after they were cleaned, and hands go elsewhere", () => {
    const told = { dischargeMin: 45, dryMin: 15 };
    const stages = tasksOf(fresh, told).map((t) => t.id);
    expect(stages.indexOf("discharges")).toBe(stages.indexOf("open") - 1);
    expect(stages.indexOf("dries")).toBe(stages.indexOf("clean") + 1);
    const kept: SavedDay = { date: "2031-03-04", promises: { "1": { ...usualPromise, ...told } }, order: null };
    const two = dayOf(
      usualDay,
      kept,
      [
        { ...fresh, jobId: 1 },
        { ...fresh, jobId: 2 },
      ],
      540,
    );
    const plan = planDay(two);
    const at = (job: string, task: string) => plan.tasks.find((t) => t.job === job && t.task === task);
    const down = at("1", "discharges");
    expect((down?.end ?? 0) - (down?.start ?? 0)).toBe(45);
    const meanwhile = plan.tasks.filter(
      (t) => t.job === "2" && t.start >= (down?.start ?? 0) && t.start < (down?.end ?? 0),
    );
    expect(meanwhile.length).toBeGreaterThan(0);
    // what another program kept without them waits for nothing
    const older = { date: "2031-03-04", promises: { "1": { dueMin: null, weight: 1, today: true } }, order: null };
    expect(dayOf(usualDay, older as unknown as SavedDay, [{ ...fresh, jobId: 1 }], 540).jobs[0]?.tasks.length).toBe(
      tasksOf(fresh).length,
    );
  });
});
