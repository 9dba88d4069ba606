import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dueByRules, ENVIRONMENTS, monthsAfter, nextDue, usualRules, workingDayUpTo, type UpkeepFacts } from ".";
import { isDay } from "../../base/days";

const plain: UpkeepFacts = { environment: "office", use: "", bought: null, grade: null };

describe("the next service by rule", () => {
  it.each([
    ["office", "2030-03-15", "2031-09-15"],
    ["home", "2030-03-15", "2031-03-14"],
    ["lint", "2030-03-15", "2030-09-13"],
    ["haze", "2030-03-15", "2030-07-15"],
    ["sawdust", "2030-03-15", "2030-05-15"],
    ["", "2030-03-15", "2031-03-14"],
  ])("in %s from %s is %s", (environment, from, dueOn) =>
    expect(dueByRules({ ...plain, environment }, usualRules, from).dueOn).toBe(dueOn),
  );

  it("comes sooner with hard use, age and what was found, later with light use; each says so", () => {
    const all = { environment: "lint", use: "long", bought: "2020-01", grade: 4 };
    const r = dueByRules(all, usualRules, "2030-03-15");
    expect(r.months).toBe(Math.round(6 * 0.75 * 0.85 * 0.75));
    expect(r.reasons).toEqual([
      "6 months: costume lint",
      "× 0.75: used all day, hard",
      "× 0.85: over 5 years old",
      "× 0.75: found matted",
    ]);
    expect(dueByRules({ ...plain, use: "light" }, usualRules, "2030-03-15").months).toBe(23);
    expect(dueByRules({ ...plain, bought: "2029-01" }, usualRules, "2030-03-15").months).toBe(18);
    expect(dueByRules({ ...plain, grade: 2 }, usualRules, "2030-03-15").reasons).toHaveLength(1);
  });

  it("stays between the shortest and the longest, and says so", () => {
    const short = { ...usualRules, months: { ...usualRules.months, sawdust: 1 } };
    const r = dueByRules({ ...plain, environment: "sawdust", use: "long", grade: 4 }, short, "2030-03-15");
    expect(r).toMatchObject({ months: 1 });
    expect(r.reasons.at(-1)).toBe("not under 1 months");
    const long = { ...usualRules, months: { ...usualRules.months, office: 40 } };
    expect(dueByRules(plain, long, "2030-03-15").months).toBe(36);
  });

  it("is a working day, whatever it is reckoned from", () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date("2020-01-01"), max: new Date("2080-01-01"), noInvalidDate: true }),
        fc.constantFrom(...ENVIRONMENTS),
        fc.constantFrom("", "light", "daily", "long"),
        (date, environment, use) => {
          const from = date.toISOString().slice(0, 10);
          const { dueOn } = dueByRules({ ...plain, environment, use }, usualRules, from);
          expect(isDay(dueOn)).toBe(true);
          expect([0, 6]).not.toContain(new Date(`${dueOn}T00:00:00Z`).getUTCDay());
          expect(dueOn > from).toBe(true);
        },
      ),
    );
    expect(workingDayUpTo("2026-11-28")).toBe("2026-11-27");
    expect(workingDayUpTo("2026-11-29")).toBe("2026-11-27");
    expect(workingDayUpTo("2026-11-30")).toBe("2026-11-30");
  });

  it("months end where the month does, over the turn of the year too", () => {
    expect(monthsAfter("2030-12-31", 2)).toBe("2031-02-28");
    expect(monthsAfter("2031-12-31", 2)).toBe("2032-02-29");
    expect(monthsAfter("2030-11-01", 4)).toBe("2031-03-01");
  });
});

describe("the next service by what was measured", () => {
  const when = { from: "2030-03-15", today: "2030-03-20" };

  it("is two weeks before the early edge, on a working day", () => {
    const due = nextDue({ early: "2030-12-20", intervals: 3 }, plain, usualRules, when);
    expect(due).toMatchObject({ dueOn: "2030-12-06", by: "drift" });
    expect(due.why).toContain("20 Dec 2030");
    expect(due.reasons.join(" ")).toContain("14 days before");
  });

  it("is today where a hot day throttles it now, never before", () => {
    expect(nextDue({ early: "2030-03-18", intervals: 2 }, plain, usualRules, when)).toMatchObject({
      dueOn: "2030-03-20",
    });
  });

  it("is the longest interval where the limit is far or never reached", () => {
    const far = nextDue({ early: null, intervals: 2 }, plain, usualRules, when);
    expect(far).toMatchObject({ dueOn: "2033-03-15", by: "drift" });
    expect(nextDue({ early: "2039-01-01", intervals: 2 }, plain, usualRules, when).dueOn).toBe("2033-03-15");
  });

  it("is by rule where too little is measured", () => {
    expect(nextDue(null, { ...plain, environment: "haze" }, usualRules, when)).toMatchObject({
      by: "rule",
      dueOn: "2030-07-15",
      why: "4 months: haze fluid residue",
    });
  });
});
