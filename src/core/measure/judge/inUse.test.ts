import { judgedInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import { wrenfell14 } from "../../../samples/rigs";
import type { Run } from "../log";
import { verdictJson } from "../says";
import {
  codesOf as codes,
  rigRun as run,
  rigVerdict,
  witnessOf as witness,
  type RigRun,
} from "../../../testing/rigRuns";

const judged = (before: RigRun, after: RigRun, limitC = wrenfell14.limitC) => rigVerdict(before, after, { limitC });

/** A sensor that climbs from the room by `riseK` over the run. */
const sensor = (key: string, riseK: number) => (own: Run) => [
  {
    key,
    unit: "°C",
    heading: key,
    values: Float32Array.from(own.timeS, (t) => 22 + riseK * Math.min(1, Math.max(0, t - 120) / 500)),
  },
];

describe("gain in use", () => {
  const before = { faults: { clog: 3.6, contact: { cpu: 2 } }, recipe: { roomC: 30 } };
  const v = judged(before, { recipe: { roomC: 30 } }, 88);
  it("tells watts and clock held, when it slows down, and the fan at one temperature", () => {
    const { watts, clockMHz, slowsS, fan } = v.gain ?? {};
    expect(watts?.before).toBeGreaterThan(5);
    expect(watts?.after).toBeGreaterThan(5);
    expect(clockMHz?.after).toBeGreaterThan(1000);
    expect(typeof slowsS?.before).toBe("number");
    expect(slowsS?.before).toBeGreaterThan(10);
    expect(slowsS?.after).toBe("never");
    expect(fan === null || (fan?.before ?? 0) > 1000).toBe(true);
  });
  it("is in the JSON, and null where nothing is logged or known", () => {
    expect(verdictJson(v).gain?.slowsDownS).toMatchObject({ after: "never" });
    const bare = judgedInWords(
      run({ omit: ["cpu.power", "cpu.clock"] }, 0.1),
      run({ omit: ["cpu.power", "cpu.clock"] }, 0.2),
      {},
    );
    expect(bare.gain).toMatchObject({
      watts: { before: null, after: null },
      clockMHz: { before: null, after: null },
      slowsS: { before: null, after: null },
    });
  });
  it("fans that were quieter at one temperature show it, fans that were not are alike", () => {
    const { fan } = wrenfell14;
    const quiet = { ...wrenfell14, fan: { ...fan, fromC: fan.fromC + 12, toC: fan.toC + 12 } };
    const slower = judged({}, { machine: quiet }).gain?.fan;
    expect(slower && slower.after / slower.before).toBeLessThan(0.92);
    const alike = judged({}, {}).gain?.fan;
    expect(alike && Math.abs(alike.after / alike.before - 1)).toBeLessThan(0.05);
  });
});

describe("other sensors", () => {
  it("are told at a room of 25 °C, each with its own sentence and limit", () => {
    const v = judged({ more: sensor("drive.temperature", 52) }, { more: sensor("drive.temperature", 40) });
    const drive = v.others?.[0];
    expect(drive?.beforeC).toBeCloseTo(77, 0);
    expect(drive?.afterC).toBeCloseTo(65, 0);
    const said = v.reasons.find((r) => r.code === "drive-temperature");
    expect(said?.level).toBe("note");
    expect(said?.message.replaceAll("\u00a0", " ")).toBe(
      "Drive in a room of 25 °C: 77 °C before, 65 °C after (limit 70 °C).",
    );
  });
  it.each([
    ["drive.temperature", 50, "drive-hot", /drives are rated/],
    ["memory.temperature", 64, "memory-hot", /memory is rated/],
    ["base.temperature", 21, "base-hot", /lap/],
  ])("%s over its limit is a caution", (key, riseK, code, says) => {
    const v = judged({}, { more: sensor(key, riseK) });
    const said = v.reasons.find((r) => r.code === code);
    expect(said?.level).toBe("caution");
    expect(said?.message).toMatch(says);
    expect(said?.message).toContain("does not log it");
  });
  it("nothing is said where there are none, or the room is not known", () => {
    expect(judged({}, {}).others).toEqual([]);
  });
});

describe("surroundings", () => {
  it("that nobody entered are no witness; those that agree are fine", () => {
    expect(witness(judged({}, {}), "surroundings")).toBeUndefined();
    const v = judged({ conditions: {} }, { conditions: { surface: "hard table" } });
    expect(witness(v, "surroundings")?.finding).toBe("fine");
  });
  it.each([
    ["surface", { surface: "Soft mat" }],
    ["lid", { lid: "closed" as const }],
    ["battery", { charging: "charging" as const }],
  ])("%s that differs is said, and widens the verdict", (name, conditions) => {
    const same = judged({ conditions: {} }, { conditions: {} });
    const other = judged({ conditions: {} }, { conditions });
    const half = (v: typeof same) => (v.chips[0]?.change?.high ?? 0) - (v.chips[0]?.change?.low ?? 0);
    expect(witness(other, "surroundings")).toMatchObject({ finding: "corrected" });
    expect(witness(other, "surroundings")?.says.toLowerCase()).toContain(name);
    expect(witness(other, "surroundings")?.addsK).toBeGreaterThan(0.1);
    expect(codes(other)).toContain("surroundings-differ");
    expect(half(other)).toBeGreaterThan(half(same) + 0.2);
  });
});

describe("the start", () => {
  it("from idle is fine and told as its level over the room", () => {
    const w = witness(judged({}, {}), "start");
    expect(w?.finding).toBe("fine");
    expect(w?.before).toMatch(/^\+\d/);
  });
  it("without idle, or warm, is left open", () => {
    const bare = judged({ recipe: { idleS: 6, warmStartK: 15 } }, {});
    expect(witness(bare, "start")).toMatchObject({ finding: "corrected", before: "no idle" });
    expect(witness(bare, "start")?.addsK).toBeGreaterThan(0);
    const warm = judged({}, { recipe: { idleS: 120, warmStartK: 18 } });
    expect(witness(warm, "start")?.after).toContain("warm");
    expect(bare.verdict).toBe("unchanged");
    expect(warm.verdict).toBe("unchanged");
  });
});

describe("one machine or two", () => {
  it("tells how it warms in both runs, within some per cent", () => {
    const w = witness(judged({ faults: { clog: 2 } }, {}), "machine");
    const joule = (s = "") => Number(/[\d.,]+/.exec(s)?.[0]?.replace(",", ""));
    expect(w?.finding).toBe("fine");
    expect(Math.abs(joule(w?.before) / joule(w?.after) - 1)).toBeLessThan(0.12);
  });
  it("other settings of one machine are asked about, not refused", () => {
    // half the power, at the clock that goes with it
    const half = { maxMHz: 0.5 ** 0.4, loadW: 0.5, boostW: 0.5 };
    const tame = {
      ...wrenfell14,
      chips: wrenfell14.chips.map((c) => ({
        ...c,
        maxMHz: c.maxMHz * half.maxMHz,
        loadW: c.loadW * half.loadW,
        boostW: c.boostW * half.boostW,
      })),
    };
    const v = judged({}, { machine: tame });
    expect(codes(v)).not.toContain("another-machine");
  });
  it("plates and fins of another weight, with another clock, are another machine", () => {
    const heavy = {
      ...wrenfell14,
      finJK: wrenfell14.finJK * 2.4,
      chips: wrenfell14.chips.map((c) => ({ ...c, plateJK: c.plateJK * 2.5, maxMHz: c.maxMHz * 1.25 })),
    };
    const v = judged({}, { machine: heavy });
    expect(v.verdict).toBe("not-comparable");
    expect(codes(v)).toContain("another-machine");
    expect(v.reasons.find((r) => r.code === "another-machine")?.message).toContain("warms like");
  });
});
