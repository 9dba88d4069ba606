import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { namedOrder, orderAsSaved, otherOrders, placedOrder, planDay, usualDay, type Day, type DayTask } from ".";
import { inBreaks, workedTo } from "./breaks";
import { coster } from "./costing";
import { chainsOf, clearOf, costOf, inTurn } from "./placing";
import { Hands, Rigs } from "./pools";
import { isBetter } from "./problem";
import { pickedOrder, searched } from "./search";
import { Works } from "./works";

const hands = (id: string, minutes: number): DayTask => ({ id, kind: "hands", minutes });
const run = (id: string, minutes: number, handsMin = 0): DayTask => ({ id, kind: "run", minutes, handsMin });
const wait = (id: string, minutes: number): DayTask => ({ id, kind: "wait", minutes });
const job = (id: string, dueMin: number | null, tasks: DayTask[], more: object = {}) => ({
  id,
  dueMin,
  weight: 1,
  tasks,
  ...more,
});
const day = (jobs: Day["jobs"], more: Partial<Day> = {}): Day => ({ rigs: 1, breaks: [], jobs, ...more });

describe("a small day by hand", () => {
  const two = day(
    [
      job("A", 60, [run("before", 20, 4), wait("cools", 10), hands("open", 15)], { weight: 2 }),
      job("B", 50, [hands("look", 5), run("before", 20, 4), hands("open", 30)], { readyMin: 2 }),
    ],
    { handsFromMin: 1, breaks: [{ fromMin: 40, toMin: 50 }] },
  );
  const c = chainsOf(two);

  it("is chains of pieces: waits go along with what is before them", () => {
    expect(c.pieces).toBe(5);
    expect(c.jobs.map((j) => j.pieces.map((p) => [p.task, p.hands, p.rig, p.minutes, p.after]))).toEqual([
      [
        ["before", 4, 20, 20, 10],
        ["open", 15, 0, 15, 0],
      ],
      [
        ["look", 5, 0, 5, 0],
        ["before", 4, 20, 20, 0],
        ["open", 30, 0, 30, 0],
      ],
    ]);
    expect(c.jobs.map((j) => [j.ready, j.dueMin, j.weight])).toEqual([
      [0, 60, 2],
      [2, 50, 1],
    ]);
    // one rig for each job that wants one: none is ever short, a run with hands is handwork with a tail
    expect(chainsOf({ ...two, rigs: 2 }).jobs[0]?.pieces[0]).toMatchObject({
      hands: 4,
      rig: 0,
      minutes: 20,
      after: 10,
    });
    expect(chainsOf({ ...two, rigs: 2, rigsTakenTo: [30] }).jobs[0]?.pieces[0]?.rig).toBe(20);
  });

  it("is placed piece by piece: hands and rigs wait for one another, a break moves what it would meet", () => {
    const placed = placedOrder(two, [0, 1, 1, 0, 1]);
    expect(placed.tasks.map((t) => `${t.job} ${t.task} ${t.start}–${t.end}`)).toEqual([
      "A before 1–21",
      "A cools 21–31",
      // 31 + 15 would meet the break at 40
      "A open 50–65",
      "B look 5–10",
      "B before 21–41",
      "B open 65–95",
    ]);
    expect([placed.late, placed.endMin]).toEqual([2 * 5 + 45, 95]);
    expect(clearOf(c.breaks, 25, 15)).toBe(25);
    expect(clearOf(c.breaks, 26, 15)).toBe(50);
    expect(clearOf(c.breaks, 45, 0)).toBe(45);
    expect(clearOf(c.breaks, 50, 9)).toBe(50);
  });

  it("costs the same on flat arrays, order after order", () => {
    const cost = coster(c);
    for (const order of [
      [0, 1, 1, 0, 1],
      [1, 1, 1, 0, 0],
      [0, 0, 1, 1, 1],
      [0, 1, 1, 0, 1],
    ])
      expect({ ...cost(order) }).toEqual(costOf(c, order));
    expect({ ...cost([]) }).toEqual(costOf(c, []));
  });

  it("is ordered by its starts without anything beginning later", () => {
    const turned = inTurn(c, [1, 1, 1, 0, 0]);
    expect(isBetter(costOf(c, [1, 1, 1, 0, 0]), costOf(c, turned))).toBe(false);
    expect(inTurn(c, [0, 1, 1, 0, 1])).toEqual([0, 1, 1, 0, 1]);
  });

  it("is better less late, then earlier home; a hair is nothing", () => {
    expect(isBetter({ late: 1, endMin: 9 }, { late: 2, endMin: 1 })).toBe(true);
    expect(isBetter({ late: 1, endMin: 8 }, { late: 1, endMin: 9 })).toBe(true);
    expect(isBetter({ late: 1, endMin: 9 }, { late: 1 + 1e-12, endMin: 9 })).toBe(false);
    expect(isBetter({ late: 1 + 1e-12, endMin: 8 }, { late: 1, endMin: 9 })).toBe(true);
    expect(isBetter({ late: 2, endMin: 1 }, { late: 1, endMin: 9 })).toBe(false);
  });
});

