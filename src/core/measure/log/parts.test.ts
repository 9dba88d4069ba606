import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { detectEncoding, notText } from "./decode";
import { decimate } from "./decimate";
import { temperatureEvidence, unitEvidence } from "./evidence";
import { beginsAsJson, JsonLines } from "./jsonLines";
import { findPhases } from "./phases";
import { summarise } from "./summary";
import { daysFromCivil, numericTimeForm, timeFromBytes } from "./times";
import { runOf } from "../../../testing/series";

const bytes = (text: string) => new TextEncoder().encode(text);
const seconds = (text: string, iso = false) => timeFromBytes(bytes(text), 0, bytes(text).length, iso);
const two = (v: number) => String(v).padStart(2, "0");

describe("times of any day", () => {
  const day = fc.record({
    y: fc.integer({ min: 1971, max: 2099 }),
    m: fc.integer({ min: 1, max: 12 }),
    d: fc.integer({ min: 1, max: 28 }),
    s: fc.integer({ min: 0, max: 86_399 }),
    ms: fc.integer({ min: 0, max: 999 }),
  });
  it("days since 1970 are those of the calendar", () => {
    fc.assert(
      fc.property(day, ({ y, m, d }) => {
        expect(daysFromCivil(y, m, d)).toBe(Math.round(Date.UTC(y, m - 1, d) / 86_400_000));
      }),
    );
    expect(daysFromCivil(2000, 2, 29)).toBe(11_016);
    expect(daysFromCivil(1900, 3, 1) - daysFromCivil(1900, 2, 28)).toBe(1);
  });
  it("an ISO time is its moment, to the millisecond, whatever stands between date and time", () => {
    fc.assert(
      fc.property(
        day,
        fc.constantFrom("T", " "),
        fc.constantFrom("", "Z", "+02:00"),
        ({ y, m, d, s, ms }, mid, zone) => {
          const date = new Date(Date.UTC(y, m - 1, d) + s * 1000 + ms);
          const text = date.toISOString().replace("T", mid).replace("Z", zone);
          expect(seconds(text, true)).toBeCloseTo(date.getTime() / 1000, 4);
        },
      ),
    );
  });
  it("a clock is its second of the day, in 24 hours and in twice twelve", () => {
    fc.assert(
      fc.property(day, ({ s }) => {
        const [h, m, sec] = [Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60];
        expect(seconds(`${h}:${two(m)}:${two(sec)}`)).toBe(s);
        expect(seconds(`${h % 12 || 12}:${two(m)}:${two(sec)} ${h < 12 ? "am" : "PM"}`)).toBe(s);
        expect(seconds(`${h}:${two(m)}`)).toBe(s - sec);
      }),
    );
  });
  it.each([
    ["12:05.5", 12 * 60 + 5.5],
    ["0:07.25", 7.25],
    ["10:00:60", 36_060],
    ["2031-03-04 10:20:30", 37_230],
  ])("%s is %d s", (text, s) => expect(seconds(text)).toBeCloseTo(s, 6));
  it.each(["10", "10:60:00", "10:00:61", "", "abc", "1:2:3:4:5:6:7:8"])("%j is no time", (text) =>
    expect(seconds(text)).toBeNaN(),
  );
  it("a clock alone is no ISO time", () => expect(seconds("10:20:30", true)).toBeNaN());
  it.each([
    ["Time [s]", [0, 1], 1, false],
    ["Time (sec)", [0, 1000], 1, false],
    ["Elapsed ms", [0, 1000], 1e-3, false],
    ["elapsed_us", [0, 1e6], 1e-6, false],
    ["Milliseconds since start", [0, 5], 1e-3, false],
    ["Uptime [h]", [0, 0.001], 3600, false],
    ["t [min]", [0, 0.1], 60, false],
    ["Time", [45_000.5, 45_000.50001], 86_400, false],
    ["Time", [45_000, 45_001], 1, false],
    ["Time", [0, 89, 178], 1, false],
    ["Time", [0, 90, 180], 1e-3, false],
    ["Time", [1.93e9, 1.93e9 + 1], 1, true],
    ["Time", [1.93e12, 1.93e12 + 1000], 1e-3, true],
    ["Time", [1.93e15, 1.93e15 + 1e6], 1e-6, true],
    ["Time", [1.93e18, 1.93e18 + 1e9], 1e-9, true],
    ["Time", [NaN, 0, 1, 2], 1, false],
  ] as [string, number[], number, boolean][])("%s with %j counts in %d s", (heading, samples, scale, epoch) =>
    expect(numericTimeForm(heading, samples)).toEqual({ kind: "number", scale, epoch }),
  );
});

