import { describe, expect, it } from "vitest";
import { channelOf, readTable, toRun } from "../log";
import { csvOf } from "./csv";
import { LiveLog } from "./liveLog";
import type { Sample } from "./sample";

const s = (seq: number, t: number, values: Record<string, number>): Sample => ({ seq, t, values });
const values = (log: LiveLog, key: string) => Array.from(channelOf(log.run(), key)?.values ?? []);

describe("the log of a run that goes", () => {
  it("stands in the order of time, however the numbers came", () => {
    const log = new LiveLog();
    log.add("", [s(1, 0, { "cpu.temperature": 40 }), s(3, 2, { "cpu.temperature": 42 })], 0);
    log.add("", [s(2, 1, { "cpu.temperature": 41 })], 0);
    expect(Array.from(log.run().timeS)).toEqual([0, 1, 2]);
    expect(values(log, "cpu.temperature")).toEqual([40, 41, 42]);
    expect([log.size, log.endS(), log.run().stepS]).toEqual([3, 2, 1]);
  });

  it("has the hottest core as its processor", () => {
    const log = new LiveLog();
    log.add("", [s(1, 0, { "cpu.core0.temperature": 40, "cpu.core1.temperature": 44 })], 0);
    log.add("", [s(2, 1, { "cpu.core0.temperature": 47 }), s(3, 2, { "fan1.speed": 2000 })], 0);
    expect(values(log, "cpu.temperature")).toEqual([44, 47, NaN]);
  });

  it("puts what others say beside the rows of who reads the chips", () => {
    const log = new LiveLog();
    const work = Array.from({ length: 40 }, (_, i) => s(i + 1, i / 4, { "cpu.work": 400 + i }));
    log.add("load", work, 100);
    log.add(
      "",
      [0, 1, 2, 3].map((i) => s(i + 1, 103 + i, { "cpu.temperature": 60 + i })),
      0,
    );
    expect(Array.from(log.run().timeS)).toEqual([103, 104, 105, 106]);
    expect(values(log, "cpu.work")).toEqual([412, 416, 420, 424]);
  });

  it("what a slow thermometer says holds for longer; far off it says nothing", () => {
    const log = new LiveLog();
    log.add(
      "",
      Array.from({ length: 61 }, (_, i) => s(i, i, { "cpu.temperature": 50 })),
      0,
    );
    log.add("room", [s(1, 0, { "room.temperature": 20 }), s(2, 10, { "room.temperature": 21 })], 0);
    const room = values(log, "room.temperature");
    expect([room[0], room[4], room[6], room[20], room[40]]).toEqual([20, 20, 21, NaN, NaN]);
  });

  it("is empty before anything came", () => {
    expect(new LiveLog().endS()).toBeNull();
    expect(new LiveLog().run().timeS).toHaveLength(0);
  });
});

describe("the log of a live run as a file", () => {
  const keys: Record<string, number> = {
    "cpu.core0.temperature": 51,
    "cpu.core1.temperature": 53,
    "cpu.power": 30.25,
    "cpu.load": 99,
    "cpu.clock": 3900,
    "cpu.work": 412,
    "gpu.temperature": 61,
    "gpu.power": 40,
    "gpu.load": 97,
    "gpu.clock": 1500,
    "gpu.work": 36.1,
    "fan1.speed": 3100,
    "fan2.speed": 3000,
    "room.temperature": 22.3,
    "drive.temperature": 44,
    "memory.temperature": 50,
    "case.temperature": 40,
    "base.temperature": 36,
    "battery.charge": 98,
    "battery.power": 1.5,
  };
  const log = new LiveLog();
  log.add(
    "",
    Array.from({ length: 30 }, (_, i) =>
      s(i + 1, i, Object.fromEntries(Object.entries(keys).map(([k, v]) => [k, v + (i % 3)]))),
    ),
    0,
  );

  it("is read again as what was sent, every channel in its unit, nothing asked", () => {
    const table = readTable(csvOf(log.run(), Date.UTC(2030, 0, 1, 8)));
    if (!table.ok) throw new Error(table.problem.message);
    expect(table.value.columns.every((c) => c.sure)).toBe(true);
    const run = toRun(table.value);
    if (!run.ok) throw new Error(run.problem.message);
    for (const [key, v] of Object.entries(keys)) {
      const read = channelOf(run.value, key);
      expect([key, read?.values[0]]).toEqual([key, Math.fround(v)]);
      expect(read?.values[2]).toBeCloseTo(v + 2, 4);
    }
    expect(channelOf(run.value, "cpu.temperature")?.values[1]).toBe(54);
    expect(run.value.startMs).toBe(Date.UTC(2030, 0, 1, 8));
    expect(run.value.timeS[29]).toBeCloseTo(29, 3);
  });
});
