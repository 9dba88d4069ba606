import { describe, expect, it } from "vitest";
import { wrenfell14 } from "../../../samples/rigs";
import { rigRun, type RigRun } from "../../../testing/rigRuns";
import type { Run } from "../log";
import { enoughAtS, isEnough, needsOf } from "./needs";
import { stateAt, type RunState } from "./phase";
import { RECIPES } from "./recipe";
import { settlingOf } from "./settling";
import { startsOf } from "./starts";
import { steadyForS } from "./steady";
import { HOT_FOR_S, stopCall, stopLimits, UNREAD_FOR_S } from "./stop";
import { remarksOn } from "./watch";

const recipe = RECIPES.standard;
const rigRecipe = { idleS: 300, loadS: 900, coolS: 300 };

/** The rig's run as it stood at a second of it. */
function runAt(s: number, told: RigRun = {}): Run {
  const { run } = rigRun({ ...told, recipe: { ...rigRecipe, ...told.recipe } }, 0.37);
  const n = run.timeS.findIndex((t) => t > s);
  const rows = n < 0 ? run.timeS.length : n;
  return {
    ...run,
    timeS: run.timeS.slice(0, rows),
    channels: run.channels.map((c) => ({ ...c, values: c.values.slice(0, rows) })),
  };
}

/** A run made by hand: one reading a second of each channel. */
function made(seconds: number, channels: Record<string, (t: number) => number>): Run {
  const timeS = Float64Array.from({ length: seconds + 1 }, (_, i) => i);
  return {
    timeS,
    stepS: 1,
    startMs: null,
    gaps: [],
    warnings: [],
    channels: Object.entries(channels).map(([key, at]) => ({
      key,
      unit: "",
      heading: key,
      values: Float32Array.from(timeS, (t) => at(t)),
    })),
  };
}

describe("when the load must end", () => {
  const limits = stopLimits(97);
  const hotFrom = (from: number, to = Infinity, peak = 102.5) =>
    made(60, { "cpu.temperature": (t) => (t >= from && t < to ? peak : 90) });

  it("five kelvin over the throttle limit for ten seconds, not before, and not at the limit itself", () => {
    expect(limits.chipC).toBe(102);
    expect(stopCall(hotFrom(60 - HOT_FOR_S), limits)).toMatchObject({ why: "hot" });
    expect(stopCall(hotFrom(60 - HOT_FOR_S + 1), limits)).toBeNull();
    expect(stopCall(hotFrom(0, Infinity, 102), limits)).toBeNull();
    expect(stopCall(hotFrom(0, 55), limits)).toBeNull();
    expect(stopCall(hotFrom(0), limits)?.message).toBe("The processor stood over 102\u00a0°C.");
  });

  it("any core and the graphics chip count; a sensor without an answer does not", () => {
    expect(stopCall(made(30, { "cpu.core3.temperature": () => 104 }), limits)).toMatchObject({ why: "hot" });
    expect(stopCall(made(30, { "gpu.temperature": () => 104 }), limits)?.message).toMatch(/graphics chip/);
    expect(stopCall(made(30, { "cpu.temperature": () => 127 }), limits)).toBeNull();
  });

  it("a drive over its rating, a base too hot to hold", () => {
    const cool = { "cpu.temperature": () => 60 };
    expect(stopCall(made(30, { ...cool, "drive.temperature": () => 71 }), limits)).toMatchObject({ why: "drive-hot" });
    expect(stopCall(made(30, { ...cool, "drive.temperature": () => 70 }), limits)).toBeNull();
    expect(stopCall(made(30, { ...cool, "base.temperature": () => 56 }), limits)).toMatchObject({ why: "surface-hot" });
  });

  it("a chip that was read and no longer is", () => {
    const until = (s: number) => made(60, { "cpu.temperature": (t) => (t <= s ? 80 : NaN), "fan1.speed": () => 3000 });
    expect(stopCall(until(60 - UNREAD_FOR_S - 1), limits)).toMatchObject({ why: "no-reading" });
    expect(stopCall(until(60 - UNREAD_FOR_S + 1), limits)).toBeNull();
    // one that never read, and a log without chips, have nothing to lose
    expect(stopCall(made(60, { "cpu.temperature": () => NaN }), limits)).toBeNull();
    expect(stopCall(made(60, { "cpu.work": () => 100 }), limits)).toBeNull();
    const other = made(60, { "cpu.temperature": (t) => (t < 20 ? 80 : NaN), "gpu.temperature": () => 70 });
    expect(stopCall(other, limits)).toBeNull();
  });

  it("without a known limit that of most chips is taken", () => expect(stopLimits(null).chipC).toBe(105));
});

