import { describe, expect, it } from "vitest";
import { dueByEnvironment } from "./interval";

describe("the next due date by where a machine lives", () => {
  it.each([
    ["office", "2030-03-15", "2031-09-15", "18 months, by rule: office air"],
    ["home", "2030-03-15", "2031-03-15", "12 months, by rule: a home, pets or carpet"],
    ["dusty", "2030-03-15", "2030-09-15", "6 months, by rule: a dusty place"],
    ["lint", "2030-03-15", "2030-09-15", "6 months, by rule: costume lint"],
    ["haze", "2030-03-15", "2030-07-15", "4 months, by rule: haze fluid residue"],
    ["sawdust", "2030-03-15", "2030-05-15", "2 months, by rule: sawdust"],
    ["", "2030-03-15", "2031-03-15", "12 months, by rule: no place given"],
  ])("%s from %s", (environment, from, dueOn, why) =>
    expect(dueByEnvironment(environment, from)).toEqual({ dueOn, why }),
  );

  it("stays in its month: the last day where the month is shorter, over the turn of the year", () => {
    expect(dueByEnvironment("sawdust", "2030-12-31").dueOn).toBe("2031-02-28");
    expect(dueByEnvironment("sawdust", "2031-12-31").dueOn).toBe("2032-02-29");
    expect(dueByEnvironment("lint", "2030-08-31").dueOn).toBe("2031-02-28");
    expect(dueByEnvironment("haze", "2030-11-01").dueOn).toBe("2031-03-01");
  });

  it("a date that says less begins at its first day", () => {
    expect(dueByEnvironment("lint", "2030").dueOn).toBe("2030-07-01");
    expect(dueByEnvironment("lint", "").dueOn).toMatch(/^\d{4}-07-01$/);
  });
});
