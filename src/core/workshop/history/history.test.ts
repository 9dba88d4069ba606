import { randomLcg } from "d3-random";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  aheadOf,
  courseHeadline,
  courseOf,
  courseSummary,
  daysBetween,
  driftOf,
  forecastOf,
  hotMarks,
  HOT_ROOM_C,
  levelsOfHeights,
  monthsOn,
  narrowing,
  type Course,
  type Levels,
  type Visit,
} from ".";
import { USUAL_FAN_EXPONENT } from "../../measure/thermal";
import { madeYears } from "./made";
import { atFanSpeed } from "./measured";
import { normalBelow, normalQuantile, quasi } from "./normal";

const level = (KW: number, se = 0.01) => ({ KW, low: KW - 1.645 * se, high: KW + 1.645 * se });
const levels = (contact: number, airflow: number): Levels => ({ contact: level(contact), airflow: level(airflow) });

/** A machine with so many services a year apart, each leaving 0.30 and 0.66 K/W; what each found is told. */
function years(found: readonly (readonly [contact: number, airflow: number])[], fanRpm = 4_000): Visit[] {
  return found.map(([contact, airflow], i) => ({
    jobId: i + 1,
    beforeDay: `203${i}-03-01`,
    afterDay: `203${i}-03-01`,
    measured: {
      fanRpm,
      chips: [{ chip: "cpu", ownW: 40, totalW: 50, before: levels(contact, airflow), after: levels(0.3, 0.66) }],
    },
    did: ["dust"],
    found: "",
  }));
}
const course = (visits: readonly Visit[]): Course => {
  const c = courseOf(visits, "cpu");
  if (!c) throw new Error("no course");
  return c;
};

describe("the normal distribution", () => {
  it("and its quantiles are each other's inverse", () => {
    for (const p of [0.001, 0.05, 0.25, 0.5, 0.8, 0.95, 0.999])
      expect(normalBelow(normalQuantile(p))).toBeCloseTo(p, 6);
    expect(normalQuantile(0.95)).toBeCloseTo(1.6449, 3);
    expect(normalBelow(-1)).toBeCloseTo(0.158655, 6);
  });
  it("points fill every side evenly", () => {
    for (const side of [0, 1, 2] as const) {
      const points = Array.from({ length: 500 }, (_, i) => quasi(i, side)).sort((a, b) => a - b);
      points.forEach((p, i) => expect(Math.abs(p - (i + 0.5) / 500)).toBeLessThan(0.02));
    }
  });
});

