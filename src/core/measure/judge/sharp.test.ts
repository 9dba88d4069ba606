import { describe, expect, it } from "vitest";
import { plainSeries, withSecond, type PlainRun } from "../../../testing/series";
import { gainOf } from "./gain";
import { summaryOf } from "../says/headline";
import { nextSteps } from "./next";
import { boundsOf } from "./oneSided";
import { notesOf } from "../triage/notes";
import type { Bound, ChipVerdict } from "./index";
import type { FoundData, Reason } from "../pair/reason";
import { inWords } from "../../../testing/inWords";

const reason = <C extends Reason["code"]>(code: C, data: Partial<FoundData[C]> = {}): Reason =>
  ({ code, level: "blocks", data }) as unknown as Reason;
const loaded = (t: number) => t >= 120 && t < 780;

describe("what to do where one side is known", () => {
  const steps = (bound: Partial<Bound>, reasons: Reason[] = [reason("load-too-short", { loadS: 200, neededS: 480 })]) =>
    nextSteps(
      bound.side === "at-least" ? "worse" : "improved",
      { bound: { K: -6, side: "at-most", open: "after", beforeK: 40, afterK: 30, ...bound } } as ChipVerdict,
      reasons,
    ).map((s) => s.code);
  it("a better one is run again while that is possible, else stands as it is; a worse one is reopened", () => {
    expect(steps({ open: "after" })).toEqual(["run-longer"]);
    expect(steps({ open: "before" })).toEqual(["better-by-a-floor"]);
    expect(steps({ side: "at-least", open: "before" })).toEqual(["reopen", "run-longer"]);
    expect(steps({ side: "at-least", open: "after" }, [])).toEqual(["reopen"]);
  });
  it("its figure stands out in the sentence, the rest does not", () => {
    const bound: Bound = { K: -6.8, side: "at-most", open: "after", beforeK: 60, afterK: 53.2 };
    const c = { chip: "cpu", bound, change: null, paths: [] } as never as ChipVerdict;
    const why = [{ code: "load-too-short", level: "caution" as const, message: "The load was short." }];
    const parts = summaryOf({ verdict: "improved", lead: "cpu", chips: [c], thresholdK: 3 }, why);
    expect(parts.filter((p) => p.strong).map((p) => p.text.replace("\u00a0", " "))).toEqual(["6 K"]);
  });
});

describe("a bound by work", () => {
  const made = (C: number, load: number, more: PlainRun = {}) =>
    plainSeries({
      tempC: (t) => (loaded(t) ? C : 35),
      load: (t) => (loaded(t) ? load : 3),
      clock: () => 3000,
      powerLogged: false,
      ...more,
    });
  const bound = (before: ReturnType<typeof made>, after: ReturnType<typeof made>) =>
    boundsOf({ before, after, chips: [{ chip: "cpu" } as never], blocks: [reason("loads-differ")], thresholdK: 3 }).get(
      "cpu",
    );
  it("cooler by 20 K with more work is better by that less what two sensors and rooms may be off", () => {
    expect(bound(made(80, 60), made(60, 90))).toEqual({
      K: expect.closeTo(-18, 6) as number,
      side: "at-most",
      open: "before",
      beforeK: expect.closeTo(56, 6) as number,
      afterK: expect.closeTo(38, 6) as number,
    });
    // as much work, within three in a hundred, is no less
    expect(bound(made(80, 60), made(60, 59))?.K).toBeCloseTo(-18, 6);
    expect(bound(made(80, 60), made(60, 57))).toBeUndefined();
  });
  it("hotter with less work is worse by that less as much", () => {
    expect(bound(made(60, 90), made(80, 60))).toEqual({
      K: expect.closeTo(18, 6) as number,
      side: "at-least",
      open: "after",
      beforeK: expect.closeTo(38, 6) as number,
      afterK: expect.closeTo(56, 6) as number,
    });
    expect(bound(made(60, 90), made(80, 92))?.K).toBeCloseTo(18, 6);
    expect(bound(made(60, 90), made(80, 95))).toBeUndefined();
  });
  it("takes a fan that turned otherwise off as if the whole rise went with it", () => {
    const slow = { fan: () => 2000 };
    const fast = { fan: () => 4000 };
    const better = bound(made(80, 60, slow), made(60, 90, fast));
    expect(better === undefined || better.K > -18).toBe(true);
    // the other way round the fan helped the run before, and is not counted against it
    expect(bound(made(80, 60, fast), made(60, 90, slow))?.K).toBeCloseTo(-18, 6);
    expect(bound(made(60, 90, slow), made(80, 60, fast))?.K).toBeCloseTo(18, 6);
    const worse = bound(made(60, 90, fast), made(80, 60, slow));
    expect(worse === undefined || worse.K < 18).toBe(true);
  });
  it("says nothing where the fan is not logged alike, work is not told, or the difference is within doubt", () => {
    expect(bound(made(80, 60, { fan: null }), made(60, 90))).toBeUndefined();
    expect(bound(made(80, 60, { fanUnit: "%" }), made(60, 90))).toBeUndefined();
    expect(bound(made(80, 60, { load: null, clock: null }), made(60, 90, { load: null, clock: null }))).toBeUndefined();
    expect(bound(made(62, 60), made(60.5, 90))).toBeUndefined();
  });
  it("is none where chips contradict each other", () => {
    const before = withSecond(made(80, 60), made(60, 60));
    const after = withSecond(made(60, 60), made(80, 60));
    const chips = [{ chip: "cpu" }, { chip: "gpu" }] as never;
    expect(boundsOf({ before, after, chips, blocks: [reason("loads-differ")], thresholdK: 3 }).size).toBe(0);
  });
});

