import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { doubtsOf } from "./belongs";
import { detectEncoding } from "./decode";
import { readLog } from "./index";
import { logProblem } from "./problems";
import { placeRead, unitInHeading } from "./words";

describe("where a sensor sits, by its heading", () => {
  it.each([
    ["GPU Hot Spot [°C]", "hot spot"],
    ["CPU cores average", "average"],
    ["Core max [°C]", "hottest core"],
    ["Hottest core", "hottest core"],
    ["Core 3", "package"],
    ["CPU max", "package"],
    ["CPU package", "package"],
  ] as const)("%s is the %s", (heading, place) => expect(placeRead(heading)).toBe(place));
});

describe("the unit a heading names", () => {
  it.each([
    ["CPU [W]", "W"],
    ["CPU (°C) [°F]", "°F"],
    ["Fan 1, rpm", "rpm"],
    ["Drehzahl U/min", "rpm"],
    ["cpu_temp_C", "°C"],
    ["temp F", "°F"],
    ["Core C", ""],
    ["cpu_core_C", ""],
    ["Rail A", ""],
    ["CPU package", ""],
    ["Takt in MHz", "MHz"],
  ] as const)("%s: %s", (heading, unit) => expect(unitInHeading(heading)).toBe(unit));
});

describe("whether a log is the one it is said to be", () => {
  const other = (kind: "before" | "after", startMs: number | null = 1000) => ({
    kind,
    name: "first.csv",
    sha256: "aa",
    startMs,
  });
  const said = (...args: Parameters<typeof doubtsOf>) => doubtsOf(...args).map((d) => [d.code, d.message]);
  it("is doubted where its clock puts it on the wrong side of the other", () => {
    expect(said("after", { name: "x.csv", startMs: 999 }, other("before"))).toEqual([
      [
        "swapped-logs",
        "By its clock this log is older than the run before (first.csv): before and after look swapped.",
      ],
    ]);
    expect(said("before", { name: "x.csv", startMs: 1001 }, other("after"))[0]?.[1]).toContain(
      "this log is newer than the run after (first.csv)",
    );
    expect(said("after", { name: "x.csv", startMs: 1000 }, other("before"))).toEqual([]);
    expect(said("before", { name: "x.csv", startMs: 1000 }, other("after"))).toEqual([]);
    expect(said("after", { name: "x.csv", startMs: 999 }, other("before", null))).toEqual([]);
    expect(said("after", { name: "x.csv", startMs: null }, other("before"))).toEqual([]);
  });
  it("or where its name speaks of the other run, and only of that", () => {
    expect(said("after", { name: "k15 before.csv", startMs: null }, null)[0]?.[0]).toBe("name-says-other");
    expect(said("after", { name: "BEFORE-2.csv", startMs: null }, null)).toHaveLength(1);
    expect(said("after", { name: "before and after.csv", startMs: null }, null)).toEqual([]);
    expect(said("after", { name: "beforehand.csv", startMs: null }, null)).toEqual([]);
    // its clock says enough
    expect(said("after", { name: "before.csv", startMs: 1 }, other("before")).map((d) => d[0])).toEqual([
      "swapped-logs",
    ]);
  });
  it("the same file is that before all else", () => {
    expect(said("after", { name: "before.csv", sha256: "aa", startMs: 1 }, other("before"))).toEqual([
      ["same-log", "This is the same log as the run before (first.csv)."],
    ]);
  });
});

describe("bytes without a mark", () => {
  /** Text in UTF-16 of which a share of the letters is ASCII, the rest Greek. */
  const utf16 = (share: number, big: boolean) => {
    const out = new Uint8Array(400);
    for (let i = 0; i < 200; i++) {
      const ascii = i % 100 < share * 100;
      const [low, high] = ascii ? [65, 0] : [0xb1, 3];
      out[2 * i + (big ? 1 : 0)] = low;
      out[2 * i + (big ? 0 : 1)] = high;
    }
    return out;
  };
  it("are UTF-16 where a zero stands in every second byte, by which of the two", () => {
    expect(detectEncoding(utf16(0.65, false)).encoding).toBe("utf-16le");
    expect(detectEncoding(utf16(0.65, true)).encoding).toBe("utf-16be");
    expect(detectEncoding(utf16(0.55, false)).encoding).not.toBe("utf-16le");
    expect(detectEncoding(utf16(0.55, true)).encoding).not.toBe("utf-16be");
  });
});

