import { describe, expect, it } from "vitest";
import { check } from "./check";
import { IntakeInput } from "./machine";
import { ConditionsInput, RunChangeInput, RunUploadInput } from "./run";
import { planFor } from "../testing/plans";

const intake = {
  tag: " LR-21 ",
  model: "Wrenfell 14",
  variant: "",
  place: "",
  environment: "lint",
  form: "fourteen",
  limitC: "95,5",
  complaint: "hot",
};

describe("forms are checked the same on the page and on the server", () => {
  it("trims, and takes numbers with comma or point", () => {
    const c = check(IntakeInput, intake);
    expect(c.ok && c.value).toMatchObject({ tag: "LR-21", limitC: 95.5 });
    expect(check(IntakeInput, { ...intake, limitC: "" }).ok).toBe(true);
  });
  it("says what is wrong, per field", () => {
    const c = check(IntakeInput, { ...intake, tag: "", complaint: " ", limitC: "hot" });
    expect(c.ok).toBe(false);
    expect(c.ok ? [] : Object.keys(c.fields).sort()).toEqual(["complaint", "limitC", "tag"]);
  });
  it("refuses fields it does not know, and what is no form", () => {
    expect(check(IntakeInput, { ...intake, id: 7 }).ok).toBe(false);
    for (const odd of [null, "x", [], 5, undefined]) expect(check(IntakeInput, odd).ok).toBe(false);
  });
  it("room temperatures and adapters have bounds", () => {
    expect(check(ConditionsInput, { roomStartC: "21,5", adapterW: "180", supply: "" }).ok).toBe(true);
    expect(check(ConditionsInput, { roomStartC: "210" }).ok).toBe(false);
    expect(check(ConditionsInput, { supply: "sun" }).ok).toBe(false);
  });
  it("nested parts carry their path", () => {
    const c = check(RunUploadInput, {
      jobId: 1,
      kind: "before",
      name: "a.csv",
      bytes: 3,
      plan: planFor(""),
      phases: null,
      conditions: { roomStartC: "abc" },
    });
    expect(c.ok ? {} : c.fields).toHaveProperty("conditions.roomStartC");
    expect(check(RunChangeInput, { phases: { loadOnS: -1, loadOffS: 5 } }).ok).toBe(false);
  });
});
