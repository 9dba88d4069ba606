import { LONG, many } from "../../../testing/long";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { planDay, timeOf, type Day, type DayPlan, type DayTask } from ".";
import { leastAssignment } from "./assign";
import { boundOf } from "./bound";
import { coster } from "./costing";
import { exactOrder } from "./exact";
import { chainsOf, costOf } from "./placing";
import { isBetter } from "./problem";
import { Works } from "./works";

const task = (most: number): fc.Arbitrary<DayTask> =>
  fc
    .oneof(
      {
        weight: 3,
        arbitrary: fc.record({ kind: fc.constant("hands" as const), minutes: fc.integer({ min: 0, max: most }) }),
      },
      {
        weight: 2,
        arbitrary: fc
          .record({
            kind: fc.constant("run" as const),
            minutes: fc.integer({ min: 1, max: most }),
            share: fc.double({ min: 0, max: 1, noNaN: true }),
          })
          .map(({ kind, minutes, share }) => ({ kind, minutes, handsMin: Math.round(share * minutes) })),
      },
      {
        weight: 1,
        arbitrary: fc.record({ kind: fc.constant("wait" as const), minutes: fc.integer({ min: 0, max: most }) }),
      },
    )
    .map((t) => ({ ...t, id: "" }));

const days = (of: { jobs: number; tasks: number; minutes: number; due: number }): fc.Arbitrary<Day> =>
  fc
    .record({
      rigs: fc.integer({ min: 1, max: 2 }),
      breaks: fc.array(
        fc.record({ fromMin: fc.integer({ min: 0, max: of.due }), long: fc.integer({ min: 1, max: of.minutes }) }),
        { maxLength: 2 },
      ),
      jobs: fc.array(
        fc.record({
          dueMin: fc.option(fc.integer({ min: 0, max: of.due })),
          weight: fc.integer({ min: 0, max: 3 }),
          tasks: fc.array(task(of.minutes), { minLength: 1, maxLength: of.tasks }),
        }),
        { minLength: 1, maxLength: of.jobs },
      ),
    })
    .map(({ rigs, breaks, jobs }) => ({
      rigs,
      breaks: breaks.map(({ fromMin, long }) => ({ fromMin, toMin: fromMin + long })),
      jobs: jobs.map((j, i) => ({ ...j, id: `J${i}`, tasks: j.tasks.map((t, k) => ({ ...t, id: `t${k}` })) })),
    }));

const handsOf = (t: DayTask): number => (t.kind === "hands" ? t.minutes : t.kind === "run" ? (t.handsMin ?? 0) : 0);
const meets = (a: number, aEnd: number, b: number, bEnd: number) => a < bEnd && b < aEnd;

/** What a plan does against the rules of a day, told from its minutes alone. */
function broken(day: Day, plan: DayPlan): string[] {
  const out: string[] = [];
  const placed = day.jobs.flatMap((j) => {
    const own = plan.tasks.filter((p) => p.job === j.id);
    if (own.map((p) => p.task).join() !== j.tasks.map((t) => t.id).join()) out.push(`${j.id} is not whole`);
    return j.tasks.map((t, i) => ({
      t,
      job: j,
      start: own[i]?.start ?? -1,
      end: own[i]?.end ?? -1,
      before: own[i - 1]?.end ?? 0,
    }));
  });
  for (const p of placed) {
    if (p.end - p.start !== p.t.minutes) out.push(`${p.job.id} ${p.t.id} is not as long as it is`);
    if (p.start < p.before) out.push(`${p.job.id} ${p.t.id} begins before its turn`);
    const h = handsOf(p.t);
    if (h > 0 && day.breaks.some((b) => meets(p.start, p.start + h, b.fromMin, b.toMin)))
      out.push(`${p.t.id} in a break`);
  }
  const hands = placed.filter((p) => handsOf(p.t) > 0);
  for (const [i, a] of hands.entries())
    for (const b of hands.slice(i + 1))
      if (meets(a.start, a.start + handsOf(a.t), b.start, b.start + handsOf(b.t))) out.push("two things in two hands");
  const runs = placed.filter((p) => p.t.kind === "run");
  for (const a of runs)
    if (runs.filter((b) => b.start <= a.start && a.start < b.end).length > day.rigs) out.push("too few rigs");
  const ends = day.jobs.map((j) => Math.max(...placed.filter((p) => p.job === j).map((p) => p.end)));
  const late = day.jobs.reduce((s, j, i) => s + j.weight * Math.max(0, (ends[i] ?? 0) - (j.dueMin ?? Infinity)), 0);
  if (Math.abs(late - plan.late) > 1e-9 || Math.max(...ends) !== plan.endMin) out.push("its sums are wrong");
  return out;
}

