import { near } from "../../../testing/near";
import { describe, expect, it } from "vitest";
import { courseOf, daysBetween, driftOf, forecastOf, hotMarks, monthsOn, narrowing, type Course, type Visit } from ".";
import { DAYS_A_MONTH, errorOf } from "./course";
import { courseHeadline, courseSummary } from "./words";

/** Figures by hand: what the years come to where everything is known exactly. */
const exact = (KW: number, half = 0) => ({ KW, low: KW - half, high: KW + half });
const visit = (jobId: number, day: string, found: [number, number], left: [number, number], half = 0.01): Visit => ({
  jobId,
  beforeDay: day,
  afterDay: day,
  measured: {
    fanRpm: null,
    chips: [
      {
        chip: "cpu",
        ownW: 30,
        totalW: 40,
        before: { contact: exact(found[0], half), airflow: exact(found[1], half) },
        after: { contact: exact(left[0], half), airflow: exact(left[1], half) },
      },
    ],
  },
  did: [],
  found: "",
});
const courseIn = (...visits: Visit[]): Course => {
  const c = courseOf(visits, "cpu");
  if (!c) throw new Error("no course");
  return c;
};
/** A course whose drifts are known to the last figure. */
const known = (c: Course, contactPerMonth: number, airPerMonth: number): Course => {
  const drift = (mid: number) => ({ of: 2, mid, low: mid, high: mid, draws: Array.from({ length: 99 }, () => mid) });
  return {
    ...c,
    contact: { ...c.contact, drift: drift(contactPerMonth) },
    airflow: { ...c.airflow, drift: drift(airPerMonth) },
  };
};

describe("what grew between two services", () => {
  const c = courseIn(
    visit(1, "2030-01-01", [0.5, 0.9], [0.3, 0.5], 0.0329),
    visit(2, "2031-01-01", [0.36, 0.74], [0.31, 0.5], 0.0329),
    visit(3, "2031-01-22", [0.34, 0.6], [0.3, 0.5], 0.0329),
  );
  const [year, weeks] = c.airflow.rates;

  it("is per month of 30.44 days, from what was left to what was found, from three weeks on", () => {
    expect(c.airflow.rates).toHaveLength(2);
    expect(year?.perMonth).toBeCloseTo(0.24 / (365 / 30.44), 9);
    expect(weeks?.perMonth).toBeCloseTo(0.1 / (21 / 30.44), 9);
    expect(c.contact.rates[0]?.perMonth).toBeCloseTo(0.06 / (365 / 30.44), 9);
  });

  it("is as unsure as both of its ends: a 90 % interval is 1.645 standard errors to each side", () => {
    expect(errorOf(exact(0.5, 0.0329))).toBeCloseTo(0.02, 6);
    expect(errorOf(exact(0.5, 0))).toBe(1e-6);
    expect(year?.se).toBeCloseTo((0.02 * Math.SQRT2) / (365 / DAYS_A_MONTH), 6);
  });

  it("stands where the newest run left it, at the load of the newest job", () => {
    expect(c).toMatchObject({ chip: "cpu", fanRpm: null, ownW: 30, totalW: 40 });
    expect(c.now).toMatchObject({ day: "2031-01-22", contact: { KW: 0.3 }, airflow: { KW: 0.5 } });
    expect(daysBetween("2031-01-01", "2031-01-22")).toBe(21);
    expect(monthsOn("2031-01-01", 12)).toBe("2032-01-01");
  });

  it("takes the lower middle of the fan speeds it was measured at", () => {
    const at = (v: Visit, fanRpm: number): Visit => ({ ...v, measured: v.measured && { ...v.measured, fanRpm } });
    const of = (...rpm: number[]) =>
      courseIn(...rpm.map((r, i) => at(visit(i, `203${i}-01-01`, [0.3, 0.6], [0.3, 0.5]), r))).fanRpm;
    expect([of(3000), of(3000, 4000), of(4000, 3000, 3500), of(5000, 3000, 3500, 4000)]).toEqual([
      3000, 3000, 3500, 3500,
    ]);
  });
});