describe("where the load lies", () => {
  const loaded = (on: number, off: number, low: number, high: number) => (t: number) =>
    t >= on && t < off ? high : low;
  it("is told by power, by load, by clock, each at its row", () => {
    expect(findPhases(runOf({ "cpu.power": loaded(100, 400, 5, 40) }))).toEqual({
      loadOnS: 100,
      loadOffS: 400,
      onBy: "at the power jump",
      offBy: "power fell",
    });
    expect(findPhases(runOf({ "cpu.load": loaded(60, 500, 3, 100) }))).toMatchObject({
      loadOnS: 60,
      loadOffS: 500,
      onBy: "at the jump of the load",
      offBy: "load fell",
    });
    expect(findPhases(runOf({ "cpu.clock": loaded(50, 300, 1200, 3800) }))).toMatchObject({
      loadOnS: 50,
      onBy: "at the jump of the clock",
      offBy: "clock fell",
    });
  });
  it("both chips together count, and a reading that is missing carries on", () => {
    const run = runOf({
      "cpu.power": (t) => (t >= 150 && t < 155 ? NaN : loaded(100, 400, 5, 40)(t)),
      "gpu.power": loaded(100, 450, 8, 60),
    });
    expect(findPhases(run)).toMatchObject({ loadOnS: 100, loadOffS: 450 });
  });
  it("pauses up to 45 s are part of it, longer ones are not", () => {
    const paused = (pause: number) =>
      findPhases(runOf({ "cpu.power": (t) => (t >= 100 && t < 500 && !(t >= 250 && t < 250 + pause) ? 40 : 5) }));
    expect(paused(44)).toMatchObject({ loadOnS: 100, loadOffS: 500 });
    expect(paused(60)).toMatchObject({ loadOnS: 310, loadOffS: 500 });
  });
  it("a chip that throttles far down is loaded while its load stays up", () => {
    const power = (t: number) => (t < 100 || t >= 500 ? 5 : t < 250 ? 40 : 12);
    expect(findPhases(runOf({ "cpu.power": power }))?.loadOffS).toBe(250);
    expect(findPhases(runOf({ "cpu.power": power, "cpu.load": loaded(100, 500, 2, 100) }))?.loadOffS).toBe(500);
  });
  it("a log that starts or ends under load says so", () => {
    expect(findPhases(runOf({ "cpu.power": loaded(0, 400, 5, 40) }))?.onBy).toBe("log starts under load");
    expect(findPhases(runOf({ "cpu.power": loaded(100, 9e9, 5, 40) }))).toMatchObject({
      loadOffS: 599,
      offBy: "log ends under load",
    });
  });
  it("without any witness of work the temperature's climb and fall tell", () => {
    const found = findPhases(runOf({ "cpu.temperature": (t) => (t < 100 ? 40 : t < 400 ? 80 : 45) }));
    expect(Math.abs((found?.loadOnS ?? 0) - 97)).toBeLessThan(5);
    expect(Math.abs((found?.loadOffS ?? 0) - 397)).toBeLessThan(5);
    expect(found?.onBy).toBe("at the steepest climb");
    expect(findPhases(runOf({ "cpu.temperature": (t) => 40 + t / 300 }))).toBeNull();
  });
  it("power that hardly moves is no load", () =>
    expect(findPhases(runOf({ "cpu.power": loaded(9, 99, 8, 10) }))).toBeNull());
});

describe("a summary", () => {
  it("is the extent of what was read, missing readings aside", () => {
    const s = summarise(runOf({ "cpu.temperature": (t) => (t % 4 === 3 ? NaN : 40 + (t % 4)) }, 400, 0.5));
    expect(s).toMatchObject({ rows: 400, durationS: 199.5, stepS: 0.5, warnings: [] });
    const one = s.series[0];
    expect([one?.key, one?.min, one?.max]).toEqual(["cpu.temperature", 40, 43.5]);
    expect(one?.mean).toBeCloseTo(41.571, 2);
  });
});

describe("curves", () => {
  it("keep their order and every peak, wherever the gaps lie", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(1, 1, 1, 1, 2, 300, 40_000), { minLength: 2, maxLength: 120 }),
        fc.integer({ min: 2, max: 40 }),
        (steps, buckets) => {
          const timeS = steps.reduce<number[]>((all, s) => [...all, (all[all.length - 1] ?? 0) + s], [0]);
          const values = timeS.map((t, i) => (i * 37) % 101);
          const points = decimate(timeS, values, buckets);
          for (let i = 1; i < points.length; i++) expect(points[i]?.t).toBeGreaterThan(points[i - 1]?.t ?? Infinity);
          expect(Math.max(...points.map((p) => p.max))).toBe(Math.max(...values));
          expect(Math.min(...points.map((p) => p.min))).toBe(Math.min(...values));
          expect(points.length).toBeLessThanOrEqual(Math.max(buckets, timeS.length <= buckets ? timeS.length : 0));
        },
      ),
    );
  });
});

