import { describe, expect, it } from "vitest";
import { noConditions } from "../../../testing/conditions";
import { plainSeries, withSecond, type PlainRun } from "../../../testing/series";
import type { Kept } from "../ladder";
import type { Windowed } from "../pair/conditions";
import { heardInWords } from "../../../testing/inWords";
import { isBoardPower, withoutBoard } from "../pair/boardPower";
import { usualFan, type FanState } from "../pair/fan";
import { withCurveOf } from "../pair/fanCurve";
import { roomTrue, type RunConditions } from "../pair/settings";
import type { Scene } from "./witness";
import { fanWitness as bareFan } from "./fan";
import { machineWitness as bareMachine } from "./machine";
import { powerWitness as barePower } from "./power";
import { roomWitness as bareRoom } from "./room";
import { startWitness as bareStart } from "./start";
import { surroundingsWitness as bareSurroundings } from "./surroundings";
import { timeWitness as bareTime } from "./time";

const fanWitness = heardInWords(bareFan);
const machineWitness = heardInWords(bareMachine);
const powerWitness = heardInWords(barePower);
const roomWitness = heardInWords(bareRoom);
const startWitness = heardInWords(bareStart);
const timeWitness = heardInWords(bareTime);
const surroundingsWitness = (scene: Scene) => bareSurroundings(scene).map((t) => heardInWords(() => t)());

const loaded = (t: number) => t >= 120 && t < 780;

interface Told {
  before?: PlainRun;
  after?: PlainRun;
  series?: Partial<{ before: Windowed; after: Windowed }>;
  fan?: Partial<FanState>;
  cores?: [number, number];
  conditions?: [Partial<RunConditions>, Partial<RunConditions>];
}

function scene(told: Told = {}): Scene {
  const before = told.series?.before ?? plainSeries(told.before);
  const after = told.series?.after ?? plainSeries(told.after);
  const run = (i: 0 | 1) => ({
    run: {
      timeS: before.timeS,
      stepS: 1,
      startMs: null,
      gaps: [],
      warnings: [],
      channels: Array.from({ length: told.cores?.[i] ?? 0 }, (_, c) => ({
        key: `cpu.core${c}.temperature`,
        unit: "°C",
        heading: `Core ${c}`,
        values: new Float32Array(0),
      })),
    },
    phases: null,
    room: { startC: 22, endC: 22 },
    ...(told.conditions ? { conditions: { ...noConditions, ...told.conditions[i] } } : {}),
  });
  return { before, after, runs: { before: run(0), after: run(1) }, fan: { ...usualFan, ...told.fan } };
}

const spaced = (text: string | undefined) => text?.replaceAll("\u00a0", " ");
const codes = (t: { reasons?: { code: string }[] }) => (t.reasons ?? []).map((r) => r.code);

