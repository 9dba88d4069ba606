import { describe, expect, it } from "vitest";
import { plainSeries, withSecond, type PlainRun } from "../../../testing/series";
import { inWords } from "../../../testing/inWords";
import type { JointFit } from "../ladder";
import { dominantTau } from "./estimate";
import { withCurveOf } from "../pair/fanCurve";
import { figuresFromRuns, type GoodFigures, type GoodRun } from "./good";
import { surerTests } from "../triage/surer";
import { airStands, readsZero } from "../triage/notes";
import type { TriageChip } from "../triage/result";
import { doubtsRooms, openRooms } from "../witness/room";

describe("the dominant time constant of airflow", () => {
  it("is the mean of the logarithms by their heights; contact does not count, and nothing is nothing", () => {
    const line = (path: "contact" | "airflow", tauS: number, K: number) => ({ path, tauS, K });
    expect(dominantTau([])).toBe(0);
    expect(dominantTau([line("contact", 1, 20)])).toBe(0);
    expect(dominantTau([line("airflow", 10, 5), line("airflow", 1000, 5), line("contact", 1, 40)])).toBeCloseTo(100, 9);
    expect(dominantTau([line("airflow", 10, 9), line("airflow", 1000, 1)])).toBeCloseTo(10 ** 1.2, 9);
  });
});

describe("a fan told by its curve in the other run", () => {
  // 40 to 80 °C under load, the fan 50 rpm a kelvin over 1000 at 40
  const climb = (t: number) => (t < 120 ? 40 : Math.min(80, 40 + (t - 120) * 0.06));
  const speed = (C: number) => 1000 + 50 * (C - 40);
  const known = plainSeries({ seconds: 1500, off: 1400, tempC: climb, fan: (t) => speed(climb(t - 8)) });
  const told = (C: number, from = known) =>
    withCurveOf(from, plainSeries({ tempC: () => C, fan: null })).fan?.[800] ?? NaN;

  it("turns as it did there at the same temperature", () => {
    for (const C of [45, 52, 60, 71]) expect(Math.abs(told(C) - speed(C)), `${C} °C`).toBeLessThan(90);
  });
  it("goes on beyond its upper end by its slope, to half more than its highest, and is level below its lower", () => {
    expect(Math.abs(told(88) - speed(88))).toBeLessThan(150);
    expect(told(140) / told(80)).toBeCloseTo(1.5, 1);
    expect(told(20)).toBeCloseTo(told(38), 6);
    expect(told(20)).toBeLessThan(1100);
  });
  it("never turns slower where it is hotter, though it did once", () => {
    const dips = plainSeries({
      seconds: 1500,
      off: 1400,
      tempC: climb,
      fan: (t) => (climb(t) > 70 ? 900 : speed(climb(t))),
    });
    expect(told(76, dips)).toBeGreaterThanOrEqual(told(66, dips));
  });
  it("of two blowers each has its own, and the fan is their mean", () => {
    const two = { ...known, fans: [...known.fans, known.fans[0]?.map((v) => 2 * v) ?? new Float64Array(0)] };
    const made = withCurveOf(two, plainSeries({ tempC: () => 60, fan: null }));
    const [a = 0, b = 0] = made.fans.map((f) => f[800] ?? 0);
    expect(b / a).toBeCloseTo(2, 6);
    expect(made.fan?.[800]).toBeCloseTo((a + b) / 2, 6);
    expect(made.fanUnit).toBe("rpm");
  });
});

