import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import {
  codesOf,
  eachReading,
  findingsOf,
  rigTruth,
  rigVerdict,
  witnessOf,
  withoutColumns,
  type RigRun,
} from "../../../testing/rigRuns";
import type { RigFaults, RigLog } from "../../simulate";
import { coreSpread } from "./facts";
import { goodRunsOf } from "./index";
import { plainText, type Verdict } from "../says";

const halfOf = (v: Verdict, chip = 0): number => {
  const f = v.chips[chip]?.change;
  return f ? (f.high - f.low) / 2 : NaN;
};

/** Whether the truth lies in the interval of every chip, with what is left of it. */
function holdsTruth(v: Verdict, before: RigRun, after: RigRun): void {
  for (const t of rigTruth(before, after).chips) {
    const f = v.chips.find((c) => c.chip === t.chip)?.change;
    expect(f?.low).toBeLessThan(t.changeK);
    expect(f?.high).toBeGreaterThan(t.changeK);
  }
}

const noFan = (log: RigLog) => withoutColumns(log, /^fan/);

describe("a fan that one log does not hold", () => {
  const dusty: RigRun = { faults: { clog: 2.6 } };
  it.each([
    ["before", { ...dusty, edit: noFan }, {}],
    ["after", dusty, { edit: noFan }],
  ] as [string, RigRun, RigRun][])("in the run %s follows the curve of the other run", (run, before, after) => {
    const v = rigVerdict(before, after);
    expect(witnessOf(v, "fan")).toMatchObject({ finding: "corrected", [run]: "not logged" });
    expect(witnessOf(v, "fan")?.addsK).toBeGreaterThan(0);
    expect(codesOf(v)).toContain("fan-by-curve");
    expect(codesOf(v)).not.toContain("fan-not-logged");
    expect([v.verdict, ...findingsOf(v)]).toEqual(["improved", "same better"]);
    holdsTruth(v, before, after);
  });
  it("has no speed of its own in what both are brought to", () => {
    expect(rigVerdict({ ...dusty, edit: noFan }, {}).matched.fanRpm).toBeNull();
  });
  it("of two fans each follows its own curve", () => {
    const two: RigRun = { machine: tessalyK15, faults: { clog: 2 } };
    const after: RigRun = { machine: tessalyK15, edit: noFan };
    const v = rigVerdict(two, after);
    expect(v.verdict).toBe("improved");
    holdsTruth(v, two, after);
  });
  it("is guessed where the other was held at one speed: that curve says nothing", () => {
    const v = rigVerdict({ ...dusty, recipe: { fan: { fixed: 0.8 } } }, { edit: noFan });
    expect(codesOf(v)).toContain("fan-not-logged");
    expect(codesOf(v)).not.toContain("fan-by-curve");
  });
});

describe("a chip that the two logs read by different sensors", () => {
  const cored = { machine: { ...wrenfell14, cores: 4 } };
  const asPackage = (log: RigLog) => {
    const at = log.headings.findIndex((h) => h.key === "cpu.core0.temperature");
    for (const row of log.rows) row[at] = Math.max(...row.slice(at, at + 4)) - 2;
    log.headings[at] = { key: "cpu.temperature", heading: "CPU package [°C]" };
    withoutColumns(log, /core[1-3]/);
  };
  it("is not compared as if by one: it is said, and widens contact and the change", () => {
    const v = rigVerdict({ ...cored, edit: asPackage }, cored);
    expect(witnessOf(v, "sensor", "cpu")).toMatchObject({
      finding: "corrected",
      before: "package",
      after: "cores",
    });
    expect(codesOf(v)).toContain("sensors-differ");
    const like = rigVerdict(cored, cored);
    expect(witnessOf(like, "sensor", "cpu")).toBeUndefined();
    expect(halfOf(v)).toBeGreaterThan(halfOf(like) + 1);
    expect(witnessOf(v, "sensor", "cpu")?.addsK).toBeCloseTo(halfOf(v) - halfOf(like), 0);
    expect(v.chips[0]?.paths[0].finding).not.toMatch(/worse|better/);
  });
  it("a hot spot against an average, on the graphics chip too", () => {
    const named = (heading: string) => (log: RigLog) => {
      for (const h of log.headings) if (h.key === "gpu.temperature") h.heading = heading;
    };
    const two = { machine: tessalyK15 };
    const v = rigVerdict(
      { ...two, edit: named("GPU hot spot temperature [°C]") },
      { ...two, edit: named("GPU temperature [°C]") },
    );
    expect(witnessOf(v, "sensor", "gpu")?.before).toBe("hot spot");
    expect(witnessOf(v, "sensor", "cpu")).toBeUndefined();
  });
});