describe("the room, as it was read", () => {
  it("is shown at the start of the load, and fine where both ends were read", () => {
    const { witness, reasons } = roomWitness(scene({ after: { roomC: 24.5 } }));
    expect([spaced(witness.before), spaced(witness.after)]).toEqual(["22.0 °C", "24.5 °C"]);
    expect([witness.finding, witness.unknowns, reasons]).toEqual(["fine", ["room before", "room after"], undefined]);
  });
  it("cannot be where a chip is colder than it by more than a degree and a half", () => {
    const cold = (C: number) => roomWitness(scene({ after: { tempC: (t) => (t === 10 ? C : 60) } }));
    expect(codes(cold(20.6))).toEqual([]);
    expect(codes(cold(20.4))).toEqual(["room-too-warm"]);
    expect(cold(18).witness.finding).toBe("cut");
    expect(spaced(cold(18).reasons?.[0]?.message)).toBe(
      "In the run after a chip was 4.0 K colder than the room: that room cannot be.",
    );
    expect(codes(roomWitness(scene({ before: { tempC: (t) => (t === 10 ? NaN : 60) } })))).toEqual([]);
  });
  it("is what its thermometers show, less what each is known to show too much", () => {
    const says = (b: Partial<RunConditions>, a: Partial<RunConditions>) => {
      const { witness } = roomWitness(scene({ conditions: [b, a] }));
      return [witness.finding, spaced(witness.says)];
    };
    const probe = { thermometer: "Bench probe", thermometerHighK: 0.4 };
    const clock = { thermometer: "Wall clock", thermometerHighK: -1.2 };
    expect(says(probe, probe)).toEqual(["corrected", "Bench probe shows 0.4 K too much: that is taken off."]);
    expect(says(probe, clock)).toEqual([
      "corrected",
      "Read by two thermometers, Bench probe and Wall clock. " +
        "Bench probe shows 0.4 K too much and Wall clock shows 1.2 K too little: that is taken off.",
    ]);
    const true1 = { ...probe, thermometerHighK: 0 };
    expect(says(true1, true1)).toEqual(["fine", "Rooms as they were read."]);
    expect(says(true1, { thermometer: "Other" })[1]).toBe("Read by two thermometers, Bench probe and Other.");
    expect(says(true1, {})).toEqual(["fine", "Rooms as they were read."]);
    expect(roomTrue({ roomStartC: 23, roomEndC: null, thermometerHighK: -1.5 })).toEqual({ startC: 24.5, endC: null });
    expect(roomTrue({ roomStartC: null, roomEndC: 21 })).toEqual({ startC: null, endC: 21 });
  });
  it("that is missing is cut, and read at one end is left open there", () => {
    expect(roomWitness(scene({ before: { roomC: null } })).witness).toMatchObject({
      finding: "cut",
      before: "not known",
    });
    const s = scene({ series: { after: { ...plainSeries(), roomRead: "end" } } });
    expect(roomWitness(s).witness).toMatchObject({
      finding: "corrected",
      unknowns: ["room before", "room after", "drift after"],
    });
    expect(roomWitness(s).witness.says).toContain("in the run after at its end alone");
  });
});

describe("the time of a run", () => {
  const gapped = (from: number, to: number): Windowed => {
    const s = plainSeries();
    const rows = [...s.timeS.keys()].filter((i) => i <= from || i >= to);
    const pick = (v: Float64Array) => Float64Array.from(rows, (i) => v[i] ?? NaN);
    const [chip] = s.chips;
    return {
      ...s,
      timeS: pick(s.timeS),
      chips: chip ? [{ ...chip, tempC: pick(chip.tempC), power: pick(chip.power), load: null, clock: null }] : [],
      fans: s.fans.map(pick),
      fan: s.fan && pick(s.fan),
      room: s.room && pick(s.room),
      off: s.off - (to - from - 1),
    };
  };
  it("whole is fine; a gap is counted with its length, and what it left open", () => {
    expect(timeWitness(scene()).witness).toMatchObject({ finding: "fine", before: "whole", after: "whole" });
    const { witness, reasons } = timeWitness(scene({ series: { after: gapped(400, 490) } }));
    expect(witness).toMatchObject({ finding: "corrected", before: "whole", after: "1 gap, 1:30" });
    expect(witness.unknowns).toEqual(["start fins after 1", "start case after 1"]);
    expect(reasons?.[0]).toMatchObject({ code: "log-gaps", level: "note" });
    expect(reasons?.[0]?.message).toMatch(/^1:30 are not logged in 1 gap/);
  });
  it("pulses are one load, and say so", () => {
    const pulsed = { power: (t: number) => (loaded(t) && (t - 120) % 90 < 60 ? 40 : 5) };
    const { witness } = timeWitness(scene({ before: pulsed }));
    expect(witness).toMatchObject({ finding: "corrected", before: "8 pulses", after: "whole", unknowns: [] });
  });
});

