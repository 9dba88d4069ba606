import { describe, expect, it } from "vitest";
import { plainSeries, withSecond } from "../../../testing/series";
import { alignRuns } from "./aligned";
import { inWords } from "../../../testing/inWords";
import { blockingReasons as bareBlocking, enoughSeconds as bareEnough, loadSeconds } from "./comparable";
import { matchedConditions, meanOver } from "../pair/conditions";
import { pairOf } from "../pair/pair";
import type { ChipEstimate } from "./estimate";
import { dominantTau } from "./estimate";
import { curveOf, fanState, speedRatio, usualFan, type FanState } from "../pair/fan";
import { fanPlan as barePlan } from "./fanPlan";
import { gainOf } from "./gain";
import { outlookOf } from "./outlook";
import { settingDifferences, type RunConditions } from "../pair/settings";
import type { ChipVerdict, RunFacts } from "./index";
import { byWorkShare, witnessWork } from "../pair/work";

const at = (s: ReturnType<typeof plainSeries>, rows: readonly [number, number]) => [
  s.timeS[rows[0]],
  s.timeS[rows[1] - 1],
];

describe("the late rows", () => {
  it("are the last two minutes under load", () => {
    const s = plainSeries();
    expect(at(s, s.late)).toEqual([659, 779]);
  });
  it("of a load under six minutes are its last two thirds at most", () => {
    const s = plainSeries({ on: 120, off: 300 });
    expect(at(s, s.late)).toEqual([180, 299]);
    const shorter = plainSeries({ on: 120, off: 180 });
    expect(at(shorter, shorter.late)).toEqual([140, 179]);
  });
  it("hold the pause behind the last pulse, as long as the one before it", () => {
    const on = (t: number) => t >= 120 && t < 750 && (t - 120) % 90 < 60;
    const s = plainSeries({ off: 750, power: (t) => (on(t) ? 40 : 5) });
    expect(s.pulses.map((i) => s.timeS[i])).toEqual([120, 210, 300, 390, 480, 570, 660]);
    const rows = s.late;
    expect(s.timeS[rows[1] - 1]).toBe(779);
    // sixty seconds of the last two minutes at 40, the rest at 5
    expect(meanOver(s.chips[0]?.power ?? new Float64Array(0), rows)).toBeCloseTo(5 + (35 * 60) / 121, 6);
  });
  it("a drop of some seconds is no pause, nor are two a pulsed load", () => {
    const dips = plainSeries({ power: (t) => (t >= 120 && t < 780 && t % 100 > 5 ? 40 : 5) });
    expect(dips.pulses).toHaveLength(1);
    const once = plainSeries({ power: (t) => (t >= 120 && t < 780 && !(t > 400 && t < 430) ? 40 : 5) });
    expect(once.pulses).toHaveLength(2);
    expect(at(once, once.late)).toEqual([659, 779]);
  });
  it("a mean passes over what is no reading", () => {
    expect(meanOver(Float64Array.of(1, NaN, 3, 100), [0, 3])).toBe(2);
    expect(meanOver(Float64Array.of(NaN), [0, 1])).toBeNaN();
  });
  it("what both runs are brought to is the run before: its power and its fan", () => {
    const s = withSecond(plainSeries(), plainSeries({ power: () => 60 }));
    expect(matchedConditions(s)).toEqual({ roomC: 25, fanRpm: 4000, powerW: { cpu: 40, gpu: 60 } });
    expect(matchedConditions(plainSeries({ fan: null })).fanRpm).toBeNull();
  });
});