describe("power of the whole board under the chip's name", () => {
  const board = (log: RigLog) => eachReading(log, /power$/, (v) => v + 16);
  const dusty: RigRun = { faults: { clog: 2.4 }, edit: board };
  it("is noticed in both runs, and the chip is judged by its load and clock", () => {
    const v = rigVerdict(dusty, { edit: board });
    expect(witnessOf(v, "power", "cpu")).toMatchObject({ before: "whole board", after: "whole board" });
    expect(codesOf(v)).toContain("board-power");
    expect(codesOf(v)).not.toContain("no-power");
    expect(v.reasons.find((r) => r.code === "board-power")?.message).toContain("whole board in both runs");
    expect(v.matched.powerW).toEqual({});
    expect([v.verdict, ...findingsOf(v)]).toEqual(["improved", "same better"]);
    holdsTruth(v, dusty, {});
  });
  it("in one run alone is not set against the chip's own in the other", () => {
    const v = rigVerdict({}, { edit: board });
    expect(witnessOf(v, "power", "cpu")).toMatchObject({ before: "logged", after: "whole board" });
    expect(v.verdict).toBe("unchanged");
  });
  it("gives no good figures: they are per watt of the chip", () => {
    expect(goodRunsOf("LR-02", rigVerdict(dusty, { edit: board }))).toEqual([]);
    expect(goodRunsOf("LR-02", rigVerdict({ faults: { clog: 2.4 } }, {}))).toHaveLength(1);
  });
  it("a chip that idles high because something runs on it keeps its power", () => {
    const busy: RigRun = { faults: { backgroundW: 7 } };
    expect(witnessOf(rigVerdict(busy, busy), "power", "cpu")?.before).toMatch(/W$/);
  });
});

describe("a room that nobody watched", () => {
  const drifts: RigRun = { recipe: { roomDriftK: 3 }, faults: { clog: 2.2 } };
  it("read at one end is left open at the other, and widens the change", () => {
    const ends = rigVerdict({ ...drifts, room: { startC: 22, endC: 25 } }, {});
    const start = rigVerdict({ ...drifts, room: { startC: 22, endC: null } }, {});
    expect(witnessOf(start, "room")).toMatchObject({ finding: "corrected" });
    expect(witnessOf(start, "room")?.says).toContain("at its start alone");
    expect(witnessOf(ends, "room")?.finding).toBe("fine");
    expect(halfOf(start)).toBeGreaterThan(1.15 * halfOf(ends));
    holdsTruth(start, drifts, {});
    holdsTruth(ends, drifts, {});
  });
  it("read at the end alone is as good", () => {
    const end = rigVerdict({ ...drifts, room: { startC: null, endC: 25 } }, {});
    expect(witnessOf(end, "room")?.says).toContain("at its end alone");
    holdsTruth(end, drifts, {});
  });
  it("that swings about what was read widens the change rather than moving it", () => {
    const swinging: RigRun = { faults: { clog: 2.2 }, recipe: { roomSwing: [1.6, 700] } };
    const v = rigVerdict(swinging, { recipe: { roomSwing: [1.4, 500] } });
    expect(halfOf(v)).toBeGreaterThan(1.5 * halfOf(rigVerdict({ faults: { clog: 2.2 } }, {})));
    expect(findingsOf(v)).toEqual(["same better"]);
    holdsTruth(v, swinging, {});
  });
});

