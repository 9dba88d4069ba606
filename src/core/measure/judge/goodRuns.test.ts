import { describe, expect, it } from "vitest";
import { USUAL_FAN_EXPONENT } from "../thermal";
import { fanSpeedsOf } from "./fanSpeeds";
import { figuresAt, figuresFromRuns, goodRunsOf } from "./good";
import type { PathFinding } from "./index";
import type { Verdict } from "../says";

interface Told {
  findings?: [PathFinding, PathFinding];
  contactKW?: number | null;
  airK?: number | null;
  powerW?: Record<string, number>;
  work?: boolean;
  board?: boolean;
}

const verdict = ({
  findings = ["better", "same"],
  contactKW = 0.4,
  airK = 30,
  powerW = { cpu: 30, gpu: 30 },
  ...t
}: Told): Verdict =>
  ({
    verdict: "improved",
    matched: { powerW, fanRpm: 2_400 },
    facts: { before: { fanRpm: 2_400 }, after: { fanRpm: 2_500 } },
    work: t.work ? [{ chip: "cpu", ratio: 1, by: "load" }] : [],
    reasons: t.board ? [{ code: "board-power", level: "caution", message: "" }] : [],
    chips: [
      {
        chip: "cpu",
        paths: [
          { path: "contact", finding: findings[0], afterKW: contactKW },
          { path: "airflow", finding: findings[1], after: airK === null ? null : { K: airK, low: 29, high: 31 } },
        ],
      },
    ],
  }) as never;

describe("good runs at several fan speeds", () => {
  const run = (tag: string, airflowKW: number, fanRpm: number | null) => ({
    tag,
    chip: "cpu" as const,
    contactKW: 0.4,
    airflowKW,
    fanRpm,
  });
  const slow = 1.07 * (3_400 / 1_800) ** USUAL_FAN_EXPONENT;
  it("are brought to the speed in their middle: a fan that was mended drags its sisters nowhere", () => {
    const sisters = [run("A", 1.61, 1_800), run("B", 1.7, 1_800)];
    const mended = figuresFromRuns([], [...sisters, run("C", 1.07, 3_400)], "Wrenfell 14");
    expect(mended?.fanRpm).toBe(1_800);
    expect(mended?.chips.cpu?.airflow.mid).toBeCloseTo(slow, 9);
    expect(mended?.chips.cpu?.airflow.low).toBeCloseTo(Math.min(1.61, slow * 0.88), 9);
    // told as if at the speed of the run before it did
    const tagged = figuresFromRuns([], [...sisters, run("C", 1.07, 1_800)], "Wrenfell 14");
    expect(tagged?.chips.cpu?.airflow.low).toBe(1.07);
  });
  it("and to the speed of the run that is set beside them; not from rpm to a share", () => {
    const good = figuresFromRuns([run("A", 1, 2_000)], [], "Wrenfell 14");
    if (!good) throw new Error("no figures");
    expect(figuresAt(good, 4_000).chips.cpu?.airflow.mid).toBeCloseTo(0.5 ** USUAL_FAN_EXPONENT, 9);
    expect(figuresAt(good, 4_000).chips.cpu?.contact).toEqual(good.chips.cpu?.contact);
    for (const none of [null, 0.6, 2_000]) expect(figuresAt(good, none)).toBe(good);
  });
});

describe("at what fan speeds a verdict stands", () => {
  const at = (more: object, code = "fan-weak", run = "before") =>
    fanSpeedsOf({
      matched: { roomC: 25, fanRpm: 1_800, powerW: {}, ...more },
      reasons: [{ code, seen: { run: run as "before" } }],
      facts: { after: { fanRpm: 3_300 } },
    });
  it("one for both; each its own where a fan was weak or stood", () => {
    expect(at({}, "as-logged")).toEqual({ before: 1_800, after: 1_800, differ: null, run: null });
    expect(at({ fanRpmAfter: 3_400 })).toEqual({ before: 1_800, after: 3_400, differ: "weak", run: "before" });
    expect(at({ fanRpmAfter: 0 }, "fan-stopped", "after")).toMatchObject({ after: 0, differ: "stopped", run: "after" });
  });
  it("by what it turned at late, where an older judge did not say", () => {
    expect(at({}).after).toBe(3_300);
  });
});

describe("what a past pair says of good machines", () => {
  it("contact per watt of its chip, airflow per watt of all, after a service that lost nothing", () => {
    expect(goodRunsOf("LR-1", verdict({}))).toEqual([
      { tag: "LR-1", chip: "cpu", contactKW: 0.4, airflowKW: 0.5, fanRpm: 2_400 },
    ]);
    expect(goodRunsOf("LR-1", verdict({ findings: ["same", "same"] }))).toHaveLength(1);
  });
  it.each([
    ["a path that got worse", { findings: ["better", "worse"] }],
    ["a path that is not known", { findings: ["unknown", "same"] }],
    ["a contact that is not known per watt", { contactKW: null }],
    ["an airflow that is not known", { airK: null }],
    ["no power", { powerW: {} }],
    ["work that stood in for power", { work: true }],
    ["power of the whole board", { board: true }],
  ] as [string, Told][])("nothing with %s", (_, told) => {
    expect(goodRunsOf("LR-1", verdict(told))).toEqual([]);
  });
});
