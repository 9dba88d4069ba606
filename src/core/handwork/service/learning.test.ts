import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  forecastHistory,
  Learning,
  LEARNT_KEYS,
  meanMisses,
  together,
  weighed,
  worthsFrom,
  type ForecastFacts,
  type LearntKey,
  type Win,
} from "./index";

const win = (mid: number, half = 1): Win => ({ mid, low: mid - half, high: mid + half });
const taught = (n: number, key: LearntKey, times: number, model = 10) => {
  const here = new Learning();
  for (let i = 0; i < n; i++) here.learn({ key, seen: [0.9 * model, 1.1 * model], won: win(times * model) });
  return here;
};

describe("what a finding is worth here", () => {
  it("is what the model says before anything was learnt, off by two fifths", () => {
    for (const key of LEARNT_KEYS)
      expect(new Learning().worth(key)).toEqual({ log: 0, sd: expect.closeTo(0.4, 3) as number });
    expect(new Learning().worth(null)).toEqual({ log: 0, sd: expect.closeTo(0.4, 3) as number });
    expect(new Learning().worth("dust:0").log).toBe(0);
  });

  it("moves towards what was won, some way after one job and nearly all of it after thirty", () => {
    const after = (n: number) => taught(n, "dust:3", 1.5).worth("dust:3");
    expect(after(1).log).toBeGreaterThan(0.3 * Math.log(1.5));
    expect(after(1).log).toBeLessThan(0.8 * Math.log(1.5));
    expect(after(30).log).toBeCloseTo(Math.log(1.5), 1);
    expect(after(1).sd).toBeLessThan(0.4);
    expect(after(30).sd).toBeLessThan(after(3).sd);
    expect(taught(4, "dust:3", 1.5).jobs("dust:3")).toBe(4);
    expect(taught(4, "dust:3", 1.5).jobs("dust:2")).toBe(0);
  });

  it("moves the others with it, but less", () => {
    const here = taught(10, "dust:3", 2);
    for (const key of ["dust:2", "paste:dry"] as const) {
      expect(here.worth(key).log).toBeGreaterThan(0.05);
      expect(here.worth(key).log).toBeLessThan(here.worth("dust:3").log);
      expect(here.worth(key).sd).toBeGreaterThan(here.worth("dust:3").sd);
    }
  });

  it("is the same whichever way round jobs came, while none is far off", () => {
    const lesson = fc.record({
      key: fc.constantFrom(...LEARNT_KEYS),
      times: fc.double({ min: 0.85, max: 1.18, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(lesson, { minLength: 1, maxLength: 6 }), (lessons) => {
        const learn = (of: typeof lessons) => {
          const here = new Learning();
          for (const l of of) here.learn({ key: l.key, seen: [9, 11], won: win(10 * l.times) });
          return here;
        };
        const [a, b] = [learn(lessons), learn([...lessons].reverse())];
        for (const key of LEARNT_KEYS) {
          expect(a.worth(key).log).toBeCloseTo(b.worth(key).log, 9);
          expect(a.worth(key).sd).toBeCloseTo(b.worth(key).sd, 9);
        }
      }),
    );
  });

  it("is hardly moved by one job that is far off, and by none too small to tell", () => {
    const calm = taught(10, "dust:3", 1);
    calm.learn({ key: "dust:3", seen: [9, 11], won: win(60) });
    expect(calm.worth("dust:3").log).toBeLessThan(0.15);
    const here = new Learning();
    expect(here.learn({ key: "dust:1", seen: [0.2, 1.4], won: win(9) })).toBe(false);
    expect(here.learn({ key: "dust:1", seen: [9, 11], won: win(1) })).toBe(false);
    expect(here.learn({ key: "dust:1", seen: [9, 11], won: win(-4) })).toBe(false);
    expect(here.worth("dust:1").log).toBe(0);
    expect(here.jobs("dust:1")).toBe(0);
  });

  it("counts a win that is measured loosely for less", () => {
    const by = (half: number) => {
      const here = new Learning();
      here.learn({ key: "dust:3", seen: [9, 11], won: win(15, half) });
      return here.worth("dust:3");
    };
    expect(by(8).log).toBeLessThan(by(1).log);
    expect(by(8).sd).toBeGreaterThan(by(1).sd);
  });

  it("narrows a forecast and moves it", () => {
    const [first, now] = [weighed([8, 12], null), weighed([8, 12], null, taught(20, "dust:3", 1.4).worth("dust:3"))];
    expect(first.mid).toBe(10);
    expect(now.mid).toBeCloseTo(14, -0.3);
    expect((now.high - now.low) / now.mid).toBeLessThan((first.high - first.low) / first.mid);
  });
});

describe("wins together", () => {
  it("add up, and their doubts in quadrature", () => {
    expect(together([])).toBeNull();
    expect(together([win(10, 3), win(5, 4)])).toEqual({ mid: 15, low: 10, high: 20 });
  });
});

const facts = (model: number, won: number | null, more: Partial<ForecastFacts> = {}): ForecastFacts => ({
  chip: "cpu",
  parts: [
    {
      path: "airflow",
      key: "dust:3",
      seen: [0.8 * model, 1.2 * model],
      run: null,
      won: won === null ? null : win(won),
      done: true,
      worse: false,
    },
  ],
  won: won === null ? null : win(won),
  guessK: null,
  ...more,
});
const history = (...list: ForecastFacts[]) => forecastHistory(list.map((f, job) => ({ job, facts: f })));

describe("the history of forecasts", () => {
  it("forecasts each job by those before it alone, never with its own outcome", () => {
    const { jobs } = history(facts(10, 16), facts(10, 16), facts(10, 16));
    expect(jobs[0]?.forecast.mid).toBe(10);
    expect(jobs[1]?.forecast.mid).toBeGreaterThan(11);
    expect(jobs[2]?.forecast.mid).toBeGreaterThan(jobs[1]?.forecast.mid ?? 99);
    // a later outcome changes nothing before it
    const other = history(facts(10, 16), facts(10, 16), facts(10, 3)).jobs;
    expect(other.slice(0, 2)).toEqual(jobs.slice(0, 2));
  });

  it("held where what was won lies within, on either side not", () => {
    const held = (won: number) => history(facts(10, won)).jobs[0]?.held;
    expect([held(10), held(15), held(5)]).toEqual([true, true, true]);
    expect([held(20), held(1), held(-6)]).toEqual([false, false, false]);
  });

  it("learns nothing from hands: a path that got worse, work that was not done", () => {
    const worse = facts(10, -7, {
      parts: [{ ...(facts(10, -7).parts[0] as ForecastFacts["parts"][number]), worse: true }],
    });
    const { jobs, learning } = history(worse);
    expect(jobs[0]).toMatchObject({ hands: true, learnt: false, held: false });
    expect(learning.worth("dust:3").log).toBe(0);
    const undone = facts(10, 12, {
      parts: [{ ...(facts(10, 12).parts[0] as ForecastFacts["parts"][number]), done: false }],
    });
    expect(history(undone).jobs).toEqual([]);
    expect(history(facts(10, null)).jobs).toEqual([]);
  });

  it("adds up the paths that were worked on, and learns from each by its own win", () => {
    const [air] = facts(10, 14).parts as [ForecastFacts["parts"][number]];
    const paste = { ...air, path: "contact" as const, key: "paste:dry" as const, seen: [4, 6] as const, won: win(4) };
    const { jobs, learning } = history({ ...facts(10, 18), parts: [air, paste], guessK: 20 });
    expect(jobs[0]?.forecast.mid).toBe(15);
    expect(jobs[0]).toMatchObject({ guessK: 20, learnt: true, won: { mid: 18 } });
    expect(learning.jobs("dust:3")).toBe(1);
    expect(learning.jobs("paste:dry")).toBe(1);
    expect(learning.worth("dust:3").log).toBeGreaterThan(learning.worth("paste:dry").log);
    expect(worthsFrom([{ ...facts(10, 18), parts: [air, paste] }])["dust:3"]).toEqual(learning.worth("dust:3"));
  });
});

describe("the mean miss", () => {
  it("is of the last six that told one, and none until there are six", () => {
    expect(meanMisses([1, 2, 3, 4, 5])).toEqual([null, null, null, null, null]);
    expect(meanMisses([6, null, 2, 3, 4, 5, 4, 12])).toEqual([null, null, null, null, null, null, 4, 5]);
    expect(meanMisses([1, 3], 2)).toEqual([null, 2]);
  });
});