describe("runs on one axis", () => {
  const run = (onS: number, loadS: number) => ({
    run: {
      timeS: Float64Array.from({ length: 1200 }, (_, i) => i),
      stepS: 1,
      startMs: null,
      channels: [
        {
          key: "cpu.temperature",
          unit: "°C",
          heading: "CPU",
          values: Float32Array.from({ length: 1200 }, (_, i) => (i >= onS && i < onS + loadS ? 80 : 40)),
        },
      ],
      gaps: [],
      warnings: [],
    },
    phases: { loadOnS: onS, loadOffS: onS + loadS },
  });
  it("start at their load, a minute before it and a minute and a half behind the longer", () => {
    const { chips, loadS } = alignRuns(run(100, 300), run(200, 500));
    expect(loadS).toEqual({ before: 300, after: 500 });
    expect(chips.map((c) => c.chip)).toEqual(["cpu"]);
    for (const points of [chips[0]?.before ?? [], chips[0]?.after ?? []]) {
      expect(Math.abs((points[0]?.t ?? 0) + 60)).toBeLessThan(1.5);
      expect(Math.abs((points.at(-1)?.t ?? 0) - 590)).toBeLessThan(1.5);
    }
  });
  it("without a load they start where the log does, and a chip that is not there is left out", () => {
    const bare = alignRuns({ ...run(0, 100), phases: null }, { ...run(0, 100), phases: null });
    expect(bare.loadS).toEqual({ before: 0, after: 0 });
    expect(Math.abs(bare.chips[0]?.before[0]?.t ?? 9)).toBeLessThan(0.5);
    expect(bare.chips).toHaveLength(1);
  });
});

const estimate = (tauS: number, more: Partial<ChipEstimate> = {}): ChipEstimate =>
  ({
    chip: "cpu",
    tauS: { before: tauS, after: tauS },
    residualK: { before: 0.4, after: 0.4 },
    before: { K: 40, low: 38, high: 42 },
    after: { K: 30, low: 28, high: 32 },
    ...more,
  }) as never;

type Run = ReturnType<typeof plainSeries>;
const enoughSeconds = (chips: ChipEstimate[], before: Run, after: Run, fan: FanState) =>
  bareEnough(chips, { before, after, fan });
const blockingReasons = (before: Run, after: Run, chips: ChipEstimate[], fan: FanState) =>
  bareBlocking(pairOf(before, after, fan), chips);

describe("what bars a comparison", () => {
  const s = plainSeries();
  const codes = (before = s, after = s, chips = [estimate(100)], fan = usualFan) =>
    blockingReasons(before, after, chips, fan).map((r) => r.code);
  it("nothing, where both runs are whole", () => {
    expect(codes()).toEqual([]);
    expect(loadSeconds(s)).toBe(659);
  });
  it("a load under three of its time constants, or two where that is over eight minutes", () => {
    const enough = (tau: number) => enoughSeconds([estimate(tau)], s, s, usualFan);
    expect(enough(100)).toBe(300);
    expect(enough(10)).toBe(100);
    expect(enough(200)).toBe(480);
    expect(enough(300)).toBe(600);
    const short = plainSeries({ on: 120, off: 300 });
    const reason = blockingReasons(s, short, [estimate(100)], usualFan)[0];
    expect(reason).toMatchObject({ code: "load-too-short", data: { run: "after", neededS: 300 } });
    expect(inWords(reason ? [reason] : [])[0]?.figure?.replace("\u00a0", " ")).toBe("2:59 of 5:00");
    expect(codes(short, s)).toEqual(["load-too-short"]);
  });
  it("the longer run speaks for the machine, the other for a little of it", () => {
    const uneven = estimate(0, { tauS: { before: 100, after: 400 } });
    expect(enoughSeconds([uneven], s, plainSeries({ on: 120, off: 300 }), usualFan)).toBe(450);
    const stands = { ...usualFan, kind: "stopped" as const, run: "after" as const };
    expect(enoughSeconds([uneven], s, s, stands)).toBe(300);
  });
  it("no room, in words that say whose", () => {
    const bare = plainSeries({ roomC: null });
    const said = (b: typeof s, a: typeof s) => inWords(blockingReasons(b, a, [estimate(100)], usualFan))[0]?.message;
    expect(said(bare, s)).toBe("No room temperature for the run before.");
    expect(said(bare, bare)).toBe("No room temperature for the run before and the run after.");
  });
  it("a sensor that is stuck, or not that chip's, or does not follow its power", () => {
    expect(codes(plainSeries({ tempC: () => 55 }))).toContain("sensor-stuck");
    expect(codes(plainSeries({ tempC: (t) => 50 + (t % 7) / 10 }))).toContain("wrong-sensor");
    expect(codes(s, s, [estimate(100, { residualK: { before: 0.4, after: 6 } })])).toEqual(["does-not-follow"]);
    expect(codes(s, s, [estimate(100, { residualK: { before: 0.4, after: 3.9 } })])).toEqual([]);
    expect(codes(s, s, [])).toEqual(["chips-differ"]);
  });
});