describe("the course of a machine", () => {
  const found = [
    [0.33, 0.86],
    [0.36, 0.9],
    [0.42, 0.94],
  ] as const;

  it("joins what a service left to what the next one found, and never across a service", () => {
    const { airflow } = course(years(found));
    expect(airflow.marks).toHaveLength(6);
    expect(airflow.rates.map((r) => [r.fromDay, r.toDay])).toEqual([
      ["2030-03-01", "2031-03-01"],
      ["2031-03-01", "2032-03-01"],
    ]);
    expect(airflow.rates[0]?.perMonth).toBeCloseTo((0.9 - 0.66) / (365 / 30.44), 6);
  });

  it("brings airflow to one fan speed: at a higher speed the same fins carry more", () => {
    const of = levels(0.3, 0.66);
    expect(atFanSpeed(of, 4_000, 4_800).airflow?.KW).toBeCloseTo(0.66 * (4_000 / 4_800) ** USUAL_FAN_EXPONENT, 6);
    expect(atFanSpeed(of, 4_000, 4_800).contact).toEqual(of.contact);
    expect(atFanSpeed(of, null, 4_800)).toEqual(of);
    const [first, second, third] = years(found);
    const faster = { ...third, measured: { ...third?.measured, fanRpm: 5_200 } } as Visit;
    // a fan that was mended there: both runs go by the sound one, so that the fault stays seen
    const own = { ...second, measured: { ...second?.measured, fanRpm: 2_000, fanRpmAfter: 6_000 } } as Visit;
    const [, , before, after] = course([first as Visit, own, third as Visit]).airflow.marks;
    expect(after?.KW).toBeCloseTo(0.66 * (6_000 / 4_000) ** USUAL_FAN_EXPONENT, 6);
    expect((before?.KW ?? 0) / (after?.KW ?? 1)).toBeCloseTo(0.9 / 0.66, 6);
    const mixed = course([first as Visit, second as Visit, faster]);
    expect(mixed.fanRpm).toBe(4_000);
    expect(mixed.airflow.marks.at(-1)?.KW).toBeCloseTo(0.66 * (5_200 / 4_000) ** USUAL_FAN_EXPONENT, 6);
  });

  it("leaves out days too near to say anything, and jobs that measured nothing", () => {
    const near = years(found);
    const close = { ...(near[1] as Visit), beforeDay: "2030-03-10", afterDay: "2030-03-10" };
    expect(course([near[0] as Visit, close]).airflow.rates).toEqual([]);
    expect(courseOf([{ ...(near[0] as Visit), measured: null }], "cpu")).toBeNull();
    expect(courseOf(near, "gpu")).toBeNull();
  });

  it("is told in words of what drifts", () => {
    expect(courseHeadline(course(years(found.slice(0, 1))))).toMatch(/One service so far/);
    expect(courseHeadline(course(years(found.slice(0, 2))))).toMatch(/One interval so far/);
    expect(courseHeadline(course(years(found)))).toMatch(/^Dust comes back\./);
    const quick = [...found, [0.34, 1.2]] as const;
    const faster = [quick[0], [0.33, 0.8], [0.33, 0.95], [0.33, 1.2]] as const;
    expect(courseHeadline(course(years(faster)))).toBe("Dust comes back faster each time. The paste holds.");
    expect(courseHeadline(course(years([quick[0], [0.42, 0.67], [0.43, 0.67]])))).toMatch(
      /^Hardly any dust comes back\. The paste dries/,
    );
    const said = courseSummary(course(years(faster)))
      .map((p) => p.text)
      .join("");
    expect(said).toMatch(/Airflow changed by \+0\.\d{3}, \+0\.\d{3}, then \+0\.\d{3}/);
  });
});

describe("the drift", () => {
  it("is not told of fewer than two intervals", () => {
    expect(driftOf([])).toBeNull();
    expect(driftOf([{ perMonth: 0.02, se: 0.001 }])).toBeNull();
  });

  it("is never under nought, holds its own middle, and widens as intervals differ and as they are less sure", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            perMonth: fc.double({ min: -0.01, max: 0.08, noNaN: true }),
            se: fc.double({ min: 0.0005, max: 0.01, noNaN: true }),
          }),
          {
            minLength: 2,
            maxLength: 5,
          },
        ),
        (rates) => {
          const d = driftOf(rates);
          expect(d).not.toBeNull();
          if (!d) return;
          expect(d.low).toBeGreaterThanOrEqual(0);
          expect(d.low).toBeLessThanOrEqual(d.mid);
          expect(d.mid).toBeLessThanOrEqual(d.high);
          d.draws.forEach((v, i) => expect(v).toBeGreaterThanOrEqual(d.draws[i - 1] ?? 0));
        },
      ),
      { numRuns: 25 },
    );
    const wide = (rates: [number, number][]) => {
      const d = driftOf(rates.map(([perMonth, se]) => ({ perMonth, se })));
      return (d?.high ?? 0) - (d?.low ?? 0);
    };
    const alike = wide([
      [0.02, 0.001],
      [0.021, 0.001],
      [0.02, 0.001],
    ]);
    expect(
      wide([
        [0.01, 0.001],
        [0.02, 0.001],
        [0.03, 0.001],
      ]),
    ).toBeGreaterThan(1.3 * alike);
    expect(
      wide([
        [0.02, 0.008],
        [0.021, 0.008],
        [0.02, 0.008],
      ]),
    ).toBeGreaterThan(1.3 * alike);
  });

  it("of one odd interval among five stays near the others", () => {
    const rates = [0.02, 0.021, 0.019, 0.02, 0.09].map((perMonth) => ({ perMonth, se: 0.002 }));
    expect(driftOf(rates)?.mid).toBeLessThan(0.027);
  });

  it.each([
    ["much alike", 0.1, 0.02],
    ["unlike", 0.35, 0.03],
  ])("of made-up years that are %s holds the next interval nine times in ten", (_, differs, error) => {
    let held = 0;
    const trials = 60;
    for (let i = 0; i < trials; i++) {
      const random = randomLcg((i + 0.5) / trials);
      const { visits, next } = madeYears(
        { intervals: 3, airflow: 0.025, differs, contact: 0.004, error, odd: 0.04 },
        random,
      );
      const d = courseOf(visits, "cpu")?.airflow.drift;
      if (d && next.airflow >= d.low && next.airflow <= d.high) held++;
    }
    expect(held / trials).toBeGreaterThan(0.8);
  });
});