describe("the running fit", () => {
  it("tells where the chip ends from a part of the load, and how sure that is", () => {
    for (const faults of [{}, { clog: 2 }, { contact: { cpu: 2 } }]) {
      const told = { faults, recipe: { loadS: 1800 } };
      const end = settlingOf(runAt(2099, told), 300, 22);
      const early = settlingOf(runAt(660, told), 300, 22);
      const late = settlingOf(runAt(1100, told), 300, 22);
      if (!early || !late || !end) throw new Error("no fit");
      expect(late.high - late.low).toBeLessThan(early.high - early.low);
      expect(Math.abs(late.toC - end.nowC)).toBeLessThan(2.5);
      expect(late.low - 1).toBeLessThan(end.nowC);
      expect(late.high + 1).toBeGreaterThan(end.nowC);
      expect(late.perMinuteK).toBeGreaterThanOrEqual(0);
      expect(late.perMinuteK).toBeLessThan(1.5);
    }
  });

  it("finds an exponential as it was made, with its power", () => {
    const run = made(700, {
      "cpu.temperature": (t) => 22 + (t < 100 ? 0 : 40 * (1.5 - Math.exp(-(t - 100) / 90))),
      "cpu.power": (t) => (t < 100 ? 5 : 40),
    });
    const found = settlingOf(run, 100, 22);
    expect(found?.tauS).toBeGreaterThan(80);
    expect(found?.tauS).toBeLessThan(100);
    expect(found?.toC).toBeCloseTo(82, 0);
    expect(found?.nowC).toBeCloseTo(82, 0);
  });

  it("says nothing of the first minute, nor of a log without a chip", () => {
    expect(settlingOf(runAt(350), 300, 22)).toBeNull();
    expect(settlingOf(made(700, { "cpu.work": () => 3 }), 100, 22)).toBeNull();
  });
});

describe("what a run still needs", () => {
  const needs = (s: number, told?: RigRun, enoughS: number | null = 400) => {
    const state = stateAt(recipe, [], s);
    return { state, list: needsOf({ run: runAt(s, told), state, recipe, enoughS }) };
  };
  const of = (s: number, code: string, told?: RigRun, enoughS: number | null = 400) =>
    needs(s, told, enoughS).list.find((n) => n.code === code);

  it("waits for the load first", () => {
    expect(needs(200).list.map((n) => n.met)).toEqual([false, false, false, false, false]);
    expect(of(200, "settled")?.figure).toBe("waits for the load");
    expect(isEnough(needs(200).list)).toBe(false);
  });

  it("the slow part by the judge's own rule: so much load, no less", () => {
    expect(of(500, "settled")).toMatchObject({ met: false, leftS: 200, figure: "3:20 left", share: 0.5 });
    expect(of(700, "settled")).toMatchObject({ met: true });
    expect(of(500, "settled", {}, null)?.figure).toBe("4:40 left");
  });

  it("the jump at load on is caught each second, and missed every five", () => {
    expect(of(320, "jump")).toMatchObject({ met: true, needed: true });
    expect(of(303, "jump")).toMatchObject({ met: false, figure: "now" });
    expect(of(400, "jump", { sensors: { stepS: 5 } })).toMatchObject({ met: false, needed: false });
  });

  it("all is enough once load, fans and power stood; then so it stays", () => {
    expect(isEnough(needs(420).list)).toBe(false);
    expect(isEnough(needs(1000).list)).toBe(true);
    expect(enoughAtS(needs(500).list, needs(500).state)).toBeGreaterThanOrEqual(400);
    expect(of(1300, "drop")).toMatchObject({ met: true, needed: false });
    expect(of(1230, "drop")).toMatchObject({ met: false, figure: "0:30", share: 0.1 * (30 / 6) });
  });

  it("what is not logged is not waited for, and said", () => {
    const bare = needs(1000, { omit: ["cpu.power", "fan1.speed"] }).list;
    expect(bare.find((n) => n.code === "fans")).toMatchObject({ needed: false, name: "Fans not logged" });
    expect(isEnough(bare)).toBe(true);
  });

  it("without a chip that is read nothing is said of its jump", () => {
    const state = stateAt(recipe, [], 600);
    const list = needsOf({ run: made(600, { "cpu.work": () => 400 }), state, recipe, enoughS: null });
    expect(list.find((n) => n.code === "jump")).toMatchObject({ name: "Chips not read", needed: false });
    expect(list.filter((n) => n.needed).map((n) => n.code)).toEqual(["settled"]);
  });

  it("a load that ended too soon says how much is missing, and waits no more", () => {
    const state = stateAt(recipe, [{ atS: 500, what: "stop" }], 560);
    const [first] = needsOf({ run: runAt(560), state, recipe, enoughS: 400 });
    expect(first).toMatchObject({ met: false, leftS: null, figure: "3:20 short" });
    expect(
      enoughAtS(
        [first].flatMap((n) => n ?? []),
        state,
      ),
    ).toBeNull();
  });
});