/** The least that can be, by trying every minute for every task. */
function tried(day: Day): { late: number; endMin: number } {
  const all = day.jobs.flatMap((j) =>
    j.tasks.map((t, i) => ({ t, j, last: i === j.tasks.length - 1, first: i === 0 })),
  );
  const horizon = all.reduce((s, { t }) => s + t.minutes, 0) + day.breaks.reduce((s, b) => Math.max(s, b.toMin), 0);
  let best = { late: Infinity, endMin: Infinity };
  const hands: [number, number][] = [];
  const runs: [number, number][] = [];
  const go = (k: number, from: number, late: number, endMin: number): void => {
    if (late > best.late || (late === best.late && endMin >= best.endMin)) return;
    const next = all[k];
    if (!next) {
      best = { late, endMin };
      return;
    }
    const h = handsOf(next.t);
    for (let at = next.first ? 0 : from; at + next.t.minutes <= horizon; at++) {
      if (
        h > 0 &&
        [...day.breaks.map((b) => [b.fromMin, b.toMin] as const), ...hands].some(([a, b]) => meets(at, at + h, a, b))
      )
        continue;
      const end = at + next.t.minutes;
      if (next.t.kind === "run") {
        const mine = [...runs, [at, end] as [number, number]];
        if (mine.some(([a]) => mine.filter(([b, bEnd]) => b <= a && a < bEnd).length > day.rigs)) continue;
        runs.push([at, end]);
      }
      if (h > 0) hands.push([at, at + h]);
      const over = next.last ? next.j.weight * Math.max(0, end - (next.j.dueMin ?? Infinity)) : 0;
      go(k + 1, end, late + over, Math.max(endMin, end));
      if (h > 0) hands.pop();
      if (next.t.kind === "run") runs.pop();
      // one that wants nothing begins at once
      if (h === 0 && next.t.kind !== "run") break;
    }
  };
  go(0, 0, 0, 0);
  return best;
}

