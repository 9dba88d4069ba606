import { describe, expect, it } from "vitest";
import { runOf } from "../../../testing/series";
import type { Run } from "../log";
import { guessedFan, IDLE_SHARE, median, prepareSeries } from ".";

const run = (channels: Record<string, (t: number) => number>, seconds = 2400, stepS = 1): Run =>
  runOf(channels, seconds / stepS, stepS);

const phases = { loadOnS: 1200, loadOffS: 1800 };
const loaded = (t: number) => t >= phases.loadOnS && t < phases.loadOffS;
const temp = { "cpu.temperature": (t: number) => (loaded(t) ? 80 : 40) };
const noRoom = { startC: null, endC: null };

describe("a run made ready for the fit", () => {
  it("is cut to a quarter of an hour before its load and behind it", () => {
    const s = prepareSeries(run(temp, 4000), phases, noRoom);
    expect(s.timeS[0]).toBe(300);
    expect(s.timeS.at(-1)).toBe(2700);
    expect(s.timeS[s.on]).toBe(1200);
    expect(s.timeS[s.off]).toBe(1800);
  });

  it("is brought to at most a reading a second, each the mean of its own", () => {
    const s = prepareSeries(
      run({ "cpu.temperature": (t) => 40 + (Math.round(t * 4) % 4) }, 1500, 0.25),
      phases,
      noRoom,
    );
    expect(s.timeS.length).toBeLessThanOrEqual(1300);
    const mid = s.chips[0]?.tempC.slice(20, 60) ?? [];
    for (const t of mid) expect(t).toBeCloseTo(41.5, 6);
  });

  it("a log that ends under load ends there", () => {
    const s = prepareSeries(run(temp, 1700), phases, noRoom);
    expect(s.off).toBe(s.timeS.length);
  });

  it("takes the room as given, drifting from its start to its end, before a channel that is logged", () => {
    const own = run({ ...temp, "room.temperature": () => 19 });
    const given = prepareSeries(own, phases, { startC: 20, endC: 26 });
    const at = (s: typeof given, t: number) => s.room?.[s.timeS.findIndex((x) => x >= t)] ?? NaN;
    expect(at(given, 1200)).toBeCloseTo(23, 1);
    expect(at(given, 1799)).toBeCloseTo(24.5, 1);
    expect(at(prepareSeries(own, phases, { startC: null, endC: 26 }), 500)).toBe(26);
    expect(at(prepareSeries(own, phases, noRoom), 500)).toBe(19);
    expect(prepareSeries(run(temp), phases, noRoom).room).toBeNull();
  });

  it("power that never moves was not logged: a step from idle to full stands for it", () => {
    const flat = prepareSeries(run({ ...temp, "cpu.power": () => 12 }), phases, noRoom).chips[0];
    expect(flat?.powerLogged).toBe(false);
    expect([flat?.power[0], flat?.power[1000]]).toEqual([IDLE_SHARE, 1]);
    const real = prepareSeries(run({ ...temp, "cpu.power": (t) => (loaded(t) ? 40 : 5) }), phases, noRoom).chips[0];
    expect(real?.powerLogged).toBe(true);
    expect([real?.power[0], real?.power[1000]]).toEqual([5, 40]);
  });

  it("missing power carries the last reading on, missing temperatures stay missing", () => {
    const holes = (of: (t: number) => number) => (t: number) => (t > 1300 && t < 1320 ? NaN : of(t));
    const s = prepareSeries(
      run({ "cpu.temperature": holes(() => 60), "cpu.power": holes((t) => (loaded(t) ? 40 : 5)) }),
      phases,
      noRoom,
    );
    const row = s.timeS.findIndex((t) => t >= 1310);
    expect(s.chips[0]?.power[row]).toBe(40);
    expect(s.chips[0]?.tempC[row]).toBeNaN();
  });

  it("fans are taken in rpm where they are logged so, else in %, and their mean is the fan", () => {
    const both = { "fan1.speed": () => 3000, "fan2.speed": () => 4000, "fan1.duty": () => 50 };
    const rpm = prepareSeries(run({ ...temp, ...both }), phases, noRoom);
    expect(rpm.fanUnit).toBe("rpm");
    expect(rpm.fans).toHaveLength(2);
    expect(rpm.fan?.[5]).toBe(3500);
    const percent = prepareSeries(run({ ...temp, "fan1.duty": () => 50 }), phases, noRoom);
    expect(percent.fanUnit).toBe("%");
    expect(prepareSeries(run(temp), phases, noRoom)).toMatchObject({ fan: null, fanUnit: null, fans: [] });
  });

  it("both chips are there where both are logged, processor first", () => {
    const s = prepareSeries(run({ "gpu.temperature": () => 50, ...temp, "gpu.load": () => 4 }), phases, noRoom);
    expect(s.chips.map((c) => c.chip)).toEqual(["cpu", "gpu"]);
    expect(s.chips[0]?.load).toBeNull();
    expect(s.chips[1]?.load?.[3]).toBe(4);
  });
});

describe("a usual fan", () => {
  const chipOf = (of: (t: number) => number, seconds = 400) => {
    const s = prepareSeries(run({ "cpu.temperature": of }, seconds), { loadOnS: 100, loadOffS: 300 }, noRoom);
    return guessedFan(s.timeS, s.chips);
  };
  it("idles under 48 °C, is full at 92 °C, and climbs between", () => {
    expect(chipOf(() => 40)[300]).toBeCloseTo(42, 6);
    expect(chipOf(() => 95)[300]).toBeCloseTo(100, 6);
    expect(chipOf(() => 70)[300]).toBeCloseTo(71, 6);
  });
  it("answers with a lag of some seconds", () => {
    const fan = chipOf((t) => (t < 150 ? 48 : 92));
    const share = (t: number) => ((fan[t] ?? 0) - 42) / 58;
    expect(share(150)).toBeLessThan(0.15);
    expect(share(158)).toBeGreaterThan(0.55);
    expect(share(158)).toBeLessThan(0.75);
    expect(share(190)).toBeGreaterThan(0.98);
  });
  it("carries on where no reading is", () => {
    const fan = chipOf((t) => (t > 200 && t < 240 ? NaN : 80));
    expect(fan[220]).toBeCloseTo(fan[199] ?? 0, 3);
  });
});

describe("the median", () => {
  it("passes over what is no number", () => {
    expect(median([3, NaN, 1, 2])).toBe(2);
    expect(median([])).toBeNaN();
  });
});