describe("how a load began", () => {
  it("from idle, warm, or unseen", () => {
    const fine = startWitness(scene()).witness;
    expect([fine.finding, spaced(fine.before)]).toEqual(["fine", "+18.0 K"]);
    const warm = startWitness(scene({ before: { tempC: (t) => (t < 120 ? 50 - t / 12 : 70) } })).witness;
    expect(spaced(warm.before)).toMatch(/^warm, \+1[89]\.\d K$/);
    expect(warm.unknowns).toEqual(["start fins before 0", "start case before 0"]);
    expect(warm.says).toContain("The run before began warm");
    const unseen = startWitness(scene({ after: { on: 12 } })).witness;
    expect([unseen.finding, unseen.after]).toEqual(["corrected", "no idle"]);
    expect(unseen.says).toContain("The run after has no idle before its load");
  });
  it("a fall of less than two kelvins is none, nor is what cannot be set against a room", () => {
    expect(startWitness(scene({ before: { tempC: (t) => (t < 120 ? 42 - t / 50 : 70) } })).witness.finding).toBe(
      "fine",
    );
    expect(startWitness(scene({ before: { roomC: null } })).witness.before).toBe("idle");
  });
});

describe("the surroundings, as entered", () => {
  it("say nothing where nobody said, agree, or differ with how much they leave open", () => {
    expect(surroundingsWitness(scene())).toEqual([]);
    expect(surroundingsWitness(scene({ conditions: [{}, { surface: "table" }] }))).toEqual([]);
    const like = surroundingsWitness(scene({ conditions: [{ surface: "Table " }, { surface: "table" }] }));
    expect(like[0]?.witness.finding).toBe("fine");
    const lid = surroundingsWitness(scene({ conditions: [{ lid: "open" }, { lid: "closed" }] }))[0];
    expect(lid?.freedom).toEqual({ caseSd: 0.8 });
    expect(lid?.witness).toMatchObject({ before: "lid open", after: "lid closed", unknowns: ["case change"] });
    const battery = surroundingsWitness(scene({ conditions: [{ charging: "charging" }, { charging: "full" }] }))[0];
    expect(battery?.freedom).toEqual({ caseSd: 0.5 });
    const all = surroundingsWitness(
      scene({
        conditions: [
          { lid: "open", charging: "full", surface: "x" },
          { lid: "closed", charging: "charging", surface: "x" },
        ],
      }),
    )[0];
    expect(all?.freedom).toEqual({ caseSd: 0.8 });
    expect(all?.witness.says).toMatch(/^Lid and battery differ/);
  });
});