describe("good figures from runs", () => {
  const run = (tag: string, contactKW: number, airflowKW: number): GoodRun => ({
    tag,
    chip: "cpu",
    contactKW,
    airflowKW,
  });
  it("reach from the least to the most seen, and at least so far from the middle as machines differ", () => {
    const own = figuresFromRuns([run("LR-1", 0.2, 1), run("LR-1", 0.4, 1.02), run("LR-1", 0.9, 1.04)], [], "K15");
    const contact = own?.chips.cpu?.contact;
    expect(contact).toEqual({ low: 0.2, mid: 0.4, high: 0.9 });
    const air = own?.chips.cpu?.airflow;
    expect(air?.mid).toBe(1.02);
    expect(air?.low).toBeLessThan(1);
    expect(air?.high).toBeGreaterThan(1.04);
    expect((air?.high ?? 0) - 1.02).toBeCloseTo(1.02 - (air?.low ?? 0), 9);
    expect(own).toMatchObject({ level: "machine", source: { level: "machine" }, airflowPer: "total" });
  });
  it("are the machine's own before its model's, which lie wider; none of either are none", () => {
    const model = [run("LR-9", 0.5, 1), run("LR-2", 0.5, 1), run("LR-9", 0.5, 1)];
    const of = figuresFromRuns([], model, "K15");
    expect(of).toMatchObject({ level: "model", source: { level: "model", model: "K15", tags: ["LR-2", "LR-9"] } });
    const own = figuresFromRuns(model, [], "K15");
    const wide = (f: GoodFigures | null) => (f?.chips.cpu?.contact.high ?? 0) - (f?.chips.cpu?.contact.low ?? 0);
    expect(wide(of)).toBeGreaterThan(wide(own));
    expect(of?.chips.gpu).toBeUndefined();
    expect(figuresFromRuns([], [], "K15")).toBeNull();
  });
});

describe("tests that would make it surer", () => {
  const figure = (half: number) => ({ K: 20, low: 20 - half, high: 20 + half });
  const lead = (excess: number, seen: number, good: number): TriageChip => {
    const path = {
      path: "airflow" as const,
      seen: figure(seen),
      good: figure(good),
      excess: figure(excess),
      seenKW: 1,
    };
    return { chip: "cpu", total: figure(1), excess: figure(1), paths: [{ ...path, path: "contact" }, path] };
  };
  const good = (level: GoodFigures["level"]): GoodFigures => ({
    level,
    source: { level: "machine" },
    airflowPer: "own",
    chips: {},
  });
  const codes = (l: TriageChip | null, tau: number, level: GoodFigures["level"]) =>
    surerTests(l, plainSeries(), tau, good(level)).map((t) => t.code);

  it("are three at most, two against a machine's own figures, the one that narrows most first", () => {
    expect(codes(lead(10, 2, 9), 300, "class")).toEqual(["good-run", "lamp", "longer"]);
    expect(codes(lead(10, 2, 9), 300, "machine")).toEqual(["good-run", "lamp"]);
    expect(codes(null, 300, "class")).toEqual([]);
  });
  it("ask for a good run only where good figures are the wider, for a longer load only where it was short", () => {
    expect(codes(lead(10, 6, 9), 100, "class")).toEqual(["lamp", "fixed-fan"]);
    expect(codes(lead(10, 5.9, 9), 100, "class")).toContain("good-run");
    // 660 s of load
    expect(codes(lead(10, 6, 9), 188, "class")).not.toContain("longer");
    expect(codes(lead(10, 6, 9), 189, "class")).toContain("longer");
  });
  it("say what they would leave open, and how long they take", () => {
    const [first] = surerTests(lead(10, 2, 9), plainSeries(), 300, good("class"));
    expect(first?.nowK).toBe(10);
    expect(first?.thenK).toBeCloseTo(Math.hypot(2, 2.7), 9);
    const longer = surerTests(lead(10, 2, 9), plainSeries(), 300, good("class")).find((t) => t.code === "longer");
    expect(longer?.minutes).toBe(28);
    expect(longer?.thenK).toBeCloseTo(Math.hypot(1.2, 9), 9);
  });
});

describe("blowers that read zero", () => {
  const hot = (C: number, more: PlainRun = {}) => plainSeries({ tempC: () => C, fan: () => 0, ...more });
  const good: GoodFigures = {
    level: "model",
    source: { level: "machine" },
    airflowPer: "own",
    chips: {
      cpu: { contact: { low: 0.4, mid: 0.5, high: 0.6 }, airflow: { low: 0.4, mid: 0.5, high: 0.6 } },
    },
  };
  it("are all that are logged, late under load", () => {
    expect(readsZero(hot(60))).toBe(true);
    expect(readsZero(plainSeries({ fan: (t) => (t > 600 ? 0 : 3000) }))).toBe(true);
    expect(readsZero(plainSeries())).toBe(false);
    expect(readsZero(plainSeries({ fan: null }))).toBe(false);
  });
  it("stand where the machine is half as hot again as good ones at its power", () => {
    // 40 W: good ones stand 40 K over a room of 22 °C, 62 K over it is 1.55 times that
    expect([airStands(hot(83.9), good), airStands(hot(84.1), good)]).toEqual([false, true]);
    // per watt of all chips: 40 and 60 W
    const two = (C: number) => withSecond(hot(C), hot(30, { chip: "gpu", power: () => 60 }));
    const perAll = { ...good, airflowPer: "total" as const };
    expect([airStands(two(84.1), perAll), airStands(two(84.1), good)]).toEqual([false, true]);
    expect(airStands(two(22 + 1.55 * 70 + 0.5), perAll)).toBe(true);
  });
});