describe("a day's plan", () => {
  it("keeps every rule, never comes below its bound, and reaches it where it says that it is proven", () => {
    fc.assert(
      fc.property(days({ jobs: 6, tasks: 5, minutes: 30, due: 200 }), (day) => {
        const plan = planDay(day, { steps: 3_000 });
        expect(broken(day, plan)).toEqual([]);
        expect(plan.bound).toBeLessThanOrEqual(plan.late + 1e-9);
        if (plan.exact) expect(plan.bound).toBe(plan.late);
      }),
      { numRuns: many(30, 120) },
    );
  });

  it("is what trying every minute of small days finds, late and end", () => {
    fc.assert(
      fc.property(days({ jobs: 3, tasks: 2, minutes: 3, due: 8 }), (day) => {
        const plan = planDay(day);
        expect(plan.exact).toBe(true);
        expect({ late: plan.late, endMin: plan.endMin }).toEqual(tried(day));
      }),
      { numRuns: many(60, 400) },
    );
  }, 60_000);

  it("is proven up to twelve pieces of handwork, however they are spread", () => {
    fc.assert(
      fc.property(
        fc.constantFrom([12, 1], [6, 2], [4, 3], [3, 4], [2, 6]),
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 24, maxLength: 24 }),
        ([jobs = 1, each = 1], numbers) => {
          const day: Day = {
            rigs: 1,
            breaks: [{ fromMin: 60, toMin: 75 }],
            jobs: Array.from({ length: jobs }, (_, j) => ({
              id: `J${j}`,
              dueMin: 4 * (numbers[j] ?? 1),
              weight: 1 + (j % 3),
              tasks: Array.from({ length: each }, (_, t) => {
                const minutes = numbers[12 + ((j * each + t) % 12)] ?? 1;
                return t % 2 && minutes > 4
                  ? { id: `t${t}`, kind: "run" as const, minutes, handsMin: 3 }
                  : { id: `t${t}`, kind: "hands" as const, minutes };
              }),
            })),
          };
          expect(planDay(day).exact).toBe(true);
        },
      ),
      { numRuns: 12 },
    );
  });

  it("is the best of all orders there are, of days too long to try every minute of", () => {
    /** Every order of the jobs' pieces. */
    const orders = (left: number[]): number[][] => {
      const with1 = left.flatMap((n, job) => (n > 0 ? [job] : []));
      if (with1.length === 0) return [[]];
      return with1.flatMap((job) => orders(left.map((n, j) => (j === job ? n - 1 : n))).map((rest) => [job, ...rest]));
    };
    fc.assert(
      fc.property(
        fc.oneof(
          days({ jobs: 3, tasks: 3, minutes: 40, due: 90 }),
          days({ jobs: 5, tasks: 1, minutes: 40, due: 90 }),
          days({ jobs: 4, tasks: 2, minutes: 25, due: 60 }),
        ),
        (day) => {
          const c = chainsOf(day);
          const costs = orders(c.jobs.map((j) => j.pieces.length)).map((o) => costOf(c, o));
          const best = costs.reduce((a, b) => (isBetter(b, a) ? b : a));
          // from the worst order there is: nothing is found by luck
          const worst = { late: Infinity, endMin: Infinity };
          const proven = exactOrder(c, { order: [], cost: worst }, () => true);
          expect(proven?.cost).toEqual(best);
          expect(proven && costOf(c, proven.order)).toEqual(best);
          const plan = planDay(day);
          expect([plan.exact, plan.late, plan.endMin]).toEqual([true, best.late, best.endMin]);
        },
      ),
      { numRuns: 120, examples: [[overABreak]] },
    );
  });

  const proven: readonly (readonly [string, readonly DayTask["kind"][], number])[] = [
    ["two rigs", ["hands", "run"], 2],
    ["the run before it, one rig", ["run", "hands"], 1],
    ["before and behind, in turn", ["hands", "run", "hands", "run"], 2],
  ];
  const provenInTime: typeof proven = [
    ["a run that needs no hands behind each, one rig", ["hands", "run"], 1],
    ["three rigs", ["hands", "run"], 3],
  ];
  it.each([...proven, ...(LONG ? provenInTime : [])])(
    "is proven of twelve pieces of handwork with %s",
    (_, kinds, rigs) => {
      const each = kinds.filter((k) => k === "hands").length;
      const next = numbers(11);
      const day: Day = {
        rigs,
        breaks: [{ fromMin: 120, toMin: 165 }],
        jobs: Array.from({ length: 12 / each }, (_, j) => ({
          id: `J${j}`,
          dueMin: 60 + next(220),
          weight: 1 + (j % 2),
          tasks: kinds.map((kind, t): DayTask => ({
            id: `t${t}`,
            kind,
            minutes: kind === "run" ? 12 + next(19) : 3 + next(28),
          })),
        })),
      };
      const plan = planDay(day);
      expect(plan.exact).toBe(true);
      expect(broken(day, plan)).toEqual([]);
    },
  );

  it("tells its pieces in turn of their starts, and gives a proof half of its time", () => {
    const day = bench(6, 5);
    const { tasks, order } = planDay(day, { steps: 2_000 });
    const next = day.jobs.map(() => 0);
    const pieces = chainsOf(day).jobs.map((j) => j.pieces);
    const starts = order.map((job) => {
      const at = next[job] ?? 0;
      next[job] = at + 1;
      const piece = pieces[job]?.[at];
      return tasks.find((t) => t.job === day.jobs[job]?.id && t.task === piece?.task)?.start;
    });
    expect(starts).toEqual([...starts].sort((a, b) => (a ?? 0) - (b ?? 0)));
    let now = 100;
    const time = timeOf(() => now, 10);
    const at = (ms: number) => ((now = 100 + ms), [time.mayProve?.(), time.mayGoOn?.()]);
    expect([at(0), at(4), at(6), at(11)]).toEqual([
      [true, true],
      [true, true],
      [false, true],
      [false, false],
    ]);
  });

  it("begins where the day stands: hands taken, rigs taken, a job that is not here yet", () => {
    const day: Day = {
      rigs: 1,
      breaks: [],
      handsFromMin: 30,
      rigsTakenTo: [50],
      jobs: [
        { id: "a", dueMin: null, weight: 1, readyMin: 45, tasks: [{ id: "x", kind: "hands", minutes: 10 }] },
        { id: "b", dueMin: null, weight: 1, tasks: [{ id: "y", kind: "run", minutes: 20, handsMin: 4 }] },
      ],
    };
    expect(planDay(day).tasks).toEqual([
      // the rig is free at 50: its run is set on first
      { job: "a", task: "x", start: 54, end: 64 },
      { job: "b", task: "y", start: 50, end: 70 },
    ]);
  });

  it("is the same every time, and goes on from an order it is given", () => {
    fc.assert(
      fc.property(days({ jobs: 8, tasks: 4, minutes: 30, due: 100 }), (day) => {
        const [a, b] = [planDay(day, { steps: 2_000 }), planDay(day, { steps: 2_000 })];
        expect(b).toEqual(a);
        const on = planDay(day, { steps: 0, from: a.order, mayGoOn: () => false });
        expect([on.late, on.endMin]).toEqual([a.late, a.endMin]);
      }),
      { numRuns: 15 },
    );
  });

  it("told to stop gives the best so far; how far it is rises to the end", () => {
    const day = bench(40, 8);
    let left = 40;
    const stopped = planDay(day, { mayGoOn: () => left-- > 0 });
    expect(broken(day, stopped)).toEqual([]);
    const shares: number[] = [];
    planDay(day, { steps: 6_000, onShare: (s) => shares.push(s) });
    expect(shares.length).toBeGreaterThan(3);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });
});