describe("the fans", () => {
  it("that follow alike are fine, with their late speed in their unit", () => {
    const { witness } = fanWitness(scene({ fan: { ratio: 1 } }));
    expect([witness.finding, spaced(witness.before)]).toEqual(["fine", "4,000 rpm"]);
    const percent = fanWitness(scene({ before: { fan: () => 60, fanUnit: "%" } })).witness;
    expect(spaced(percent.before)).toBe("60 %");
    expect(fanWitness(scene({ before: { fan: null } })).witness.before).toBe("not logged");
  });
  it("stuck, lacking in one log, in two units, fixed in one, or by another curve: each with what it opens", () => {
    expect(codes(fanWitness(scene({ fan: { kind: "unknown", stuck: "after" } })))).toEqual(["fan-reading-stuck"]);
    const zero = (hotter: number) => fanWitness(scene({ fan: { kind: "unknown", stuck: "after", hotter } }));
    expect(zero(1.1).witness.says).toContain("air is moving");
    expect(codes(zero(1.3))).toEqual(["fan-may-stand"]);
    expect(zero(1.3).witness.says).toContain("1.3 times as hot per watt");
    expect(zero(1.3).witness.says).not.toContain("air is moving");
    const lacks = fanWitness(scene({ fan: { kind: "unknown", lacks: "before" } }));
    expect([codes(lacks), lacks.freedom]).toEqual([["fan-by-curve"], { fanSd: 0.1 }]);
    expect(lacks.witness.says).toContain("it follows in the run after");
    const mixed = fanWitness(scene({ fan: { unit: "mixed" } }));
    expect([codes(mixed), mixed.witness.unknowns]).toEqual([["fan-units"], ["fan scale"]]);
    expect(mixed.freedom?.fanSd).toBe(0.2);
    const fixed = fanWitness(scene({ fan: { fixed: { before: false, after: true } } }));
    expect([codes(fixed), fixed.reasons?.[0]?.level]).toEqual([["fan-fixed"], "note"]);
    expect(fixed.witness.says).toContain("in the run after");
    const curve = fanWitness(scene({ fan: { ratio: 1.2 } })).witness;
    expect([curve.finding, spaced(curve.says)]).toEqual(["corrected", expect.stringContaining("120 % of before")]);
    expect(fanWitness(scene({ fan: { ratio: 1.11 } })).witness.finding).toBe("fine");
    expect(fanWitness(scene({ fan: { kind: "stopped", run: "after" } })).witness.says).toContain("stands in one run");
    expect(fanWitness(scene({ fan: { kind: "weak", run: "after" } })).witness.says).toContain(
      "slower in the run after",
    );
  });
  it("of a log that lacks them turn as the other's curve has it, drawn on beyond its ends", () => {
    const climb = (t: number) => 40 + t / 20;
    const known = plainSeries({ tempC: climb, fan: (t) => 2000 + 50 * (climb(t) - 40) });
    const blind = plainSeries({ tempC: (t) => 45 + t / 20, fan: null });
    const made = withCurveOf(known, blind);
    const at = (t: number) => made.fan?.[t] ?? NaN;
    // 60 °C there is where the known run was 2900 rpm or so, by the control's lag alike
    expect(Math.abs(at(300) - (known.fan?.[400] ?? NaN))).toBeLessThan(60);
    expect(at(890)).toBeGreaterThan(known.fan?.[899] ?? Infinity);
    expect(at(890)).toBeLessThan((known.fan?.[899] ?? 0) + 400);
    expect([made.fanUnit, made.fans.length, made.fanGuessed]).toEqual(["rpm", 1, false]);
    for (let t = 1; t < 900; t++) expect(at(t)).toBeGreaterThanOrEqual(at(t - 1) - 1e-9);
    expect(withCurveOf(plainSeries({ tempC: climb, fan: () => 3000 }), blind).fan?.every((v) => v === 3000)).toBe(true);
  });
});

describe("power against load and clock", () => {
  const off = (by: number, more: PlainRun = {}) =>
    powerWitness(scene({ after: { power: (t) => (loaded(t) ? 40 * by : 5), ...more } }), "cpu");
  it("that goes with the work is fine; on another scale it is left open, three quarters of the way to the work", () => {
    expect(off(1).witness.finding).toBe("fine");
    expect(off(1.05).witness.finding).toBe("fine");
    const low = off(0.8);
    expect(codes(low)).toEqual(["power-scale"]);
    expect(low.freedom?.power?.cpu?.mean).toBeCloseTo(0.8 ** -0.75, 6);
    expect(low.freedom?.power?.cpu?.sd).toBe(0.11);
    expect(spaced(low.witness.says)).toContain("reads 20 % lower in the run after");
    expect(spaced(off(1.25).reasons?.[0]?.figure)).toBe("+25 %");
  });
  it("other work is no other scale", () => {
    const half = off(0.5 ** 2.4, { clock: (t) => (loaded(t) ? 1800 : 1200), tempC: (t) => (loaded(t) ? 69 : 40) });
    expect(codes(half)).toEqual([]);
  });
  it("a chip that was hardly loaded after, and no cooler for it, is not judged; a throttled one is", () => {
    const idle = off(0.5, { load: (t) => (loaded(t) ? 30 : 3), tempC: (t) => (loaded(t) ? 55 : 40) });
    expect([codes(idle), idle.silent]).toEqual([["chip-not-loaded"], ["cpu"]]);
    const hot = off(0.5, { load: (t) => (loaded(t) ? 50 : 3), tempC: (t) => (loaded(t) ? 69 : 40) });
    expect(hot.silent).toBeUndefined();
    const never = powerWitness(scene({ before: { power: () => 6 }, after: {} }), "cpu");
    expect(never.silent).toEqual(["cpu"]);
    expect(never.reasons?.[0]?.message).toContain("not loaded in the run before");
  });
  it("without power the work tells, with a doubt by what told it; too far apart it is cut", () => {
    const none = (after: PlainRun) =>
      powerWitness(scene({ before: { powerLogged: false, ...after }, after: { powerLogged: false, ...after } }), "cpu");
    const sd = (t: ReturnType<typeof powerWitness>) => t.freedom?.power?.cpu?.sd;
    expect(sd(none({}))).toBeCloseTo(0.03, 9);
    expect(sd(none({ clock: null }))).toBeCloseTo(0.07, 9);
    expect(sd(none({ load: null, clock: null }))).toBeCloseTo(0.12, 9);
    const more = (share: number) =>
      powerWitness(
        scene({
          before: { powerLogged: false },
          after: { powerLogged: false, load: (t) => (loaded(t) ? 100 * share : 3) },
        }),
        "cpu",
      );
    expect(sd(more(0.8))).toBeCloseTo(Math.hypot(0.03, 0.35 * Math.log(0.8)), 6);
    expect(codes(more(0.7))).toEqual(["no-power"]);
    expect(codes(more(0.68))).toEqual(["loads-differ"]);
    expect(more(0.68).reasons?.[0]).toMatchObject({ level: "blocks", figure: "−32 %" });
    expect(codes(more(1.44))).toEqual(["no-power"]);
    expect(codes(more(1.46))).toEqual(["loads-differ"]);
  });
  it("a chip that is in one log only says nothing", () => {
    expect(
      powerWitness(scene({ series: { before: withSecond(plainSeries(), plainSeries()) } }), "gpu").witness,
    ).toMatchObject({
      finding: "fine",
      before: "",
    });
  });
});

