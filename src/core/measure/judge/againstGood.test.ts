import { describe, expect, it } from "vitest";
import { inWords } from "../../../testing/inWords";
import { againstGood as bareAgainstGood, airStillHigh as bareStillHigh } from "./againstGood";
import type { GoodFigures } from "./good";
import type { ChipVerdict, PathVerdict } from "./index";

const matched = { roomC: 25, fanRpm: 4000, powerW: { cpu: 40, gpu: 60 } };
/** Contact 0.4 to 0.6 and airflow 0.9 to 1.1 K/W. */
const good: GoodFigures = {
  level: "model",
  source: { level: "model", model: "K15", tags: ["LR-02"] },
  airflowPer: "own",
  chips: {
    cpu: { contact: { low: 0.4, mid: 0.5, high: 0.6 }, airflow: { low: 0.9, mid: 1, high: 1.1 } },
  },
};
const figure = (K: number, half: number) => ({ K, low: K - half, high: K + half });
const path = (name: "contact" | "airflow", K: number, half: number, finding: PathVerdict["finding"]): PathVerdict => ({
  path: name,
  before: null,
  after: figure(K, half),
  beforeKW: null,
  afterKW: null,
  change: null,
  finding,
});
const cpu = (airK: number, half = 1, finding: PathVerdict["finding"] = "same") =>
  [{ chip: "cpu" as const, paths: [path("contact", 20, 1, "same"), path("airflow", airK, half, finding)] }] as const;
const airStillHigh = (...args: Parameters<typeof bareStillHigh>) => inWords(bareStillHigh(...args));
const againstGood = (...args: Parameters<typeof bareAgainstGood>) => inWords(bareAgainstGood(...args));
const spaced = (text: string | undefined) => text?.replaceAll("\u00a0", " ");

describe("an air path that stands high after the service", () => {
  it("is told over eight kelvins above good ones, clear of their range", () => {
    expect(airStillHigh(cpu(48), matched, good)).toEqual([]);
    const [told] = airStillHigh(cpu(48.2), matched, good);
    expect(told).toMatchObject({ code: "air-path-high", level: "caution", figure: "+8 K" });
    expect(told?.message).toContain("airflow of the processor still stands 8 K above good K15s (LR-02).");
    expect(airStillHigh(cpu(50, 6), matched, good)).toEqual([]);
    expect(airStillHigh(cpu(50, 5.9), matched, good)).toHaveLength(1);
  });
  it("goes by the power its range is per", () => {
    const perAll = { ...good, airflowPer: "total" as const };
    expect(airStillHigh(cpu(60), matched, good)).toHaveLength(1);
    expect(airStillHigh(cpu(60), matched, perAll)).toEqual([]);
    // 100 W in all: good ones stand at 100 K
    expect(airStillHigh(cpu(118), matched, perAll)[0]?.figure).toBe("+18 K");
  });
  it("is not told of one that got worse, without good figures, by a class alone, or without power", () => {
    expect(airStillHigh(cpu(60, 1, "worse"), matched, good)).toEqual([]);
    expect(airStillHigh(cpu(60), matched, null)).toEqual([]);
    expect(airStillHigh(cpu(60), matched, { ...good, level: "class" })).toEqual([]);
    expect(airStillHigh(cpu(60), { ...matched, powerW: {} }, good)).toEqual([]);
    expect(airStillHigh(cpu(60), matched, { ...good, chips: {} })).toEqual([]);
  });
});

describe("a chip after the service against earlier good runs", () => {
  // good ones stand at 52 to 60 to 68 K at 40 W
  const said = (K: number, half = 1, more: Partial<GoodFigures> = {}) => {
    const chip = { chip: "cpu", after: figure(K, half) } as ChipVerdict;
    const [told] = againstGood([chip], matched, { ...good, ...more });
    return (
      told && [told.level, spaced(told.figure), spaced(told.message)?.replace("Processor: after the service ", "")]
    );
  };
  it("stands as they did where the intervals touch", () => {
    expect(said(60)).toEqual(["note", "0.0 K", "it stands as good K15s (LR-02)."]);
    expect(said(69)?.[2]).toBe("it stands as good K15s (LR-02).");
    expect(said(51)?.[2]).toBe("it stands as good K15s (LR-02).");
  });
  it("above them it is a caution, below them a note", () => {
    expect(said(69.2)).toEqual(["caution", "+9.2 K", "it stands 9 K above good K15s (LR-02)."]);
    expect(said(50.8)).toEqual(["note", "−9.2 K", "it stands 9 K below good K15s (LR-02)."]);
  });
  it("takes airflow per watt of all chips where the range is so", () => {
    // 100 W in all: 106 to 120 to 134 K
    expect(said(120, 1, { airflowPer: "total" })?.[1]).toBe("0.0 K");
    expect(said(60, 1, { airflowPer: "total" })?.[0]).toBe("note");
  });
  it("is not told without figures, power or a height", () => {
    expect(said(90, 1, { level: "class" })).toBeUndefined();
    expect(said(90, 1, { chips: {} })).toBeUndefined();
    const chip = { chip: "cpu", after: figure(90, 1) } as ChipVerdict;
    expect(againstGood([chip], { ...matched, powerW: { gpu: 60 } }, good)).toEqual([]);
    expect(againstGood([{ ...chip, after: null }], matched, good)).toEqual([]);
    expect(againstGood([chip], matched, null)).toEqual([]);
  });
});
