import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { entryOf as entry } from "../../../testing/journal";
import {
  contextOf,
  forecastOf,
  outcomesOf,
  usualProcedure,
  weighed,
  type Entry,
  type Forecast,
  type Predicted,
  type PredictedPath,
} from "./index";

const layout = tessalyK15Layout();
const fins = layout.parts.filter((p) => p.kind === "fins").map((p) => p.id);
const cpu = layout.parts.find((p) => p.kind === "chip" && p.role === "cpu")?.id ?? "";
const path = (usualKW: number, aboveKW: readonly [number, number] = [0.1, 0.6]): PredictedPath => ({
  aboveKW,
  midKW: (aboveKW[0] + aboveKW[1]) / 2,
  usualKW,
});
const predicted: Predicted = {
  airflow: true,
  contact: true,
  chip: "cpu",
  paths: { airflow: path(0.6), contact: path(0.3) },
};
const forecasts = (entries: Entry[], told: Partial<Predicted> = {}, wattsOf: Record<string, number> = { cpu: 40 }) =>
  forecastOf(
    contextOf({
      layout,
      entries,
      procedure: usualProcedure,
      plans: [],
      model: "K",
      hasBeforeRun: true,
      today: "2031-03-04",
    }),
    { ...predicted, ...told },
    wattsOf,
  );
const graded = (...grades: string[]) => grades.map((g, i) => entry(`dust:${fins[i]}`, g));
const air = (list: Forecast[]) => list.find((f) => f.path === "airflow");

describe("what was seen and what the run shows, weighed", () => {
  const span = fc.tuple(fc.double({ min: 0, max: 40, noNaN: true }), fc.double({ min: 0.1, max: 20, noNaN: true }));
  it("lies between both, and is no surer than the surer of them where they are far apart", () => {
    fc.assert(
      fc.property(span, span, ([a, wide], [b, wider]) => {
        const w = weighed([a, a + wide], [b, b + wider]);
        const [seen, run] = [a + wide / 2, b + wider / 2];
        expect(w.mid).toBeGreaterThanOrEqual(Math.min(seen, run) - 1e-9);
        expect(w.mid).toBeLessThanOrEqual(Math.max(seen, run) + 1e-9);
        expect(w.low).toBeLessThanOrEqual(w.mid);
        expect(w.high - w.mid).toBeCloseTo(w.mid - w.low, 9);
      }),
    );
    const near = weighed([9, 11], [9, 11]);
    const far = weighed([39, 41], [9, 11]);
    expect(near.high - near.low).toBeLessThan(3);
    expect(far.high - far.low).toBeGreaterThan(near.high - near.low + 0.5);
  });
  it("follows the run where the rule is unsure, and the rule alone where there is no run", () => {
    expect(weighed([50, 70], [14, 16]).mid).toBeLessThan(18);
    expect(weighed([8, 12], null).mid).toBe(10);
    expect(weighed([8, 12], null).high).toBeCloseTo(10 + 1.645 * Math.hypot(4 / 3.29, 4, 0.3), 9);
  });
});

describe("what cleaning should give", () => {
  it("is told once every stack was looked at, and the run before tells K/W and watts", () => {
    expect(forecasts(graded("4", "4"))).toEqual([]);
    expect(forecasts(graded("4", "4", "4"), { paths: null })).toEqual([]);
    expect(forecasts(graded("4", "4", "4"), {}, {})).toEqual([]);
    expect(forecasts(graded("4", "4", "4"))).toHaveLength(1);
  });
  it("more dust gives more, more that the run shows gives more", () => {
    const mid = (grade: string, above: [number, number] = [0.1, 0.6]) =>
      air(forecasts(graded(grade, grade, grade), { paths: { airflow: path(0.6, above), contact: path(0.3) } }))?.K
        .mid ?? NaN;
    expect(mid("4")).toBeGreaterThan(mid("2"));
    expect(mid("3", [0.5, 1])).toBeGreaterThan(mid("3"));
    expect(mid("0", [-0.02, 0.02])).toBeLessThan(1);
  });
  it("is parted by how far each inlet is closed, and adds up", () => {
    const f = air(forecasts(graded("4", "0", "3")));
    const parts = f?.stacks.map((s) => s.K) ?? [];
    expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(f?.K.mid ?? NaN, 9);
    expect(parts[0]).toBeGreaterThan(parts[1] ?? Infinity);
    expect(f?.words).toMatch(/^Cleaning the fin stacks should give \d+\sK \(\d+ to \d+\): F1 \d+ and F3 \d+\. Or/);
    expect(f?.words).toMatch(/Or as warm as now at (3|4|5)\d\s% of the blowers' speed\.$/);
    expect(
      air(forecasts(graded("0", "0", "0"), { paths: { airflow: path(0.6, [-0.05, 0.05]), contact: path(0.3) } }))
        ?.words,
    ).toMatch(/^Cleaning the fin stacks should give less than 1\sK\.$/);
  });
});

describe("what new paste should give", () => {
  const paste = (state: string, told: Partial<Predicted> = {}) =>
    forecasts([entry(`paste-was:${cpu}`, state)], told, { cpu: 40, gpu: 60 }).find((f) => f.path === "contact");
  it("goes by what the paste was like and what the run shows, on the chip that was looked at", () => {
    expect(paste("dry")?.part).toBe(cpu);
    // 0.3 K/W usual, 1.15 to 1.9 times that, at 40 W; the run shows 4 to 24 K
    expect(paste("dry")?.K.mid).toBeCloseTo(weighed([1.8, 10.8], [4, 24]).mid, 9);
    expect(paste("dry")?.words).toMatch(/^New paste on the processor should give \d+\sK \(\d+ to \d+\)\.$/);
  });
  it("takes the chip's own figures where every chip was read", () => {
    const contacts = [{ chip: "cpu", high: true, path: path(0.6, [0.5, 0.7]) }];
    expect(paste("dry", { contacts })?.K.mid).toBeGreaterThan(12);
  });
});

describe("a forecast beside its outcome", () => {
  const list = forecasts([...graded("4", "4", "4"), entry(`paste-was:${cpu}`, "dry")]);
  const mid = air(list)?.K.mid ?? NaN;
  const of = (K: number) => ({ K, low: K - 1, high: K + 1 });
  it("says whether it was as forecast, more or less", () => {
    const told = (airK: number) => outcomesOf(list, { airflow: of(airK) }, cpu)[0]?.words ?? "";
    expect(told(-mid)).toMatch(
      /^Airflow won \d+\sK, as forecast: \d+\sK \(\d+ to \d+\) by what was seen and the run before\.$/,
    );
    expect(told(-mid * 9)).toContain("more than forecast");
    expect(told(9)).toMatch(/^Airflow lost 9\sK, less than forecast/);
  });
  it("takes contact at its own chip, and leaves out what was not measured or not seen", () => {
    const both = outcomesOf(list, { airflow: of(-9), contact: of(-6) }, cpu);
    expect(both.map((o) => o.path)).toEqual(["airflow", "contact"]);
    expect(both[1]?.measured).toEqual({ mid: 6, low: 5, high: 7 });
    expect(outcomesOf(list, { airflow: null, contact: of(-6) }, "another")).toEqual([]);
  });
});