it("a line that is too long is told with how long one may be", () =>
  expect(logProblem.longLine(7, 1024 * 1024)).toMatchObject({
    line: 7,
    message: "A line is longer than 1024 kB: a sensor log has one line per reading.",
  }));

describe("impossible readings of a chip", () => {
  const chipAt = (values: readonly (number | string)[]) => {
    const rows = values.map((v, i) => `${i},${v},40`);
    const run = readLog(["Elapsed [s],CPU temperature [°C],CPU power [W]", ...rows].join("\n"));
    if (!run.ok) throw new Error(run.problem.message);
    const c = run.value.channels.find((x) => x.key === "cpu.temperature");
    return { read: Array.from(c?.values ?? [], (v) => (Number.isNaN(v) ? null : v)), warnings: run.value.warnings };
  };
  const base = Array.from({ length: 40 }, (_, i) => 20 + (i % 3));
  const withAt = (at: number, v: number) => base.map((b, i) => (i === at ? v : b));
  it("are zero, below it, and what sensors answer when they have none", () => {
    for (const dead of [0, -1, 125.5, 127, 255]) expect(chipAt(withAt(20, dead)).read[20], String(dead)).toBeNull();
    expect(chipAt(withAt(20, 1)).read[20]).toBe(1);
    expect(chipAt(withAt(20, 44)).read[20]).toBe(44);
  });
  it("a spike of one reading is none either, and the warning counts them with the line of the first", () => {
    const two = withAt(20, 90).map((b, i) => (i === 30 ? 0 : b));
    const { read, warnings } = chipAt(two);
    expect([read[19], read[20], read[21], read[30]]).toEqual([base[19], null, base[21], null]);
    expect(warnings).toEqual([
      { line: 22, message: "2 readings of CPU temperature [°C] cannot be true and count as gaps." },
    ]);
  });
});

describe("a table read quickly and cell by cell", () => {
  const reading = fc.integer({ min: 200, max: 999 });
  const cell = fc.option(reading, { nil: null, freq: 8 });
  const table = fc.record({
    // a log begins with its first reading
    rows: fc
      .tuple(
        fc.tuple(reading, reading, reading),
        fc.array(fc.tuple(cell, cell, cell), { minLength: 30, maxLength: 60 }),
      )
      .map(([first, rest]) => [first, ...rest]),
    separator: fc.constantFrom(",", ";", "\t"),
    end: fc.constantFrom("\n", "\r\n"),
    closed: fc.boolean(),
    short: fc.option(fc.integer({ min: 5, max: 25 }), { nil: null }),
  });
  /** The same readings, plain or with every temperature in quotes: those are never read by the quick way. */
  const text = (t: typeof table extends fc.Arbitrary<infer T> ? T : never, quoted: boolean) => {
    const head = ["Elapsed [s]", "CPU temperature [°C]", "CPU power [W]", "Fan 1 [rpm]"].join(t.separator);
    const lines = t.rows.map(([c, w, f], i) => {
      const temp = c === null ? "" : (c / 10).toFixed(1);
      const cells = [
        String(i),
        quoted ? `"${temp}"` : temp,
        w === null ? "" : String(w / 10),
        f === null ? "" : String(f),
      ];
      return (i === t.short ? cells.slice(0, 3) : cells).join(t.separator);
    });
    return [head, ...lines].join(t.end) + (t.closed ? t.end : "");
  };
  it("gives the same readings", () => {
    fc.assert(
      fc.property(table, (t) => {
        const [plain, slow] = [readLog(text(t, false)), readLog(text(t, true))];
        expect(plain.ok).toBe(slow.ok);
        if (!plain.ok || !slow.ok) return;
        expect(Array.from(plain.value.timeS)).toEqual(Array.from(slow.value.timeS));
        const channels = (r: typeof plain.value) => r.channels.map((c) => [c.key, c.unit, Array.from(c.values)]);
        expect(channels(plain.value)).toEqual(channels(slow.value));
        const power = plain.value.channels.find((c) => c.key === "cpu.power");
        const written = t.rows.map(([, w]) => (w === null ? NaN : Math.fround(w / 10)));
        if (power) expect(Array.from(power.values)).toEqual(written);
      }),
      { numRuns: 60 },
    );
  });
});
