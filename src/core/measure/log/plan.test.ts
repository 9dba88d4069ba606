import { describe, expect, it } from "vitest";
import { OTHER_FORMS, TIME_FORMS } from "../../../testing/logForms";
import { planDifference, planOf, readTable, declaredIn, type ReadingPlan } from ".";
import { planFrom, writtenIn } from "./plan";

function planned(text: string, choices = {}): ReadingPlan {
  const table = readTable(text, { choices });
  if (!table.ok) throw new Error(table.problem.message);
  return planOf(table.value);
}

const plain = planned(TIME_FORMS["a heading t"] ?? "");

describe("a reading plan", () => {
  it("names what is taken, and what its numbers are written in", () => {
    expect(plain).toMatchObject({
      version: 1,
      encoding: "utf-8",
      separator: ",",
      decimalComma: false,
      headerLine: 1,
      time: { kind: "number", scale: 1, newestFirst: false },
    });
    expect(plain.columns.map((c) => [c.role, c.written, c.told])).toEqual([
      ["time", "", null],
      ["cpu.temperature", "°C", null],
      ["cpu.power", "W", null],
    ]);
    expect(planned(OTHER_FORMS["°F without a unit"] ?? "").columns.map((c) => c.written)).toEqual([
      "",
      "°F",
      "°F",
      "W",
    ]);
    expect(planned(OTHER_FORMS["mW without a unit"] ?? "").columns.at(-1)?.written).toBe("mW");
    expect(planned(OTHER_FORMS["newest row first"] ?? "").time?.newestFirst).toBe(true);
    expect(planned(TIME_FORMS["hours and minutes, a row a second"] ?? "").time?.kind).toBe("clock");
    expect(planned(TIME_FORMS["minutes and seconds"] ?? "").time?.scale).toBeCloseTo(1 / 60, 9);
  });

  it("keeps what was told, also of columns that are left out, and reads the same by it", () => {
    const choices = { "CPU power [W]": { role: "none" }, "CPU [°C]": { role: "gpu.temperature", unit: "°F" } };
    const told = planned(TIME_FORMS["a heading t"] ?? "", choices);
    expect(told.columns.map((c) => [c.heading, c.role, c.written])).toEqual([
      ["t", "time", ""],
      ["CPU [°C]", "gpu.temperature", "°F"],
      ["CPU power [W]", "none", "W"],
    ]);
    expect(declaredIn(told)).toEqual(choices);
    expect(planned(TIME_FORMS["a heading t"] ?? "", declaredIn(told))).toEqual(told);
    expect(declaredIn(plain)).toEqual({});
  });

  it("of a run stored before plans were has no time and no header", () => {
    const old = planFrom([], { ...plain, header: "", time: null });
    expect(old).toMatchObject({ version: 1, header: "", time: null, columns: [] });
  });

  it.each([
    [{ header: "2-x" }, /other headings/],
    [{ encoding: "utf-16le" }, /encoding/],
    [{ separator: ";" }, /separator/],
    [{ decimalComma: true }, /decimal mark/],
    [{ headerLine: 4 }, /heading line/],
    [{ time: { kind: "number", scale: 0.001, newestFirst: false } }, /times/],
    [{ time: { kind: "number", scale: 1, newestFirst: true } }, /times/],
    [{ columns: plain.columns.slice(0, 2) }, /CPU power \[W\] was left out there and read as cpu\.power in W here/],
    [{ columns: plain.columns.map((c) => ({ ...c, written: "°F" })) }, /read as time in °F there and as time here/],
    [{ columns: [...plain.columns, { heading: "x", role: "none", written: "", told: null }] }, /nothing there/],
  ] as const)("that differs says where: %o", (change, says) => {
    expect(planDifference({ ...plain, ...change } as ReadingPlan, plain)).toMatch(says);
    expect(planDifference(plain, plain)).toBeNull();
  });

  it.each([
    [{ unit: "°C", factor: 5 / 9, offset: -17.8 }, "°F"],
    [{ unit: "°C", factor: 1e-3, offset: 0 }, "m°C"],
    [{ unit: "W", factor: 1e-3, offset: 0 }, "mW"],
    [{ unit: "rpm", factor: 1000, offset: 0 }, "krpm"],
    [{ unit: "MHz", factor: 1000, offset: 0 }, "GHz"],
    [{ unit: "MHz", factor: 1e-3, offset: 0 }, "kHz"],
    [{ unit: "MHz", factor: 1e-6, offset: 0 }, "Hz"],
    [{ unit: "%", factor: 100, offset: 0 }, "share"],
    [{ unit: "W", factor: 1, offset: 0 }, "W"],
    [{ unit: "W", factor: 7, offset: 0 }, "W × 7"],
  ])("numbers brought to their unit were written otherwise: %o", (column, written) => {
    expect(writtenIn(column)).toBe(written);
  });
});