describe("one who gives work", () => {
  const breaks = [
    { fromMin: 30, toMin: 40 },
    { fromMin: 60, toMin: 90 },
  ];
  const at = (free: number) => ({ handsFree: free, rigsFree: [10, 20, 50], ready: [], done: [] });

  it("by hands: none in a break, and what was given by a minute is given by it again", () => {
    expect(inBreaks(breaks, 0, 100)).toBe(40);
    expect(inBreaks(breaks, 35, 65)).toBe(10);
    expect(inBreaks(breaks, 40, 60)).toBe(0);
    expect(workedTo(breaks, 20, 10)).toBe(30);
    expect(workedTo(breaks, 20, 11)).toBe(41);
    expect(workedTo(breaks, 20, 35)).toBe(95);
    const pool = new Hands(breaks);
    pool.set(at(20));
    expect([pool.given(20), pool.given(10), pool.given(30), pool.given(45), pool.given(100)]).toEqual([
      0, 0, 10, 15, 40,
    ]);
    expect([pool.minute(10), pool.minute(15), pool.minute(40)]).toEqual([30, 45, 100]);
    pool.set(at(95));
    expect([pool.given(100), pool.minute(5)]).toEqual([5, 100]);
    const free = new Hands([]);
    free.set(at(20));
    expect([free.given(50), free.minute(30)]).toEqual([30, 50]);
    for (let work = 1; work < 80; work++) {
      pool.set(at(20));
      expect(pool.given(pool.minute(work))).toBe(work);
    }
  });

  it("by rigs: as many at once as are free by then", () => {
    const pool = new Rigs();
    pool.set(at(0));
    expect([pool.given(10), pool.given(15), pool.given(20), pool.given(50), pool.given(52)]).toEqual([
      0, 5, 10, 70, 76,
    ]);
    expect([pool.minute(5), pool.minute(10), pool.minute(30), pool.minute(70), pool.minute(76)]).toEqual([
      15, 20, 30, 50, 52,
    ]);
    // what is over in a part of a minute is over at its end
    expect(pool.minute(11)).toBe(21);
  });

  it("the one with least left first", () => {
    const ends = (...of: [from: number, left: number][]) => {
      const w = new Works(of.length);
      for (const [from, left] of of) w.add(from, left);
      w.run();
      return [...w.ends];
    };
    expect(ends([0, 10], [2, 3], [20, 1])).toEqual([5, 13, 21]);
    expect(ends([20, 1], [0, 10], [2, 3])).toEqual([5, 13, 21]);
    expect(ends([0, 4], [0, 2], [0, 1])).toEqual([1, 3, 7]);
    expect(ends()).toEqual([]);
  });
});

