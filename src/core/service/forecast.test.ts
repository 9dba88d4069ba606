import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../samples/layouts";
import {
  contextOf,
  forecastOf,
  outcomesOf,
  usualWays,
  type Entry,
  type Forecast,
  type Predicted,
  type PredictedPath,
} from "./index";

const layout = tessalyK15Layout();
const fins = layout.parts.filter((p) => p.kind === "fins").map((p) => p.id);
const cpu = layout.parts.find((p) => p.kind === "chip" && p.role === "cpu")?.id ?? "";
let clock = 0;
const entry = (step: string, value: string): Entry => ({
  id: String(clock).padStart(20, "0"),
  at: new Date(Date.UTC(2031, 2, 4, 9) + 20_000 * clock++).toISOString(),
  stage: "open",
  step,
  act: "done",
  value,
  reason: "",
});
const path = (usualKW: number): PredictedPath => ({ aboveKW: [0, 1], midKW: 0.5, usualKW });
const predicted: Predicted = {
  airflow: true,
  contact: true,
  chip: "cpu",
  paths: { airflow: path(0.6), contact: path(0.3) },
};
const forecasts = (entries: Entry[], told: Partial<Predicted> = {}, wattsOf: Record<string, number> = { cpu: 40 }) =>
  forecastOf(
    contextOf({ layout, entries, ways: usualWays, plans: [], model: "K", hasBeforeRun: true, today: "2031-03-04" }),
    { ...predicted, ...told },
    wattsOf,
  );
const graded = (...grades: string[]) => grades.map((g, i) => entry(`dust:${fins[i]}`, g));
const air = (list: Forecast[], part: string | null = null) => list.find((f) => f.path === "airflow" && f.part === part);

describe("what cleaning should give", () => {
  it("is told once every stack was looked at, and the run before tells K/W and watts", () => {
    expect(forecasts(graded("4", "4"))).toEqual([]);
    expect(forecasts(graded("4", "4", "4"), { paths: null })).toEqual([]);
    expect(forecasts(graded("4", "4", "4"), {}, {})).toEqual([]);
    expect(forecasts(graded("4", "4", "4"))).toHaveLength(4);
  });
  it("goes with the watts and with what is usual, and more dust gives more", () => {
    const mid = (grade: string, watts = 40, usual = 0.6) =>
      air(
        forecasts(graded(grade, grade, grade), { paths: { airflow: path(usual), contact: path(0.3) } }, { cpu: watts }),
      )?.K.mid ?? NaN;
    expect(mid("3", 80)).toBeCloseTo(2 * mid("3"), 9);
    expect(mid("3", 40, 1.2)).toBeCloseTo(2 * mid("3"), 9);
    expect(mid("4")).toBeGreaterThan(mid("3"));
    expect(mid("3")).toBeGreaterThan(mid("2"));
    expect(mid("0")).toBeLessThan(1);
  });
  it("of one stack is less than of all, and nothing of a clean one; each is within its bounds", () => {
    const list = forecasts(graded("4", "0", "3"));
    const all = air(list)?.K.mid ?? NaN;
    expect(air(list, fins[0] ?? "")?.K.mid).toBeLessThan(all);
    expect(air(list, fins[1] ?? "")?.words).toMatch(/should give less than 1\sK\.$/);
    for (const f of list) {
      expect(f.K.low).toBeLessThanOrEqual(f.K.mid);
      expect(f.K.high).toBeGreaterThanOrEqual(f.K.mid);
    }
    expect(air(list)?.words).toMatch(/^Cleaning all of them should give \d+\sK \(\d+ to \d+\)\.$/);
  });
});

describe("what new paste should give", () => {
  const paste = (state: string, told: Partial<Predicted> = {}) =>
    forecasts([entry(`paste-was:${cpu}`, state)], told, { cpu: 40, gpu: 60 }).find((f) => f.path === "contact");
  it("goes by what the paste was like, on the chip that was looked at", () => {
    expect(paste("dry")?.part).toBe(cpu);
    // 0.3 K/W usual, 1.15 to 1.9 times that, at 40 W
    const { low = NaN, mid = NaN, high = NaN } = paste("dry")?.K ?? {};
    expect([low, mid, high].map((K) => Math.round(K * 1e6) / 1e6)).toEqual([1.8, 6.3, 10.8]);
    expect(paste("even")?.K.mid).toBeLessThan(1);
    expect(paste("dry")?.words).toMatch(/^New paste on the processor should give 6\sK \(2 to 11\)\.$/);
  });
  it("takes the chip's own usual figure where every chip was read", () => {
    const contacts = [{ chip: "cpu", high: true, path: path(0.6) }];
    expect(paste("dry", { contacts })?.K.mid).toBeCloseTo(12.6, 9);
  });
});

describe("a forecast beside its outcome", () => {
  const list = [...forecasts([...graded("4", "4", "4"), entry(`paste-was:${cpu}`, "dry")])];
  const mid = air(list)?.K.mid ?? NaN;
  const of = (K: number) => ({ K, low: K - 1, high: K + 1 });
  it("says whether it was as forecast, more or less", () => {
    const said = (airK: number) => outcomesOf(list, { airflow: of(airK) }, cpu)[0]?.words ?? "";
    expect(said(-mid)).toMatch(/^Airflow won \d+\sK, as forecast: \d+\sK \(\d+ to \d+\) by what was seen inside\.$/);
    expect(said(-mid * 5)).toContain("more than forecast");
    expect(said(-0.1)).toContain("less than forecast");
    expect(said(4)).toMatch(/^Airflow lost 4\sK/);
  });
  it("takes contact at its own chip, and leaves out what was not measured or not seen", () => {
    const both = outcomesOf(list, { airflow: of(-9), contact: of(-6) }, cpu);
    expect(both.map((o) => o.path)).toEqual(["airflow", "contact"]);
    expect(both[1]?.measured).toEqual({ mid: 6, low: 5, high: 7 });
    expect(outcomesOf(list, { airflow: null, contact: of(-6) }, "another")).toEqual([]);
  });
});