describe("how long a quantity held still", () => {
  const timeS = Float64Array.from({ length: 301 }, (_, i) => i);
  const still = (at: (t: number) => number, more: object = {}) =>
    steadyForS(timeS, Float32Array.from(timeS, at), { share: 0.05, least: 1, fromS: 0, ...more });
  it("is from the last change on", () => {
    expect(still(() => 40)).toBe(300);
    expect(still(() => 40, { fromS: 100 })).toBe(200);
    expect(still((t) => (t < 200 ? 30 : 40))).toBe(100);
    expect(still((t) => 40 + 30 * Math.sin(t))).toBeGreaterThan(0);
    expect(still(() => NaN)).toBe(0);
    expect(still((t) => 20 + t / 100, { share: 0, least: 1 })).toBeLessThan(120);
  });
});

describe("what a run starts from", () => {
  const conditions = rigRun({ conditions: {} }, 0.37).conditions;
  if (!conditions) throw new Error("no conditions");
  const stands = (code: string, more: object, run: Run | null = null) =>
    startsOf(run, { ...conditions, ...more }).find((s) => s.code === code);

  it("is said of each condition: met, open or against", () => {
    expect(startsOf(null, { ...conditions, fanPolicy: "automatic" }).filter((s) => s.status === "met")).toHaveLength(6);
    expect(stands("lid", { lid: "closed" })?.status).toBe("against");
    expect(stands("lid", { lid: null })?.status).toBe("open");
    expect(stands("mains", { supply: "battery" })?.status).toBe("against");
    expect(stands("charging", { charging: "charging" })?.status).toBe("against");
    expect(stands("surface", { surface: "On the bed" })?.status).toBe("against");
    expect(stands("surface", { surface: "Embedded bench plate" })?.status).toBe("met");
    expect(stands("room", { roomStartC: null })?.status).toBe("open");
    expect(stands("fans", {})?.status).toBe("open");
  });

  it("cold by its own readings: at rest, still cooling, warm from work", () => {
    expect(stands("cold", {})?.status).toBe("open");
    expect(stands("cold", {}, runAt(200))?.status).toBe("met");
    expect(stands("cold", {}, runAt(200, { recipe: { warmStartK: 25 } }))?.status).toBe("against");
    expect(stands("cold", {}, made(100, { "cpu.temperature": () => 70 }))?.says).toMatch(/^48\sK over the room/);
    expect(stands("cold", {}, made(20, { "cpu.temperature": () => 40 }))?.status).toBe("open");
  });

  it("readings go before what was said", () => {
    const run = made(90, { "cpu.temperature": () => 40, "room.temperature": () => 21.4, "battery.power": () => 20 });
    expect(stands("room", { roomStartC: null }, run)).toMatchObject({ status: "met", says: "21.4\u00a0°C in the log" });
    expect(stands("charging", { charging: "full" }, run)?.status).toBe("against");
  });
});

describe("what is said while a run goes", () => {
  const said = (s: number, told?: RigRun) => remarksOn(runAt(s, told), stateAt(recipe, [], s)).map((r) => r.code);

  it("nothing of a run that goes as it should", () => {
    for (const s of [100, 400, 900, 1400]) expect(said(s)).toEqual([]);
  });
  it("a fan that does not follow, one that stands", () => {
    expect(said(500, { recipe: { fan: { fixed: 0.6 } } })).toEqual(["fan-fixed"]);
    expect(said(500, { faults: { fanStopped: true } })).toEqual(["fan-zero"]);
    expect(said(340, { faults: { fanStopped: true } })).toEqual([]);
  });
  it("a load that does not come", () => {
    expect(said(400, { recipe: { effort: { cpu: 0.02 } } })).toContain("no-load");
    expect(said(315, { recipe: { effort: { cpu: 0.02 } } })).not.toContain("no-load");
  });
  it("work in the idle stretch, a room that moves, a chip that slows down", () => {
    const state = (s: number): RunState => stateAt(recipe, [], s);
    const busy = made(200, { "cpu.load": () => 30 });
    expect(remarksOn(busy, state(200)).map((r) => r.code)).toEqual(["idle-busy"]);
    const room = made(400, { "room.temperature": (t) => 20 + t / 130 });
    expect(remarksOn(room, state(400)).map((r) => r.code)).toEqual(["room-moves"]);
    const works = made(500, { "cpu.work": (t) => (t < 380 ? 416 : 300) });
    expect(remarksOn(works, state(500)).map((r) => r.text)).toEqual([
      "The processor does 72\u00a0% of its first half minute: it slows down.",
    ]);
    expect(remarksOn(works, state(380))).toEqual([]);
  });
});

it("the rig's machine is the one the figures here are set on", () => expect(wrenfell14.chips).toHaveLength(1));
