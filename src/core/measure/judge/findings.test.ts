import { describe, expect, it } from "vitest";
import { plainSeries, withSecond, type PlainRun } from "../../../testing/series";
import type { ChipEstimate, Figure } from "./estimate";
import { usualFan, type FanState } from "../pair/fan";
import { inWords } from "../../../testing/inWords";
import { runFacts, throttledShare } from "./facts";
import { shapeFindings } from "./findings";
import type { PathVerdict } from "./index";
import type { WordedReason } from "../says";

const figure = (K: number, half = 1): Figure => ({ K, low: K - half, high: K + half });
const path = (name: "contact" | "airflow", change: Figure) => ({
  path: name,
  before: figure(20),
  after: figure(20 + change.K),
  change,
});

const estimate = (contact: Figure, airflow: Figure, chip: "cpu" | "gpu" = "cpu"): ChipEstimate => ({
  chip,
  paths: [path("contact", contact), path("airflow", airflow)],
  before: figure(40),
  after: figure(40),
  change: figure(contact.K + airflow.K),
  tauS: { before: 60, after: 60 },
  spectrum: {
    before: [{ path: "airflow", tauS: 60, K: 20 }],
    after: [{ path: "airflow", tauS: 60, K: 20 }],
  },
  residualK: { before: 0.3, after: 0.3 },
});

interface Told {
  before?: PlainRun;
  after?: PlainRun;
  series?: { before: ReturnType<typeof plainSeries>; after: ReturnType<typeof plainSeries> };
  fan?: Partial<FanState>;
  limitC?: number | null;
  chips?: ChipEstimate[];
  contactKW?: { cpu: number; gpu: number };
  spread?: { key: string; beforeK: number | null; afterK: number | null }[];
}

function found(told: Told = {}): WordedReason[] {
  const before = told.series?.before ?? plainSeries(told.before);
  const after = told.series?.after ?? plainSeries(told.after);
  const paths = (["cpu", "gpu"] as const).flatMap((chip) => {
    const afterKW = told.contactKW?.[chip];
    const contact = { path: "contact", afterKW } as unknown as PathVerdict;
    return afterKW === undefined ? [] : [{ chip, paths: [contact] }];
  });
  const matched = { roomC: 25, fanRpm: 4000, powerW: { cpu: 40, gpu: 60 } };
  const shapes = shapeFindings({
    pair: { before, after, matched, fan: { ...usualFan, ...told.fan } },
    limitC: told.limitC === undefined ? 95 : told.limitC,
    chips: told.chips ?? [estimate(figure(0), figure(0))],
    paths,
    facts: { before: runFacts(before), after: runFacts(after) },
    spread: told.spread ? { cores: told.spread } : null,
  });
  // blanks that do not break are blanks here
  const plain = (text: string) => text.replaceAll("\u00a0", " ");
  return inWords(shapes).map((r) => ({
    ...r,
    message: plain(r.message),
    ...(r.figure === undefined ? {} : { figure: plain(r.figure) }),
  }));
}

const of = (code: string, told: Told = {}) => found(told).find((r) => r.code === code);
const codes = (told: Told = {}) => found(told).map((r) => r.code);
const loaded = (t: number) => t >= 120 && t < 780;

describe("the facts of a run", () => {
  it("are its peak, and its means over the last two minutes under load", () => {
    const s = plainSeries({
      tempC: (t) => (t === 300 ? 91 : t >= 659 && t < 780 ? 72 : 40),
      power: (t) => (loaded(t) ? 38 : 4),
    });
    expect(runFacts(s)).toEqual({
      peakC: { cpu: 91 },
      lateC: { cpu: 72 },
      latePowerW: { cpu: 38 },
      fanRpm: 4000,
      roomC: 22,
      loadS: 659,
    });
  });
  it("leave out what was not logged", () => {
    const facts = runFacts(plainSeries({ powerLogged: false, fan: null, roomC: null }));
    expect(facts).toMatchObject({ latePowerW: {}, fanRpm: null, roomC: null });
    expect(runFacts({ ...plainSeries(), fanGuessed: true }).fanRpm).toBeNull();
  });
});

describe("the share of a load at the limit", () => {
  const hot = (seconds: number) => plainSeries({ tempC: (t) => (t >= 120 && t < 120 + seconds ? 94 : 60) });
  it("counts what stands within a degree of it, over the load alone", () => {
    expect(throttledShare(hot(330), "cpu", 95)).toBe(0.5);
    expect(throttledShare(hot(330), "cpu", 95.02)).toBe(0);
    expect(throttledShare(plainSeries({ tempC: () => 99 }), "cpu", 95)).toBe(1);
  });
  it("is nothing under one per cent, without a limit, or of a chip that is not there", () => {
    expect(throttledShare(hot(6), "cpu", 95)).toBe(0);
    expect(throttledShare(hot(7), "cpu", 95)).toBe(0.011);
    expect(throttledShare(hot(330), "cpu", null)).toBe(0);
    expect(throttledShare(hot(330), "gpu", 95)).toBe(0);
  });
  it("passes over readings that are missing", () => {
    expect(throttledShare(plainSeries({ tempC: (t) => (t < 450 ? NaN : 95) }), "cpu", 95)).toBe(1);
  });
});