describe("the dominant time constant", () => {
  it("is the mean by height in the logarithm, of airflow alone", () => {
    const lines = [
      { path: "contact" as const, tauS: 1, K: 50 },
      { path: "airflow" as const, tauS: 10, K: 10 },
      { path: "airflow" as const, tauS: 1000, K: 10 },
    ];
    expect(dominantTau(lines)).toBeCloseTo(100, 6);
    expect(dominantTau(lines.slice(0, 1))).toBe(0);
  });
});

describe("fans of two runs", () => {
  const ramp = (by: number) => plainSeries({ tempC: climb, fan: (t) => by * (1000 + 50 * (climb(t) - 40)) });
  const climb = (t: number) => (t < 120 || t >= 780 ? 40 : 80 - 40 * Math.exp(-(t - 120) / 150));
  it("are gathered by temperature where the chip is steady, whatever the step of the log", () => {
    for (const stepS of [1, 5]) {
      const s = plainSeries({ stepS, tempC: climb, fan: (t) => 1000 + 50 * (climb(t) - 40) });
      const curve = curveOf(s);
      expect([...curve.keys()].every((k) => k >= 12 && k <= 20)).toBe(true);
      expect(curve.get(20)?.length).toBeGreaterThan(20 / stepS);
    }
  });
  it("tell their ratio at one temperature, and weak from usual by it", () => {
    expect(speedRatio(ramp(1), ramp(0.5))).toBeCloseTo(0.5, 3);
    expect(fanState(ramp(1), ramp(0.5))).toMatchObject({ kind: "weak", run: "after" });
    expect(fanState(ramp(0.5), ramp(1))).toMatchObject({ kind: "weak", run: "before" });
    expect(fanState(ramp(1), ramp(0.7))).toMatchObject({ kind: "usual" });
  });
  it("without a common temperature a hotter machine whose fan is slower is weak, a cooler one is not", () => {
    const run = (tempC: number, fan: number) => plainSeries({ tempC: () => tempC, fan: (t) => (t < 120 ? 1 : fan) });
    expect(speedRatio(run(60, 4000), run(80, 1600))).toBeCloseTo(0.4, 6);
    expect(speedRatio(run(80, 4000), run(60, 1600))).toBeNull();
    expect(speedRatio(run(80, 1600), run(60, 4000))).toBeCloseTo(2.5, 6);
  });
  it("are gathered by the hottest of the chips", () => {
    const two = withSecond(plainSeries({ tempC: () => 60 }), plainSeries({ chip: "gpu", tempC: () => 80 }));
    expect([...curveOf(two).keys()]).toEqual([20]);
    expect([...curveOf(withSecond(plainSeries({ tempC: () => 80 }), plainSeries({ tempC: () => 60 }))).keys()]).toEqual(
      [20],
    );
  });
  it("of one log alone stand for the other's, where they follow the temperature and turn", () => {
    const lacks = (b: Parameters<typeof plainSeries>[0], a: Parameters<typeof plainSeries>[0]) =>
      fanState(plainSeries(b), plainSeries(a)).lacks;
    expect(lacks({}, { fan: null })).toBe("after");
    expect(lacks({ fan: null }, {})).toBe("before");
    expect(lacks({}, {})).toBeNull();
    expect(lacks({ fan: null }, { fan: null })).toBeNull();
    expect(lacks({ fan: () => 3000 }, { fan: null })).toBeNull();
    expect(lacks({ fan: (t) => (t < 600 ? 2000 : 0) }, { fan: null })).toBeNull();
  });
  it("one that stands makes the machine hotter per watt, else its reading is stuck", () => {
    const stands = (tempC: number) => plainSeries({ tempC: (t) => (t < 120 ? 40 : tempC), fan: () => 0 });
    expect(fanState(plainSeries(), stands(118))).toMatchObject({ kind: "stopped", run: "after", ratio: 0 });
    expect(fanState(plainSeries(), stands(75))).toMatchObject({ kind: "unknown", stuck: "after" });
    expect(fanState(stands(118), plainSeries())).toMatchObject({ kind: "stopped", run: "before", ratio: null });
  });
  it("that never turn, or are not logged in both, are none, or unknown", () => {
    const still = plainSeries({ fan: () => 0 });
    expect(fanState(still, still)).toMatchObject({ kind: "none" });
    expect(fanState(plainSeries({ fan: null }), plainSeries())).toMatchObject({ kind: "unknown" });
  });
  it("one of two that stands is named", () => {
    const two = (second: number) => {
      const s = plainSeries();
      return { ...s, fans: [...s.fans, Float64Array.from(s.timeS, () => second)] };
    };
    expect(fanState(two(3900), two(20))).toMatchObject({ kind: "stopped", run: "after", fan: 2 });
  });
  it("held at one speed is fixed, and no weakness", () => {
    const held = plainSeries({ fan: () => 2000 });
    expect(fanState(plainSeries(), held)).toMatchObject({ kind: "usual", fixed: { before: false, after: true } });
  });
});

