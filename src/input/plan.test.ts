import { describe, expect, it } from "vitest";
import { planFor } from "../testing/plans";
import { check } from "./check";
import { PlanInput } from "./plan";

const plan = planFor("");
const refused = (change: object): string[] => {
  const c = check(PlanInput, { ...plan, ...change });
  return c.ok ? [] : Object.keys(c.fields);
};
const column = (change: object) => ({ columns: plan.columns.map((c, i) => (i === 1 ? { ...c, ...change } : c)) });

describe("a reading plan that is sent", () => {
  it("is taken as the page made it", () => {
    const c = check(PlanInput, JSON.parse(JSON.stringify(plan)));
    expect(c.ok && { ...c.value, columns: c.value.columns.map((x) => ({ ...x })) }).toMatchObject(plan);
    expect(refused(column({ told: { role: "cpu.temperature", unit: "°F" } }))).toEqual([]);
  });
  it.each([
    [{ version: 2 }, ["version"]],
    [{ header: 5 }, ["header"]],
    [{ header: "x".repeat(41) }, ["header"]],
    [{ encoding: null }, ["encoding"]],
    [{ separator: "abc" }, ["separator"]],
    [{ decimalComma: "no" }, ["decimalComma"]],
    [{ headerLine: 0 }, ["headerLine"]],
    [{ headerLine: 1.5 }, ["headerLine"]],
    [{ time: null }, ["time"]],
    [{ time: { kind: "moon", scale: 1, newestFirst: false } }, ["time.kind"]],
    [{ time: { kind: "iso", scale: -1, newestFirst: false } }, ["time.scale"]],
    [{ time: { kind: "iso", scale: 1, newestFirst: "yes" } }, ["time.newestFirst"]],
    [{ columns: "all" }, ["columns"]],
    [{ columns: Array.from({ length: 2_001 }, () => plan.columns[0]) }, ["columns"]],
    [{ extra: 1 }, ["extra"]],
    [column({ role: "moon" }), ["columns.1.role"]],
    [column({ heading: 4 }), ["columns.1.heading"]],
    [column({ written: "x".repeat(50) }), ["columns.1.written"]],
    [column({ told: { role: "moon" } }), ["columns.1.told.role"]],
    [column({ told: { role: "cpu.power", unit: "furlong" } }), ["columns.1.told.unit"]],
    [column({ told: { role: "cpu.power", more: 1 } }), ["columns.1.told.more"]],
  ])("%o is refused, with its place", (change, places) => {
    expect(refused(change)).toEqual(places);
  });
});