describe("what the shapes show", () => {
  it("of two plain runs: only how they peaked", () => {
    expect(codes()).toEqual(["as-logged"]);
    expect(of("as-logged")?.figure).toBe("0 K");
    const cooler = of("as-logged", { after: { tempC: (t) => (loaded(t) ? 61 : 40) } });
    expect(cooler).toMatchObject({ figure: "−9 K", level: "note" });
    expect(cooler?.message).toContain("70 °C before and 61 °C after");
    expect(of("as-logged", { after: { tempC: (t) => (loaded(t) ? 75 : 40) } })?.figure).toBe("+5 K");
  });
  it("a fan that stands: a caution after, a note before, with which blower it is", () => {
    const after = of("fan-stopped", { fan: { kind: "stopped", run: "after" } });
    expect(after).toMatchObject({ level: "caution", figure: "0 rpm" });
    expect(after?.message).toMatch(/^The blower reads 0 rpm in the run after/);
    expect(after?.seen).toMatchObject({ run: "after", fromS: 0, toS: 659, word: "after: fan stopped" });
    const before = of("fan-stopped", { fan: { kind: "stopped", run: "before", fan: 2 } });
    expect(before?.level).toBe("note");
    expect(before?.message).toMatch(/^Blower 2 stood still in the run before/);
  });
  it("a weak fan: its share at the same heat, and the speed it had", () => {
    const slow = { fan: (t: number) => (loaded(t) ? 1500 : 900) };
    const after = of("fan-weak", { after: slow, fan: { kind: "weak", run: "after", ratio: 0.4 } });
    expect(after).toMatchObject({ level: "caution", figure: "1500 rpm" });
    expect(after?.message).toMatch(/40\s?% of its usual speed/);
    const before = of("fan-weak", { before: slow, fan: { kind: "weak", run: "before", ratio: 2.5 } });
    expect(before).toMatchObject({ level: "note", figure: "1500 rpm" });
    expect(before?.message).toMatch(
      /^Fan repaired: at its own speed now, 3,750 instead of 1,500\s?rpm for the same heat\.$/,
    );
  });
  it("a fan that is in no log is said, not one that is told by the other's curve or is stuck", () => {
    expect(codes({ fan: { kind: "unknown" } })).toContain("fan-not-logged");
    expect(codes({ fan: { kind: "unknown", lacks: "after" } })).not.toContain("fan-not-logged");
    expect(codes({ fan: { kind: "unknown", stuck: "after" } })).not.toContain("fan-not-logged");
  });
});

describe("what the limit shows", () => {
  const at = (share: number, C = 94.5) => ({
    tempC: (t: number) => (loaded(t) && t < 120 + 660 * share ? C : loaded(t) ? 70 : 40),
  });
  it("throttling in either run, from its first to its last reading, a caution where it is after", () => {
    const before = of("throttled", { before: at(0.5) });
    expect(before).toMatchObject({ level: "note", figure: "50 % → 0 %" });
    expect(before?.seen).toMatchObject({ run: "before", fromS: 0, toS: 329, word: "before throttles" });
    expect(before?.message).toContain("at no time after");
    const after = of("throttled", { after: at(0.25) });
    expect(after).toMatchObject({ level: "caution", figure: "0 % → 25 %" });
    expect(after?.seen?.run).toBe("after");
    expect(after?.message).toContain("at no time before");
  });
  it("two per cent of it are nothing yet, and without a limit nothing is said", () => {
    expect(codes({ before: at(0.019) })).not.toContain("throttled");
    expect(codes({ before: at(0.03) })).toContain("throttled");
    expect(codes({ before: at(0.5), limitC: null })).not.toContain("throttled");
  });
  it("pinned in both runs with more power after: the peaks hide the gain", () => {
    const pinned = { tempC: (t: number) => (loaded(t) ? 95 : 40) };
    const more = (w: number) => ({ ...pinned, power: (t: number) => (loaded(t) ? w : 5) });
    const said = of("pinned-more-power", { before: pinned, after: more(50) });
    expect(said).toMatchObject({ level: "note", figure: "+25 %" });
    expect(said?.message).toContain("holds 10 W more");
    expect(codes({ before: pinned, after: more(41.9) })).not.toContain("pinned-more-power");
    expect(codes({ before: pinned, after: more(50) })).not.toContain("throttled");
  });
});