describe("the drift of a path", () => {
  const of = (...rates: [number, number][]) => driftOf(rates.map(([perMonth, se]) => ({ perMonth, se })));

  it("lies at what the intervals agree on, and scales with it", () => {
    const d = of([0.02, 1e-4], [0.02, 1e-4], [0.02, 1e-4]);
    expect(d?.of).toBe(3);
    expect(d?.mid).toBeCloseTo(0.02, 3);
    expect(d?.draws).toHaveLength(99);
    expect(d?.draws[49]).toBeCloseTo(d?.mid ?? 0, 6);
    expect(d?.draws[4]).toBeLessThanOrEqual(d?.low ?? 0);
    expect(d?.draws[5]).toBeGreaterThanOrEqual(d?.low ?? 0);
    const tenfold = of([0.2, 1e-3], [0.2, 1e-3], [0.2, 1e-3]);
    expect(tenfold?.mid).toBeCloseTo(10 * (d?.mid ?? 0), 4);
    expect(tenfold?.high).toBeCloseTo(10 * (d?.high ?? 0), 4);
  });

  it("leaves room for an unlike interval even where all agreed, and keeps its middle between two that did not", () => {
    const alike = of([0.02, 1e-4], [0.02, 1e-4]);
    expect(alike?.high).toBeGreaterThan(0.024);
    expect(alike?.high).toBeLessThan(0.06);
    expect(alike?.low).toBeGreaterThan(0);
    const apart = of([0.01, 1e-3], [0.03, 1e-3]);
    expect(apart?.mid).toBeGreaterThan(0.015);
    expect(apart?.mid).toBeLessThan(0.025);
    expect(apart?.high).toBeGreaterThan(0.035);
    // one more that agrees narrows it
    const more = of([0.02, 1e-4], [0.02, 1e-4], [0.02, 1e-4], [0.02, 1e-4]);
    expect((more?.high ?? 1) - (more?.low ?? 0)).toBeLessThan((alike?.high ?? 0) - (alike?.low ?? 0));
  });

  it("is nought for a path that does not grow", () => {
    expect(of([-0.01, 1e-4], [-0.01, 1e-4])?.mid).toBe(0);
    expect(of([0, 1e-6], [0, 1e-6])?.high).toBeLessThan(1e-4);
  });
});

describe("a hot day where everything is known", () => {
  const c = courseIn(
    visit(1, "2030-01-01", [0.5, 0.9], [0.4, 0.5], 0),
    visit(2, "2031-01-01", [0.5, 0.9], [0.4, 0.5], 0),
  );
  const grows = known(c, 0.01, 0.02);
  /** 35 + 30 · 0.4 + 40 · 0.5, and 0.3 + 0.8 K a month. */
  const nowC = 67;

  it("is 35 °C, both paths at the usual load, and what they grow", () => {
    const f = forecastOf(grows, 90, 10);
    expect(f?.fromDay).toBe("2031-01-01");
    expect(f?.fan.map((p) => p.months)).toEqual([0, 2.5, 5, 7.5, 10]);
    for (const p of f?.fan ?? [])
      for (const C of [p.low, p.mid, p.high]) expect(C).toBeCloseTo(nowC + 1.1 * p.months, 3);
    const on = monthsOn("2031-01-01", (90 - nowC) / 1.1);
    for (const edge of ["early", "middle", "late"] as const)
      expect(Math.abs(daysBetween(on, f?.throttling?.[edge] ?? "2000-01-01"))).toBeLessThanOrEqual(1);
  });

  it("is at its limit today where it stands there, and tells nothing beyond ten years", () => {
    expect(forecastOf(grows, nowC - 1, 10)?.throttling).toEqual({
      early: "2031-01-01",
      middle: "2031-01-01",
      late: "2031-01-01",
    });
    expect(forecastOf(grows, nowC + 1.1 * 119, 10)?.throttling?.middle).not.toBeNull();
    expect(forecastOf(grows, nowC + 1.1 * 121, 10)?.throttling?.middle).toBeNull();
    expect(forecastOf(known(c, 0, 0), nowC + 1, 10)?.throttling?.early).toBeNull();
    expect(forecastOf({ ...grows, now: null }, 90, 10)).toBeNull();
    expect(forecastOf({ ...grows, contact: { ...grows.contact, drift: null } }, 90, 10)).toBeNull();
    expect(forecastOf({ ...grows, airflow: { ...grows.airflow, drift: null } }, 90, 10)).toBeNull();
  });

  it("is as unsure now as the less sure of its two paths: they are told apart from one total", () => {
    const unsure = known(
      courseIn(
        visit(1, "2030-01-01", [0.5, 0.9], [0.4, 0.5], 0.1),
        visit(2, "2031-01-01", [0.5, 0.9], [0.4, 0.5], 0.1),
      ),
      0.01,
      0.02,
    );
    const [mark] = hotMarks(unsure).filter((m) => m.run === "after");
    expect(mark).toMatchObject({
      C: near(nowC, 6),
      low: near(nowC - 4),
      high: near(nowC + 4),
    });
    const [now] = forecastOf(unsure, 90, 10)?.fan ?? [];
    expect([now?.low, now?.high]).toEqual([near(nowC - 4, 0), near(nowC + 4, 0)]);
    // a run only one path is known of has no mark
    const half = { ...unsure, contact: { ...unsure.contact, marks: unsure.contact.marks.slice(1) } };
    expect(hotMarks(half)).toHaveLength(hotMarks(unsure).length - 1);
  });

  it("is narrowed by a run on the way to the pace of this very interval", () => {
    const loose = (c: Course): Course => {
      const drift = (mid: number) => ({
        of: 2,
        mid,
        low: 0.5 * mid,
        high: 2 * mid,
        draws: Array.from({ length: 99 }, (_, i) => mid * (0.5 + (i + 0.5) / 99)),
      });
      return { ...c, contact: { ...c.contact, drift: drift(0.01) }, airflow: { ...c.airflow, drift: drift(0.02) } };
    };
    const n = narrowing(loose(c), 90, "2031-07-01");
    // measured without error the pace is known, and the day with it
    expect(n?.thenDays).toBeLessThan(2);
    // 23 K at 0.55 to 1.65 K a month: the middle nine tenths of what both come to together
    expect(n?.nowDays).toBeGreaterThan(300);
    expect(n?.nowDays).toBeLessThan(900);
    expect(narrowing(loose(c), null, "2031-07-01")).toBeNull();
    expect(narrowing(loose(c), nowC - 1, "2031-07-01")).toBeNull();
    expect(narrowing({ ...loose(c), now: null }, 90, "2031-07-01")).toBeNull();
  });
});