describe("the fans at one temperature", () => {
  const held = (C: number, rpm: number, seconds = 60) =>
    plainSeries({
      tempC: (t) => (!loaded(t) ? 30 : t > 780 - seconds ? C : C - 15 + ((t - 120) % 5)),
      fan: (t) => (t > 780 - seconds && loaded(t) ? rpm : 1500),
    });
  it("are told where both runs held one for some readings, be it the only one", () => {
    const a = plainSeries({ tempC: (t) => (loaded(t) ? 60 : 30), fan: (t) => (loaded(t) ? 3000 : 1500) });
    const b = plainSeries({ tempC: (t) => (loaded(t) ? 60 : 44), fan: (t) => (loaded(t) ? 2700 : 1400) });
    const fan = gainOf("cpu", a, b, null).fan;
    expect(fan).toMatchObject({ before: 3000, after: 2700, unit: "rpm" });
    expect(Math.abs((fan?.atC ?? 0) - 60)).toBeLessThan(2);
  });
  it("are told at the hottest of several", () => {
    const fan = gainOf("cpu", held(80, 4200), held(80, 3900), null).fan;
    expect(fan).toMatchObject({ before: 4200, after: 3900 });
  });
  it("are not told where none is shared, or the units differ", () => {
    const a = plainSeries({ tempC: () => 60 });
    expect(gainOf("cpu", a, plainSeries({ tempC: () => 80 }), null).fan).toBeNull();
    expect(gainOf("cpu", a, plainSeries({ tempC: () => 60, fanUnit: "%" }), null).fan).toBeNull();
  });
});

describe("what one run shows besides its heights", () => {
  const notes = (s: ReturnType<typeof plainSeries>, more: { tau?: number; limitC?: number; stands?: boolean } = {}) =>
    inWords(notesOf(s, more.tau ?? 60, more.limitC ?? null, more.stands ?? false)).map((n) =>
      n.message.replaceAll("\u00a0", " "),
    );
  const still = plainSeries({ fan: () => 0 });
  const zero = still.fan ?? new Float64Array(0);
  const two = (first: number, second: number) => ({
    ...still,
    fans: [zero.map(() => first), zero.map(() => second)],
  });

  it("blowers that read zero: both, one, the only one; standing or stuck", () => {
    expect(notes(two(0, 0))[0]).toMatch(/^The blowers read 0 rpm under load/);
    expect(notes(still)[0]).toMatch(/^The blower reads 0 rpm under load/);
    expect(notes(two(0, 0), { stands: true })[0]).toBe("Both blowers stand still under load.");
    expect(notes(still, { stands: true })[0]).toBe("The blower stands still under load.");
    expect(notes(two(0, 3000))[0]).toBe("Blower 1 stands still under load while the other turns.");
    expect(notes(two(3000, 0))[0]).toBe("Blower 2 stands still under load while the other turns.");
    expect(notes(two(2500, 3000))[0]).toMatch(/^Not the fans/);
  });
  it("work in idle from 15 % on, by the mean of what is read, and nothing else", () => {
    const idle = (of: (t: number) => number) => notes(plainSeries({ load: (t) => (loaded(t) ? 100 : of(t)) }));
    const says = "Something runs on the processor in idle.";
    expect(idle(() => 16)).toContain(says);
    expect(idle(() => 14.5)).not.toContain(says);
    // half the readings missing count as rest
    expect(idle((t) => (t % 2 ? NaN : 28))).not.toContain(says);
    expect(idle((t) => (t % 2 ? NaN : 32))).toContain(says);
  });
  it("a load shorter than two and a half time constants", () => {
    const short = /^The load was short for this machine/;
    expect(notes(plainSeries(), { tau: 263 }).some((m) => short.test(m))).toBe(false);
    expect(notes(plainSeries(), { tau: 265 }).some((m) => short.test(m))).toBe(true);
  });
});
