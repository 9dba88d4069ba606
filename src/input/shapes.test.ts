import { describe, expect, it } from "vitest";
import { check } from "./check";
import { DueInput } from "./machine";
import { CuttingInput, LotInput, PadCurvesInput } from "./materials";
import { PhotoChangeInput } from "./photo";
import { RunChangeInput, RunUploadInput } from "./run";
import { JournalInput } from "./service";

const wrong = (type: new () => object, plain: unknown): string[] => {
  const checked = check(type, plain);
  return checked.ok ? [] : Object.keys(checked.fields);
};
const NOT_FORMS = [[], null, "text", 7, true, [[]]] as const;

describe("a form within a form", () => {
  it.each(NOT_FORMS)("that is %j is refused at its name, never stored", (value) => {
    if (value !== null) expect(wrong(RunChangeInput, { conditions: value })).toContain("conditions");
    expect(wrong(RunUploadInput, { conditions: value })).toContain("conditions");
    expect(wrong(RunUploadInput, { plan: value })).toContain("plan");
    expect(wrong(PadCurvesInput, { soft: value })).toContain("soft");
    if (value !== null) expect(wrong(PhotoChangeInput, { squaring: value })).toContain("squaring");
  });
  it.each(NOT_FORMS)("that is %j in a list is refused too", (value) => {
    expect(wrong(CuttingInput, { pieces: [value] }).join()).toContain("pieces");
  });
  it("that is missing where it must be is refused", () => {
    expect(wrong(RunUploadInput, {})).toEqual(expect.arrayContaining(["conditions", "plan"]));
    expect(wrong(JournalInput, {})).toEqual(["entries"]);
    expect(wrong(JournalInput, { entries: [] })).toEqual([]);
  });
});

describe("a date in a form", () => {
  it.each(["2026-02-31", "2227-05-01", "9999-12-31", "1999-12-31", "26-02-01", "2026-02-01T00:00", 20260201, {}, []])(
    "%j is refused",
    (day) => {
      expect(wrong(DueInput, { dueOn: day })).toEqual(["dueOn"]);
      expect(wrong(LotInput, { kind: "paste", name: "x", amount: 1, price: 1, bestBefore: day })).toContain(
        "bestBefore",
      );
    },
  );
  it("may be left out, and is taken where it stands in the calendar", () => {
    expect(wrong(DueInput, {})).toEqual([]);
    expect(wrong(DueInput, { dueOn: null })).toEqual([]);
    expect(wrong(DueInput, { dueOn: "2028-02-29" })).toEqual([]);
  });
});