describe("power of the whole board", () => {
  const chipOf = (run: PlainRun) => {
    const s = plainSeries(run);
    const [chip] = s.chips;
    return chip ? isBoardPower(s, chip) : null;
  };
  const board = (more: number): PlainRun => ({
    power: (t) => (loaded(t) ? 40 : 3) + more,
    tempC: (t) => (loaded(t) ? 70 : 25),
  });
  it("is too high in idle for the rise there", () => {
    expect(chipOf(board(0))).toBe(false);
    expect(chipOf(board(16))).toBe(true);
    expect(chipOf({ ...board(16), tempC: (t) => (loaded(t) ? 70 : 42) })).toBe(false);
    expect(chipOf({ ...board(16), load: (t) => (loaded(t) ? 100 : 20) })).toBe(false);
    expect(chipOf({ ...board(16), roomC: null })).toBe(false);
    expect(chipOf({ ...board(16), powerLogged: false })).toBe(false);
    expect(chipOf(board(5))).toBe(false);
  });
  it("counts from nine watts, a fifth of the load and a chip at rest, and only where the rise bears it out", () => {
    // a chip of 30 W under load over 48 K that hardly rises in idle: each watt there costs 1.6 K
    const idle = (W: number, more: PlainRun = {}) =>
      chipOf({ power: (t) => (loaded(t) ? 40 : W), tempC: (t) => (loaded(t) ? 70 : 25), ...more });
    expect([idle(8.9), idle(9), idle(32), idle(32.1)]).toEqual([false, true, true, false]);
    const strong = (W: number) => idle(W, { power: (t) => (loaded(t) ? 60 : W) });
    expect([strong(11.9), strong(12.1)]).toEqual([false, true]);
    const load = (share: number) => idle(16, { load: (t) => (loaded(t) ? 100 : share) });
    expect([load(12), load(12.1)]).toEqual([true, false]);
    expect(idle(16, { on: 9 })).toBe(false);
    // twice what the chip stands at, but by less than five kelvins
    const cool = (C: number) => idle(9, { tempC: (t) => (loaded(t) ? C : 24) });
    expect([cool(48), cool(48.3)]).toEqual([false, true]);
  });
  it("is taken from the chip, and the chip marked", () => {
    expect(withoutBoard(plainSeries(board(16))).chips[0]).toMatchObject({ powerLogged: false, board: true });
    const plain = plainSeries();
    expect(withoutBoard(plain)).toBe(plain);
  });
});