describe("rooms the runs doubt", () => {
  const unknown = (name: string, sd: number) => ({ name, mean: 0, sd, log: false, on: "both" });
  interface Given {
    room?: [number, number];
    fins?: [number, number];
    kase?: [number, number];
    settled?: boolean;
    fan?: number;
  }
  /** A fit of which only rooms and starts are told: rooms in K of a sigma of 0.7. */
  function fit({ room = [0, 0], fins = [0, 0], kase = [0, 0], settled = true, fan = 0.6 }: Given): JointFit {
    const runs = ["before", "after"] as const;
    const unknowns = runs.flatMap((r) => [
      unknown(`room ${r}`, 0.7),
      unknown(`start fins ${r} 0`, 3),
      unknown(`start case ${r} 0`, 4),
    ]);
    const [b, a] = [0, 1] as const;
    const u = [room[b] / 0.7, fins[b] / 3, kase[b] / 4, room[a] / 0.7, fins[a] / 3, kase[a] / 4];
    const track = { stretches: [{ from: 0, settled }], fans: [Float64Array.of(fan, fan)] };
    return {
      places: {
        unknowns,
        value: (at: Float64Array, name: string, otherwise: number) => {
          const i = unknowns.findIndex((x) => x.name === name);
          return i < 0 ? otherwise : (unknowns[i]?.sd ?? 0) * (at[i] ?? 0);
        },
      },
      u: Float64Array.from(u),
      tracks: { before: track, after: track },
    } as unknown as JointFit;
  }

  it("are left open a little over one sigma, in either run and either way", () => {
    expect(doubtsRooms(fit({ room: [0.69, -0.69] }))).toBeNull();
    expect(doubtsRooms(fit({ room: [0.71, 0] }))).toBe(3);
    expect(doubtsRooms(fit({ room: [0, -0.71] }))).toBe(3);
  });
  it("are left open far where a settled run began colder than its own idle keeps it", () => {
    expect(doubtsRooms(fit({ fins: [-2, 0], kase: [-1.4, 0] }))).toBeNull();
    expect(doubtsRooms(fit({ fins: [-2, 0], kase: [-1.6, 0] }))).toBe(8);
    expect(doubtsRooms(fit({ fins: [0, -4], room: [0, 2] }))).toBe(8);
    expect(doubtsRooms(fit({ fins: [9, 9] }))).toBeNull();
    expect(doubtsRooms(fit({ fins: [-4, 0], settled: false }))).toBeNull();
    expect(doubtsRooms(fit({ fins: [-4, 0], fan: 0 }))).toBeNull();
  });
  const said = (room: [number, number]) => {
    const [told] = inWords([openRooms(fit({ room }))]);
    return [told?.code, told?.level, told?.message.replaceAll("\u00a0", " ")];
  };
  it("that are off by more than a thermometer may be bar the verdict, and say if they look swapped", () => {
    expect(said([4.6, 0.2])).toEqual([
      "room-does-not-fit",
      "blocks",
      "The runs speak of other rooms than were read: off by +4.6 K before and +0.2 K after.",
    ]);
    expect(said([5, -4])[2]).toContain("; the two may be swapped.");
    expect(said([-4, 5])[2]).toContain("; the two may be swapped.");
    expect(said([6, -1])[2]).not.toContain("swapped");
    expect(said([5, 5])[2]).not.toContain("swapped");
  });
  it("else they are a caution that tells by how much", () => {
    expect(said([-4.4, 1.5])).toEqual([
      "room-doubtful",
      "caution",
      "The rooms may have been off by −4.4 K before and +1.5 K after: they are left open.",
    ]);
  });
});