describe("what a nameless temperature looks like", () => {
  const climbing = (tau: number, rise: number, flat = 40) =>
    Array.from({ length: 400 }, (_, i) => 25 + (i < flat ? 0 : rise * (1 - Math.exp((flat - i) / tau))));
  it("a room hardly moves, a drive follows slowly, a chip at once", () => {
    const chip = climbing(8, 40);
    expect(temperatureEvidence(climbing(90, 1), chip)).toMatch(/room sensor/);
    expect(temperatureEvidence(climbing(90, 14), chip)).toMatch(/^It rises by 14\sK, slower than the chip/);
    expect(temperatureEvidence(climbing(9, 30), chip)).toMatch(/about as fast as the chip/);
    expect(temperatureEvidence(climbing(9, 30), null)).toMatch(/over the run\.$/);
    expect(temperatureEvidence([20, 21], chip)).toMatch(/no clear rise/);
  });
  it("a column without a unit is told in the other scale", () => {
    expect(unitEvidence({ heading: "Ambient" }, [72, 72, 72, 73, 73])).toBe(
      "It reads 72 to 73 and names no unit: 22 to 23 °C if that is °F.",
    );
    expect(unitEvidence({ heading: "Ambient [°C]" }, [68, 68, 68])).toBe(
      "It reads 68 and is called °C: 20 °C if that is °F.",
    );
  });
});

describe("bytes", () => {
  it.each([
    [[0xef, 0xbb, 0xbf, 65], "utf-8", 3],
    [[0xff, 0xfe, 65, 0], "utf-16le", 2],
    [[0xfe, 0xff, 0, 65], "utf-16be", 2],
    [[65, 0, 66, 0, 67, 0, 68, 0], "utf-16le", 0],
    [[0, 65, 0, 66, 0, 67, 0, 68], "utf-16be", 0],
    [[67, 0xb0, 67], "windows-1252", 0],
    [[67, 0xc2, 0xb0], "utf-8", 0],
    [[67, 0xc2], "utf-8", 0],
  ] as [number[], string, number][])("%j are %s", (head, encoding, markBytes) =>
    expect(detectEncoding(Uint8Array.from(head))).toEqual({ encoding, markBytes }),
  );
  it.each([
    [[0x50, 0x4b, 3, 4], /zip/],
    [[0xd0, 0xcf, 0x11, 0xe0], /spreadsheet/],
    [[0x25, 0x50, 0x44, 0x46], /PDF/],
    [[0x89, 0x50, 0x4e, 0x47], /picture/],
    [[0xff, 0xd8, 0xff, 0xe0], /photo/],
    [[0x1f, 0x8b, 8, 0], /compressed/],
    [[0x7f, 0x45, 0x4c, 0x46], /program/],
    [[0x4d, 0x5a, 1, 1], /program/],
    [[0x53, 0x51, 0x4c, 0x69], /database/],
    [Array.from({ length: 200 }, (_, i) => (i % 50 === 0 ? 1 : 65)), /binary/],
  ] as [number[], RegExp][])("%j are no text", (head, what) =>
    expect(notText(Uint8Array.from(head), "utf-8")).toMatch(what),
  );
  it("text with its tabs and ends of lines is text, and two-byte text has its zeros", () => {
    expect(notText(bytes("Time\tCPU\r\n1\t40\r\n".repeat(20)), "utf-8")).toBeNull();
    expect(notText(Uint8Array.from([65, 0, 66, 0, 67, 0]), "utf-16le")).toBeNull();
  });
});

describe("an object a line", () => {
  const table = (...lines: string[]) => {
    const json = new JsonLines();
    for (const l of lines) json.push(bytes(`${l}\n`));
    const made = json.asTable();
    return made && new TextDecoder().decode(made);
  };
  it("is known by its first sign, behind a mark and blanks", () => {
    expect(["{", " \n{", "\uFEFF{"].map((t) => beginsAsJson(bytes(t)))).toEqual([true, true, true]);
    expect(["[", "Time", "", '"{"'].map((t) => beginsAsJson(bytes(t)))).toEqual([false, false, false, false]);
  });
  it("has its keys as headings in the order they come, inner ones by their path", () => {
    expect(table('{"t":1,"cpu":{"temp":40,"power":null}}', '{"t":2,"fan":1200,"cpu":{"temp":41}}')).toBe(
      '"t","cpu temp","cpu power","fan"\n1,40,,\n2,41,,1200\n',
    );
  });
  it("leaves out lines that are none, lists of numbers by their place, and what lies too deep", () => {
    expect(table("", "nonsense", "[1,2]", '{"a":[5,6],"on":true}')).toBe('"a 0","a 1"\n5,6\n');
    expect(table('{"a":{"b":{"c":{"d":{"e":1,"f":{"g":2}}}}},"z":3}')).toBe('"a b c d e","z"\n1,3\n');
  });
  it("quotes what stands in quotes", () => expect(table('{"na\\"me":"x, y\\n"}')).toBe('"na""me"\n"x, y "\n'));
});