/** What goes first here is best so far, and a minute behind; taking that for no loss loses a break's worth. */
const overABreak: Day = {
  rigs: 2,
  breaks: [
    { fromMin: 46, toMin: 52 },
    { fromMin: 55, toMin: 57 },
  ],
  rigsTakenTo: [9],
  jobs: [
    {
      id: "J0",
      dueMin: 0,
      weight: 1,
      tasks: [
        { id: "t0", kind: "run", minutes: 1 },
        { id: "t1", kind: "wait", minutes: 2 },
        { id: "t2", kind: "run", minutes: 5, handsMin: 2 },
        { id: "t3", kind: "run", minutes: 12, handsMin: 4 },
      ],
    },
    {
      id: "J1",
      dueMin: 18,
      weight: 0.3,
      tasks: [
        { id: "t0", kind: "run", minutes: 19, handsMin: 6 },
        { id: "t1", kind: "run", minutes: 10 },
        { id: "t2", kind: "run", minutes: 10, handsMin: 7 },
        { id: "t3", kind: "hands", minutes: 5 },
      ],
    },
  ],
};

/** Numbers below what is asked for, the same every time. */
function numbers(seed: number): (most: number) => number {
  let at = seed;
  return (most) => (at = (at * 48_271) % 2_147_483_647) % most;
}

/** A large bench, the same every time. */
function bench(jobs: number, tasks: number): Day {
  const next = numbers(7);
  return {
    rigs: 2,
    breaks: [{ fromMin: 240, toMin: 285 }],
    jobs: Array.from({ length: jobs }, (_, j) => ({
      id: `J${j}`,
      dueMin: 60 + next(25 * jobs),
      weight: 1 + next(3),
      tasks: Array.from({ length: tasks }, (_, t): DayTask => {
        const kind = next(10);
        const minutes = 3 + next(24);
        if (kind < 6) return { id: `t${t}`, kind: "hands", minutes };
        return kind < 8 ? { id: `t${t}`, kind: "run", minutes, handsMin: 3 } : { id: `t${t}`, kind: "wait", minutes };
      }),
    })),
  };
}