describe("the plan of the fans", () => {
  const fanPlan = (before: Run, after: Run, fan: FanState) => barePlan(pairOf(before, after, fan));
  it("takes each as a share of the highest speed of either run, at the speed of the run before", () => {
    const [b, a] = [plainSeries(), plainSeries({ fan: (t) => (t < 120 ? 2000 : 5000) })];
    const plan = fanPlan(b, a, usualFan);
    expect(plan.before.top).toEqual([5000]);
    expect(plan.after.top).toEqual([5000]);
    expect(plan.at.before[0]).toBeCloseTo(0.8, 9);
    expect(plan.at.after[0]).toBeCloseTo(0.8, 9);
  });
  it("one log in %, the other in rpm: equal where both were equally warm", () => {
    const [b, a] = [plainSeries({ fan: (t) => (t < 120 ? 40 : 80), fanUnit: "%" }), plainSeries()];
    const plan = fanPlan(b, a, { ...usualFan, unit: "mixed", ratio: 45 });
    expect(plan.before.top).toEqual([80]);
    expect(plan.after.top).toEqual([3600]);
  });
  it("a fan that stands or is weak is judged as it runs", () => {
    const b = plainSeries();
    const stopped = { ...usualFan, kind: "stopped" as const, run: "after" as const };
    expect(fanPlan(b, plainSeries({ fan: () => 0 }), stopped).at.after).toEqual([0]);
    const weak = { ...usualFan, kind: "weak" as const, run: "after" as const, ratio: 0.5 };
    expect(fanPlan(b, plainSeries({ fan: () => 2000 }), weak).at.after[0]).toBeCloseTo(0.5, 9);
  });
  it("without fans there is nothing to scale", () => {
    const bare = plainSeries({ fan: null });
    expect(fanPlan(bare, bare, usualFan)).toEqual({
      before: { top: [] },
      after: { top: [] },
      at: { before: [1], after: [1] },
    });
  });
});

describe("work", () => {
  const bare = { powerLogged: false };
  it("goes with load, and with the clock to its exponent", () => {
    const after = plainSeries({ ...bare, load: (t) => (t < 120 ? 3 : 90), clock: (t) => (t < 120 ? 1200 : 3000) });
    const w = witnessWork(plainSeries(bare), after, "cpu");
    expect(w.by).toBe("load and clock");
    expect(w.ratio).toBeCloseTo(0.9 * (3000 / 3600) ** 2.4, 3);
  });
  it.each([
    [{ clock: null }, "load"],
    [{ load: null }, "clock"],
    [{ load: null, clock: null }, "nothing"],
  ] as const)("by what there is: %o", (lacks, by) => {
    const s = plainSeries({ ...bare, ...lacks });
    expect(witnessWork(s, s, "cpu")).toEqual({ chip: "cpu", ratio: 1, by });
  });
  it("stands for power as a share: never logged, idle a tenth, a slower clock less", () => {
    const s = plainSeries({ ...bare, clock: (t) => (t < 400 ? 3600 : 3000) });
    const own = byWorkShare(s, s.chips[0] as never, 1);
    expect(own.powerLogged).toBe(false);
    expect(own.power[10]).toBeCloseTo(3.5, 6);
    expect((own.power[300] ?? 0) / (own.power[700] ?? 1)).toBeGreaterThan(1.4);
    const twice = byWorkShare(s, s.chips[0] as never, 2);
    expect((twice.power[700] ?? 0) - 3.5).toBeCloseTo(2 * ((own.power[700] ?? 0) - 3.5), 6);
  });
});