describe("orders that are looked for", () => {
  const anyDay = fc
    .array(
      fc.record({
        due: fc.option(fc.integer({ min: 0, max: 90 })),
        weight: fc.integer({ min: 1, max: 3 }),
        tasks: fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 1, max: 30 })), { minLength: 1, maxLength: 3 }),
      }),
      { minLength: 2, maxLength: 4 },
    )
    .map((jobs) =>
      day(
        jobs.map((j, i) =>
          job(
            `J${i}`,
            j.due,
            j.tasks.map(([isRun, min], k) => (isRun ? run(`t${k}`, min, Math.min(4, min)) : hands(`t${k}`, min))),
            { weight: j.weight },
          ),
        ),
      ),
    );

  it("by picking: each piece once, and the cost is its own", () => {
    fc.assert(
      fc.property(anyDay, (d) => {
        const c = chainsOf(d);
        const { order, cost } = pickedOrder(c);
        expect([...order].sort()).toEqual(c.jobs.flatMap((j, i) => j.pieces.map(() => i)).sort());
        expect(cost).toEqual(costOf(c, order));
      }),
      { numRuns: 60 },
    );
    expect(pickedOrder(chainsOf(day([])))).toEqual({ order: [], cost: { late: 0, endMin: 0 } });
  });

  it("what presses goes first: an earlier promise, more weight, a long tail", () => {
    const first = (...jobs: Day["jobs"]) => pickedOrder(chainsOf(day(jobs))).order[0];
    expect(first(job("A", 90, [hands("a", 20)]), job("B", 20, [hands("b", 20)]))).toBe(1);
    expect(first(job("A", 20, [hands("a", 20)]), job("B", 20, [hands("b", 20)], { weight: 3 }))).toBe(1);
    expect(first(job("A", null, [hands("a", 20)]), job("B", null, [hands("b", 5), wait("w", 60)]))).toBe(1);
  });

  it("by moving pieces: never worse than where they began, the same for the same seed, done at the bound", () => {
    const look = (c: ReturnType<typeof chainsOf>, seed: number, more: object = {}) => {
      const order = c.jobs.flatMap((j, i) => j.pieces.map(() => i));
      const from = { order, cost: costOf(c, order) };
      const found = searched(c, from, {
        seed,
        steps: 3000,
        bound: { late: -1, endMin: -1 },
        mayGoOn: () => true,
        ...more,
      });
      return { from, found };
    };
    fc.assert(
      fc.property(anyDay, (d) => {
        const c = chainsOf(d);
        const { from, found } = look(c, 0.4);
        expect(isBetter(from.cost, found.cost)).toBe(false);
        expect(found.cost).toEqual(costOf(c, found.order));
        expect(look(c, 0.4).found.order).toEqual(found.order);
        // small days are found whole
        const best = planDay(d);
        expect([found.cost.late, found.cost.endMin]).toEqual([best.late, best.endMin]);
      }),
      { numRuns: 12, seed: 7 },
    );
    const c = chainsOf(day([job("A", 90, [hands("a", 20)]), job("B", 20, [hands("b", 20)])]));
    const shares: number[] = [];
    look(c, 0.4, { onShare: (s: number) => shares.push(s) });
    expect(shares).toEqual([0, 1 / 6, 2 / 6, 3 / 6, 4 / 6, 5 / 6]);
    const stopped = look(c, 0.4, { mayGoOn: () => false });
    expect(stopped.found).toBe(stopped.from);
    const there = look(c, 0.4, { bound: { late: 1e9, endMin: 0 } });
    expect(there.found).toBe(there.from);
  });
});

describe("an order that was kept", () => {
  it("takes what came since at the earliest place that costs least, between its own", () => {
    const d = day([job("A", null, [hands("a", 10), hands("c", 10)]), job("B", null, [hands("b", 10)])]);
    const kept = [
      { job: "A", task: "a" },
      { job: "A", task: "c" },
    ];
    expect(namedOrder(d, orderAsSaved(d, kept)).map((p) => p.job + p.task)).toEqual(["Bb", "Aa", "Ac"]);
    const middle = [
      { job: "B", task: "b" },
      { job: "A", task: "c" },
    ];
    expect(namedOrder(d, orderAsSaved(d, middle)).map((p) => p.job + p.task)).toEqual(["Aa", "Bb", "Ac"]);
    expect(orderAsSaved(d, [{ job: "Z", task: "a" }, ...middle, ...middle])).toHaveLength(3);
  });
});

describe("another order", () => {
  const clumsy = day([
    job("A", null, [hands("a", 30)]),
    job("B", 10, [hands("b", 10)]),
    job("C", 200, [hands("c", 5), wait("w", 60)]),
  ]);

  it("is offered where it gains at least what turning round is worth", () => {
    const best = otherOrders(clumsy, [0, 1, 2], 30);
    expect(best[0]).toMatchObject({ kind: "best", late: 0 });
    expect(otherOrders(clumsy, [0, 1, 2], 31)).toEqual([]);
    // as late as it stands, and home so much earlier
    const late = day([job("A", null, [hands("a", 30)]), job("C", null, [hands("c", 5), wait("w", 60)])]);
    expect(otherOrders(late, [0, 1], 25).map((o) => o.kind)).toEqual(["best"]);
    expect(otherOrders(late, [0, 1], 31)).toEqual([]);
  });

  it("that leaves what is next where it is begins with it, and is the best behind it", () => {
    const four = day([
      job("A", null, [hands("a", 5)]),
      job("B", 200, [hands("b", 60)]),
      job("C", 20, [hands("c", 10)]),
      job("D", 12, [hands("d", 10)]),
    ]);
    const [best, goesOn] = otherOrders(four, [0, 1, 2, 3], 5);
    expect(best?.order[0]).not.toBe(0);
    expect(goesOn).toMatchObject({ kind: "goes-on" });
    expect(goesOn?.order).toEqual([0, 3, 2, 1]);
    expect(goesOn?.late).toBe(3 + 5);
    expect(goesOn?.tasks.find((t) => t.task === "d")?.start).toBe(5);
  });
});

describe("a usual day", () => {
  it("opens at half past eight, is home at five, and has tea and midday", () => {
    expect(usualDay).toMatchObject({ fromMin: 510, homeMin: 1020, rigs: 1 });
    expect(usualDay.breaks.map((b) => [b.name, b.fromMin, b.toMin])).toEqual([
      ["tea", 630, 645],
      ["midday", 750, 795],
    ]);
  });
});