describe("one machine or two", () => {
  const kept = (chi2: number): Kept => ({ beforeJK: 94, afterJK: 96, aloneJK: 150, chi2, freedom: 3 });
  it("the same in everything is one; how it warms is shown where it is known", () => {
    expect(machineWitness(scene(), null).witness).toMatchObject({ finding: "fine" });
    expect(spaced(machineWitness(scene(), null).witness.before)).toBe("3,600 MHz");
    expect(spaced(machineWitness(scene(), kept(2)).witness.after)).toBe("96 J/K");
    expect(machineWitness(scene({ cores: [8, 8] }), null).witness.before).toBe("8 cores");
  });
  it("is asked after a fan of another curve and a chip read elsewhere, and refused with what else is unlike", () => {
    const elsewhere: Told = { cores: [0, 4], fan: { ratio: 1.4 } };
    const read = { key: "cpu.temperature", unit: "°C", heading: "CPU package", values: new Float32Array(0) };
    const of = (told: Told) => {
      const made = scene(told);
      made.runs.before.run.channels.push(read);
      return machineWitness(made, null);
    };
    const alike = of({ cores: [0, 4] });
    expect(codes(alike)).toEqual([]);
    const more: Told = { ...elsewhere, after: { power: (t) => (loaded(t) ? 90 : 5) } };
    expect(codes(of(more))).toEqual(["another-machine"]);
    expect(spaced(of(more).witness.says)).toContain("fan at one temperature 100 %, then 140 %");
    // a fan that was held at one speed follows no curve
    expect(of({ ...more, fan: { ratio: 1.4, fixed: { before: false, after: true } } }).witness.says).not.toContain(
      "fan at",
    );
  });
  it("a chip that holds more power in its cooler run may have been held back by heat: no other machine", () => {
    const power = (most: number) => (t: number) => (loaded(t) ? most : 5);
    const hot = { tempC: (t: number) => (loaded(t) ? 95 : 40), power: power(30) };
    const cool = { tempC: (t: number) => (loaded(t) ? 80 : 40), power: power(45) };
    const says = (told: Told) => machineWitness(scene(told), null).witness.says;
    expect(says({ before: hot, after: cool })).not.toContain("power at full load");
    const hotter = { ...cool, tempC: (t: number) => (loaded(t) ? 97 : 40) };
    expect(spaced(says({ before: hot, after: hotter, fan: { ratio: 1.4 } }))).toContain(
      "power at full load 30 W, then 45 W",
    );
  });
  it("settings alone refuse nothing, however far apart", () => {
    const set = machineWitness(
      scene({
        after: {
          power: (t) => (loaded(t) ? 40 : 14),
          clock: (t) => (loaded(t) ? 3600 : 2900),
          fan: (t) => (loaded(t) ? 4000 : 2000),
        },
      }),
      null,
    );
    expect(codes(set)).not.toContain("another-machine");
  });
  it("heat capacities, a load that costs otherwise at its clock, cores of another number do", () => {
    const unlike: Told = {
      after: {
        power: (t) => (loaded(t) ? 90 : 14),
        clock: (t) => (loaded(t) ? 3600 : 2900),
        fan: (t) => (loaded(t) ? 5000 : 3600),
      },
    };
    const another = machineWitness(scene(unlike), kept(60));
    expect([codes(another), another.witness.finding]).toEqual([["another-machine"], "cut"]);
    expect(spaced(another.witness.says)).toContain("warms like 94 J/K, then like 150 J/K");
    expect(spaced(another.witness.after)).toBe("150 J/K");
    const asked = machineWitness(scene({ cores: [4, 8] }), null);
    expect(codes(asked)).toEqual(["machine-doubtful"]);
    expect(asked.witness.says).toContain("4 cores, then 8");
    expect(codes(machineWitness(scene(), kept(60)))).toEqual(["machine-doubtful"]);
    expect(codes(machineWitness(scene(), kept(8)))).toEqual([]);
  });
});