describe("what contact shows", () => {
  it("one chip's far above the other's, where it is enough to count", () => {
    const two = { before: withSecond(plainSeries(), plainSeries()), after: withSecond(plainSeries(), plainSeries()) };
    expect(of("contact-far-above", { series: two, contactKW: { cpu: 0.9, gpu: 0.15 } })?.message).toContain("0.90");
    expect(codes({ series: two, contactKW: { cpu: 0.6, gpu: 0.15 } })).not.toContain("contact-far-above");
    expect(of("contact-far-above", { series: two, contactKW: { cpu: 0.2, gpu: 0.4 } })?.seen?.chip).toBe("gpu");
    expect(codes({ series: two, contactKW: { cpu: 0.05, gpu: 0.1 } })).not.toContain("contact-far-above");
    expect(codes({ series: two, contactKW: { cpu: 0.28, gpu: 0.06 } })).not.toContain("contact-far-above");
  });
  it("a corner that runs hot since the service", () => {
    const spread = (before: number | null, after: number | null) => [
      { key: "cpu.core0.temperature", beforeK: -1, afterK: -3 },
      { key: "cpu.core1.temperature", beforeK: before, afterK: after },
    ];
    const said = of("core-spread", { spread: spread(1, 7) });
    expect(said).toMatchObject({ level: "caution", figure: "+7 K" });
    expect(said?.seen).toMatchObject({ run: "after", chip: "cpu", fromS: 539, toS: 659 });
    expect(codes({ spread: spread(4.1, 7) })).not.toContain("core-spread");
    expect(codes({ spread: spread(1, 5) })).not.toContain("core-spread");
    expect(codes({ spread: spread(null, 7) })).toContain("core-spread");
  });
  it("paths that went against each other are marked where the worse one shows", () => {
    const contact = of("paths-disagree", { chips: [estimate(figure(5), figure(-9))] });
    expect(contact?.message).toContain("airflow got better while contact got worse");
    expect(contact?.seen).toMatchObject({ run: "after", fromS: 0, toS: 15, word: "after: the jump" });
    const airflow = of("paths-disagree", { chips: [estimate(figure(-5), figure(6))] });
    expect(airflow?.message).toContain("contact got better while airflow got worse");
    expect(airflow?.seen?.word).toBe("after: the climb");
    for (const [c, a] of [
      [figure(2.9), figure(-9)],
      [figure(5, 6), figure(-9)],
      [figure(5), figure(-2.9)],
      [figure(5), figure(-9, 10)],
      [figure(-2.9), figure(6)],
      [figure(-5, 6), figure(6)],
      [figure(-5), figure(2.9)],
      [figure(-5), figure(6, 7)],
    ] as const)
      expect(codes({ chips: [estimate(c, a)] })).not.toContain("paths-disagree");
  });
});

describe("how each run stood", () => {
  it("one that still climbs at its end, by how much a minute", () => {
    const climbs = { tempC: (t: number) => (loaded(t) ? 50 + (t - 120) / 40 : 40) };
    const said = of("not-steady", { after: climbs });
    expect(said).toMatchObject({ figure: "1.5 K/min", level: "note" });
    expect(said?.seen).toMatchObject({ run: "after", word: "after still climbs", fromS: 539 });
    expect(codes({ after: { tempC: (t) => (loaded(t) ? 50 + (t - 120) / 55 : 40) } })).not.toContain("not-steady");
  });
  it("one that began warm, and one that worked in idle", () => {
    const warm = { tempC: (t: number) => (t < 120 ? 46 - t / 20 : loaded(t) ? 70 : 40) };
    expect(of("warm-start", { before: warm })).toMatchObject({ figure: "5 K", level: "note" });
    expect(codes({ before: { tempC: (t) => (t < 120 ? 42 - t / 50 : 70) } })).not.toContain("warm-start");
    const busy = { load: (t: number) => (loaded(t) ? 100 : 22) };
    expect(of("background-load", { after: busy })).toMatchObject({ figure: "22 %", level: "caution" });
    expect(codes({ after: { load: (t) => (loaded(t) ? 100 : 15) } })).not.toContain("background-load");
    expect(codes({ after: { load: null } })).not.toContain("background-load");
  });
  it("one without idle, and a chip that is in one log only", () => {
    expect(of("no-idle", { before: { on: 3 } })).toMatchObject({
      level: "caution",
      seen: { word: "before starts hot" },
    });
    expect(codes({ before: { on: 6 } })).not.toContain("no-idle");
    const one = plainSeries();
    expect(codes({ series: { before: withSecond(one, one), after: one } })).toContain("chip-missing");
  });
});