describe("a hot day to come", () => {
  const steady = [
    [0.3, 0.9],
    [0.3, 0.9],
    [0.3, 0.9],
  ] as const;

  it("is the room, and what both paths add at the usual load", () => {
    const c = course(years(steady));
    const [first] = hotMarks(c);
    expect(first?.C).toBeCloseTo(HOT_ROOM_C + 40 * 0.3 + 50 * 0.9, 6);
    expect(first?.high).toBeGreaterThan(first?.C ?? 0);
  });

  it("reaches the limit when the middle of the drift does, early edge before, late edge after", () => {
    const c = course(years(steady));
    const pace = (50 * 0.24) / (365 / 30.44);
    const limitC = HOT_ROOM_C + 12 + 33 + 10;
    const t = forecastOf(c, limitC, 18)?.throttling;
    const middle = monthsOn("2032-03-01", 10 / pace);
    expect(Math.abs(daysBetween(middle, t?.middle ?? ""))).toBeLessThan(25);
    expect((t?.early ?? "") < (t?.middle ?? "")).toBe(true);
    expect((t?.middle ?? "") < (t?.late ?? "9999")).toBe(true);
    // a machine at its limit already throttles at once; one that cannot come near it never
    expect(forecastOf(c, 60, 18)?.throttling?.middle).toBe("2032-03-01");
    expect(forecastOf(c, 2_000, 18)?.throttling?.early).toBeNull();
    expect(forecastOf(c, null, 18)?.throttling).toBeNull();
  });

  it("opens with time, and a run on the way narrows it", () => {
    const c = course(
      years([
        [0.3, 0.9],
        [0.3, 0.8],
        [0.3, 1.0],
      ]),
    );
    const fan = forecastOf(c, 95, 18)?.fan ?? [];
    fan.slice(1).forEach((f, i) => expect(f.high - f.low).toBeGreaterThan((fan[i]?.high ?? 0) - (fan[i]?.low ?? 0)));
    const n = narrowing(c, 95, "2032-12-01");
    expect(n?.thenDays).toBeLessThan(n?.nowDays ?? 0);
  });

  it("is what a date is reckoned from, where two intervals are measured and the limit is known", () => {
    const c = course(years(steady));
    const f = forecastOf(c, 95, 18);
    expect(aheadOf(c, f)).toEqual({ early: f?.throttling?.early, intervals: 2 });
    expect(aheadOf(c, forecastOf(c, null, 18))).toBeNull();
    expect(aheadOf(null, null)).toBeNull();
  });
});

it("what one run says alone is per watt of what flows through each path", () => {
  const f = (K: number) => ({ K, low: K - 1, high: K + 1 });
  const l = levelsOfHeights({ contact: f(10), airflow: f(40) }, 25, 50);
  expect(l.contact?.KW).toBeCloseTo(0.4, 9);
  expect(l.airflow?.KW).toBeCloseTo(0.8, 9);
  expect(levelsOfHeights(null, 25, 50)).toEqual({ contact: null, airflow: null });
});