describe("what the years say", () => {
  const c = courseIn(visit(1, "2030-01-01", [0.5, 0.9], [0.4, 0.5]), visit(2, "2031-01-01", [0.5, 0.9], [0.4, 0.5]));
  /** K a year at the usual load: 12 months, 40 W for air, 30 W for contact. */
  const said = (contactK: number, airK: number) => courseHeadline(known(c, contactK / 360, airK / 480));

  it.each([
    [0, 0, "Hardly any dust comes back. The paste holds."],
    [1.4, 2.9, "Hardly any dust comes back. The paste holds."],
    [1.6, 3.1, "Dust comes back. The paste dries slowly."],
    [3.1, 2.9, "Hardly any dust comes back. The paste dries."],
  ])("of %f K of contact and %f K of air a year is %s", (contactK, airK, headline) => {
    expect(said(contactK, airK)).toBe(headline);
  });

  it("calls it faster each time where three intervals or more rise by more than chance", () => {
    const rates = (se: number, ...perMonth: number[]) =>
      perMonth.map((p, i) => ({ fromDay: `203${i}-01-01`, toDay: `203${i + 1}-01-01`, perMonth: p, se }));
    const of = (r: ReturnType<typeof rates>) => {
      const k = known(c, 0.02, 0.02);
      return courseHeadline({ ...k, airflow: { ...k.airflow, rates: r }, contact: { ...k.contact, rates: r } });
    };
    const faster = "Dust comes back faster each time. The paste dries faster each time.";
    const plain = "Dust comes back. The paste dries.";
    expect(of(rates(0.001, 0.01, 0.02, 0.03))).toBe(faster);
    expect(of(rates(0.001, 0.01, 0.02))).toBe(plain);
    expect(of(rates(0.001, 0.01, 0.02, 0.02))).toBe(plain);
    expect(of(rates(0.001, 0.02, 0.01, 0.03))).toBe(plain);
    // 0.02 between the first and the last: 1.645 standard errors of the difference are 0.0086 and 0.0203
    expect(of(rates(0.02 / (1.645 * Math.SQRT2) - 1e-4, 0.01, 0.02, 0.03))).toBe(faster);
    expect(of(rates(0.02 / (1.645 * Math.SQRT2) + 1e-4, 0.01, 0.02, 0.03))).toBe(plain);
  });

  it("tells the last four paces of each path", () => {
    const rates = [1, 2, 3, 4, 5].map((i) => ({ fromDay: "", toDay: "", perMonth: i / 100, se: 0 }));
    const text = (k: Course) =>
      courseSummary(k)
        .map((p) => p.text)
        .join("")
        .replace(/\s/g, " ");
    const k = { ...c, airflow: { ...c.airflow, rates } };
    expect(text({ ...k, contact: { ...c.contact, rates: rates.slice(0, 2) } })).toBe(
      "Airflow changed by +0.020, +0.030, +0.040, then +0.050 K/W a month; contact by +0.010 and +0.020 K/W.",
    );
    expect(text({ ...k, contact: { ...c.contact, rates: [] } })).toMatch(/K\/W a month\.$/);
    expect(text({ ...c, airflow: { ...c.airflow, rates: [] } })).toBe("");
  });
});