describe("how orders are reckoned", () => {
  it("no order of works, cut up or not, has the k-th done before shortest first has it", () => {
    const work = fc.record({ from: fc.integer({ min: 0, max: 30 }), left: fc.integer({ min: 1, max: 12 }) });
    fc.assert(
      fc.property(
        fc.array(work, { minLength: 1, maxLength: 6 }),
        fc.array(fc.nat(), { maxLength: 90 }),
        (all, picks) => {
          const works = new Works(all.length);
          for (const w of all) works.add(w.from, w.left);
          works.run();
          // minute by minute, somebody picks whatever has come
          const left = all.map((w) => w.left);
          const ends: number[] = [];
          for (let at = 0; ends.length < all.length; at++) {
            const here = all.flatMap((w, i) => (w.from <= at && (left[i] ?? 0) > 0 ? [i] : []));
            const i = here[(picks[at] ?? 0) % Math.max(1, here.length)];
            if (i === undefined) continue;
            left[i] = (left[i] ?? 0) - 1;
            if (left[i] === 0) ends.push(at + 1);
          }
          for (const [k, end] of ends.entries()) expect(works.ends[k]).toBeLessThanOrEqual(end);
          // it is an order that can be: the last end is that of doing without a rest
          expect(works.ends[all.length - 1]).toBe(ends.at(-1));
        },
      ),
    );
  });

  it("the quick way says what placing says", () => {
    fc.assert(
      fc.property(
        days({ jobs: 6, tasks: 5, minutes: 30, due: 200 }),
        fc.array(fc.nat(), { minLength: 30, maxLength: 30 }),
        (day, noise) => {
          const c = chainsOf(day);
          const left = c.jobs.flatMap((j, i) => j.pieces.map(() => i));
          const order = left.map((j, i) => ({ j, at: noise[i] ?? 0 })).sort((a, b) => a.at - b.at);
          const jobs = order.map((o) => o.j);
          expect({ ...coster(c)(jobs) }).toEqual(costOf(c, jobs));
          // no order whatever comes below the bound
          const [cost, bound] = [costOf(c, jobs), boundOf(c)];
          expect(cost.late).toBeGreaterThanOrEqual(bound.late - 1e-9);
          expect(cost.endMin).toBeGreaterThanOrEqual(bound.endMin - 1e-9);
        },
      ),
      { numRuns: 200 },
    );
  });

  it("a large bench is far less late than a list by promised time makes it", () => {
    const day = bench(20, 6);
    const c = chainsOf(day);
    const byDue = c.jobs.map((_, i) => i).sort((a, b) => (c.jobs[a]?.dueMin ?? 0) - (c.jobs[b]?.dueMin ?? 0));
    const list = byDue.flatMap((j) => (c.jobs[j]?.pieces ?? []).map(() => j));
    const plan = planDay(day, { steps: 60_000 });
    expect(broken(day, plan)).toEqual([]);
    expect(plan.late).toBeLessThan(0.75 * costOf(c, list).late);
  });

  it("the least assignment is what trying all of them finds", () => {
    const square = fc.integer({ min: 1, max: 5 }).chain((n) =>
      fc.array(fc.array(fc.integer({ min: 0, max: 30 }), { minLength: n, maxLength: n }), {
        minLength: n,
        maxLength: n,
      }),
    );
    const all = (cost: number[][], row = 0, taken = new Set<number>()): number =>
      row === cost.length
        ? 0
        : Math.min(
            ...cost.map((_, c) =>
              taken.has(c) ? Infinity : (cost[row]?.[c] ?? 0) + all(cost, row + 1, new Set([...taken, c])),
            ),
          );
    fc.assert(
      fc.property(square, (cost) => {
        expect(leastAssignment(cost)).toBe(all(cost));
      }),
    );
  });
});