describe("one run logged more or less often", () => {
  const every = (stepS: number) => (log: RigLog) => {
    const rows = log.timeS.flatMap((t, i) => (Math.abs(t / stepS - Math.round(t / stepS)) < 1e-6 ? [i] : []));
    log.rows = rows.map((i) => log.rows[i] ?? []);
    log.timeS = rows.map((i) => log.timeS[i] ?? 0);
  };
  it.each([
    ["dust", { clog: 2.4 }, {}],
    ["paste", { contact: { cpu: 2.1 } }, {}],
    ["nothing", {}, {}],
    ["dust gone, paste spoiled", { clog: 2.6 }, { contact: { cpu: 1.7 } }],
  ] as [string, Partial<RigFaults>, Partial<RigFaults>][])(
    "is judged the same every 1, 2, 5 and 10 s: %s",
    (_, b, a) => {
      const of = (stepS: number) =>
        rigVerdict({ faults: b, edit: every(stepS) }, { faults: a, edit: every(stepS) }).chips[0];
      const fine = of(1);
      for (const stepS of [2, 5, 10]) {
        const rare = of(stepS);
        // the change itself within the interval, each path with an interval that meets the other
        expect(fine?.change?.K).toBeGreaterThan(rare?.change?.low ?? NaN);
        expect(fine?.change?.K).toBeLessThan(rare?.change?.high ?? NaN);
        for (const p of [0, 1]) {
          expect(fine?.paths[p]?.change?.high).toBeGreaterThan(rare?.paths[p]?.change?.low ?? NaN);
          expect(fine?.paths[p]?.change?.low).toBeLessThan(rare?.paths[p]?.change?.high ?? NaN);
        }
        expect(rare?.paths.map((p) => p.finding)).toEqual(fine?.paths.map((p) => p.finding));
      }
    },
  );
});

describe("work that no power tells", () => {
  it("is never taken for watts where airflow is set against good machines", () => {
    const good = {
      level: "model" as const,
      source: { level: "model" as const, model: "machine", tags: [] },
      airflowPer: "total" as const,
      chips: { cpu: { contact: { low: 0, mid: 0.1, high: 0.2 }, airflow: { low: 0.1, mid: 0.2, high: 0.3 } } },
    };
    const omit = ["cpu.power"];
    const v = rigVerdict({ faults: { clog: 2.4 }, omit }, { omit }, { good });
    expect(codesOf(v)).not.toContain("air-path-high");
    expect(v.chips[0]?.paths.map((p) => [p.beforeKW, p.afterKW])).toEqual([
      [null, null],
      [null, null],
    ]);
    expect(codesOf(rigVerdict({ faults: { clog: 2.4 } }, {}, { good }))).toContain("air-path-high");
    expect(goodRunsOf("LR-02", v)).toEqual([]);
  });
  it("where one chip's is missing, no figure per watt of all chips is given", () => {
    const two: RigRun = { machine: tessalyK15, omit: ["gpu.power"] };
    const v = rigVerdict({ ...two, faults: { clog: 2 } }, two);
    expect(plainText(v.summary)).not.toBe("");
    expect(goodRunsOf("LR-02", v)).toEqual([]);
    expect(v.reasons.find((r) => r.code === "no-power")?.message).toContain("No power of the graphics chip");
  });
});

describe("cores apart", () => {
  const of = (cores: number[][]) => ({
    timeS: Float64Array.from({ length: 200 }, (_, i) => i),
    stepS: 1,
    startMs: null,
    gaps: [],
    warnings: [],
    channels: cores.map((_, c) => ({
      key: `cpu.core${c}.temperature`,
      unit: "°C",
      heading: `Core ${c}`,
      values: Float32Array.from({ length: 200 }, (_, i) => cores[c]?.[i < 100 ? 0 : 1] ?? NaN),
    })),
  });
  it("a core without late readings has no offset, and leaves the others theirs", () => {
    const whole = of([
      [40, 70],
      [40, 74],
      [40, 78],
    ]);
    const gone = of([
      [40, 70],
      [40, NaN],
      [40, 78],
    ]);
    const late = { before: [150, 199], after: [150, 199] } as Record<"before" | "after", [number, number]>;
    expect(coreSpread(whole, gone, late)?.cores).toEqual([
      { key: "cpu.core0.temperature", beforeK: -4, afterK: -4 },
      { key: "cpu.core1.temperature", beforeK: 0, afterK: null },
      { key: "cpu.core2.temperature", beforeK: 4, afterK: 4 },
    ]);
  });
});