describe("what it means in use", () => {
  const facts = (W: number, fanRpm: number | null = 4000): RunFacts => ({
    peakC: {},
    lateC: {},
    latePowerW: { cpu: W },
    fanRpm,
    roomC: 22,
    loadS: 900,
  });
  const chip = (before: [number, number], after: [number, number]): ChipVerdict => {
    const path = (i: 0 | 1) => ({ before: { K: before[i] }, after: { K: after[i] } });
    return {
      chip: "cpu",
      before: { K: before[0] + before[1] },
      after: { K: after[0] + after[1] },
      paths: [path(0), path(1)],
    } as never;
  };
  const both = { before: facts(38), after: facts(45) };
  it("a hot day: what is left to the limit, or how much power it can hold", () => {
    const cool = outlookOf("improved", chip([20, 40], [15, 25]), both, 95);
    expect(cool.hotDay).toEqual({ chip: "cpu", C: 75, headroomK: 20, powerShare: null });
    const hot = outlookOf("improved", chip([30, 50], [30, 45]), both, 95);
    expect(hot.hotDay?.headroomK).toBe(-15);
    expect(hot.hotDay?.powerShare).toBeCloseTo(60 / 75, 9);
    expect(cool.sustainedW).toEqual({ before: 38, after: 45 });
  });
  it("the speed that gives the old temperature, by the fan's law", () => {
    const { fanShare } = outlookOf("improved", chip([20, 40], [20, 20]), both, 95);
    expect(fanShare).toBeCloseTo(0.5 ** (1 / 0.65), 6);
    expect(outlookOf("worse", chip([20, 10], [20, 60]), both, 95).fanShare).toBe(3);
  });
  it("is not told of what is not compared, nor without fans", () => {
    expect(outlookOf("not-comparable", chip([20, 40], [20, 20]), both, 95).hotDay).toBeNull();
    const bare = { before: facts(38, null), after: facts(38, null) };
    expect(outlookOf("improved", chip([20, 40], [20, 20]), bare, null).fanShare).toBeNull();
    expect(outlookOf("improved", chip([20, 40], [20, 20]), bare, null).hotDay?.headroomK).toBeNull();
  });
  it("the second at which a chip slows down is the first of five at its limit", () => {
    const s = plainSeries({ tempC: (t) => (t < 120 ? 40 : t < 300 || (t > 310 && t < 313) ? 80 : t < 313 ? 80 : 95) });
    expect(gainOf("cpu", s, plainSeries(), 95).slowsS).toEqual({ before: 193, after: "never" });
    const touches = plainSeries({ tempC: (t) => (t > 300 && t < 304 ? 95 : 70) });
    expect(gainOf("cpu", touches, touches, 95).slowsS.before).toBe("never");
    expect(gainOf("gpu", s, s, 95).slowsS).toEqual({ before: null, after: null });
  });
});

describe("settings that differ", () => {
  const usual: RunConditions = {
    roomStartC: 20,
    roomEndC: 20,
    supply: "mains",
    adapterW: 180,
    charging: "full",
    powerMode: "Performance",
    graphicsMode: "On",
    surface: "Hard table",
    lid: "open",
    recipe: "All cores",
    fanPolicy: "Automatic",
  };
  const differ = (change: Partial<RunConditions>, power = true, fan = true) =>
    settingDifferences(usual, { ...usual, ...change }, { power, fan }).map((d) => `${d.field} ${d.spoils}`);
  it.each([
    [{ supply: "battery" as const }, ["supply false"], ["supply true"]],
    [{ adapterW: 65 }, ["adapterW false"], ["adapterW true"]],
    [{ recipe: "One core" }, ["recipe false"], ["recipe true"]],
    [{ powerMode: "Quiet" }, ["powerMode false"], ["powerMode true"]],
    [{ fanPolicy: "Full" }, ["fanPolicy false"], ["fanPolicy true"]],
    [{ lid: "closed" as const }, ["lid true"], ["lid true"]],
    [{ charging: "charging" as const }, ["charging false"], ["charging false"]],
  ])("%o spoils only where nothing is logged to see it", (change, logged, bare) => {
    expect(differ(change)).toEqual(logged);
    expect(differ(change, false, false)).toEqual(bare);
  });
  it("what nobody said differs in nothing, nor what is only written otherwise", () => {
    expect(differ({ lid: null, surface: "", charging: null, powerMode: " performance" })).toEqual([]);
    expect(settingDifferences({ ...usual, charging: undefined }, usual, { power: true, fan: true })).toEqual([]);
  });
});
