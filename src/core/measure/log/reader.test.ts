import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  soundMachine,
  standardRecipe,
  type RigFormat,
} from "../../simulate";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { channelOf, headerKey, LogReader, readLog, readTable, summarise, withChoices } from "./index";

const short = { ...standardRecipe, idleS: 20, loadS: 60, coolS: 20 };
const log = simulate(wrenfell14, soundMachine, short, plainSensors, 0.5);
const plain = renderLog(log);

function runOf(text: string | Uint8Array) {
  const r = readLog(text);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
}
const values = (text: string | Uint8Array, key: string) => [...(channelOf(runOf(text), key)?.values ?? [])];

describe("a log reads the same however it is written", () => {
  const reference = values(plain, "cpu.temperature");
  const forms: [string, Partial<RigFormat>][] = [
    ["semicolons, decimal commas, byte-order mark", { separator: ";", decimalComma: true, byteOrderMark: true }],
    ["tabs and ISO times", { separator: "\t", time: "iso" }],
    ["clock times past midnight", { time: "clock", startOfDayS: 86400 - 30 }],
    ["epoch milliseconds and CRLF", { time: "epoch-ms", newline: "\r\n" }],
    ["degrees Fahrenheit and milliwatts", { fahrenheit: true, milliwatts: true }],
  ];
  for (const [name, form] of forms) {
    it(name, () => {
      const text = renderLog(log, { ...plainFormat, ...form });
      values(text, "cpu.temperature").forEach((v, i) => expect(v).toBeCloseTo(reference[i] ?? NaN, 1));
      values(text, "cpu.power").forEach((v, i) => expect(v).toBeCloseTo(values(plain, "cpu.power")[i] ?? NaN, 2));
      expect(summarise(runOf(text)).durationS).toBeCloseTo(100, 1);
    });
  }

  it("UTF-16 with and without a mark, and Windows-1252", () => {
    const le = new Uint8Array([...plain].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]));
    expect(values(le, "cpu.temperature")).toEqual(reference);
    expect(values(new Uint8Array([0xff, 0xfe, ...le]), "cpu.temperature")).toEqual(reference);
    const latin = new Uint8Array([...plain].map((c) => c.charCodeAt(0) & 255));
    expect(values(latin, "cpu.temperature")).toEqual(reference);
  });

  it("whatever the sizes of the chunks it arrives in", () => {
    const bytes = new TextEncoder().encode(plain.repeat(1));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 1, maxLength: 40 }), (sizes) => {
        const reader = new LogReader();
        for (let at = 0, i = 0; at < bytes.length; i++) {
          const size = sizes[i % sizes.length] ?? 1;
          reader.push(bytes.slice(at, at + size));
          at += size;
        }
        const table = reader.finish();
        expect(table.ok && table.value.rows).toBe(log.rows.length);
      }),
      { numRuns: 25 },
    );
  });

  it("whatever the order of its columns", () => {
    const lines = plain
      .trim()
      .split("\n")
      .map((l) => l.split(","));
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 6 }), (order) => {
        const text = lines.map((cells) => order.map((i) => cells[i]).join(",")).join("\n");
        expect(values(text, "cpu.temperature")).toEqual(reference);
      }),
      { numRuns: 20 },
    );
  });
});

describe("what a logger does wrong is dealt with and said", () => {
  const lines = plain.trim().split("\n");
  const insert = (at: number, ...rows: string[]) => [...lines.slice(0, at), ...rows, ...lines.slice(at)].join("\n");

  it("repeated headings, blank lines and a footer", () => {
    const run = runOf(insert(40, lines[0] ?? "", "") + "\n\nend of the log;;\n");
    expect(run.timeS.length).toBe(log.rows.length);
    expect(run.warnings.map((w) => w.message).join()).toMatch(/repeated heading/);
    expect(run.warnings[0]?.line).toBe(41);
  });

  it("notes above the headings and a line of units below them", () => {
    const text = [
      "Logger note",
      "made on a bench",
      "",
      "Time,CPU,CPU load,Fan",
      "[s],[°C],[%],[rpm]",
      ...Array.from({ length: 30 }, (_, i) => `${i},${40 + i},50,2000`),
    ].join("\n");
    const run = runOf(text);
    expect(run.channels.map((c) => c.key)).toEqual(["cpu.temperature", "cpu.load", "fan1.speed"]);
    expect(channelOf(run, "cpu.temperature")?.values[3]).toBe(43);
  });

  it("N/A, units inside the cells, quotes and thousands marks", () => {
    const text = [
      "Time [s],CPU temperature,Fan speed",
      ...Array.from({ length: 20 }, (_, i) =>
        i === 5 ? `${i},N/A,"2,150 RPM"` : `${i},"${50 + i} °C","2,1${10 + i} RPM"`,
      ),
    ].join("\n");
    const run = runOf(text);
    expect(Number.isNaN(channelOf(run, "cpu.temperature")?.values[5])).toBe(true);
    expect(channelOf(run, "cpu.temperature")?.values[6]).toBe(56);
    expect(channelOf(run, "fan1.speed")?.values[7]).toBe(2117);
  });

  it("time that stands twice or runs backwards", () => {
    const twice = runOf(insert(50, lines[49] ?? ""));
    expect(twice.timeS.length).toBe(log.rows.length);
    const swapped = [...lines];
    [swapped[60], swapped[61]] = [swapped[61] ?? "", swapped[60] ?? ""];
    const run = runOf(swapped.join("\n"));
    for (let i = 1; i < run.timeS.length; i++) expect(run.timeS[i] ?? 0).toBeGreaterThan(run.timeS[i - 1] ?? 0);
    expect(run.warnings.some((w) => /backwards/.test(w.message))).toBe(true);
  });

  it("gaps are counted with their length", () => {
    const run = runOf([...lines.slice(0, 30), ...lines.slice(44)].join("\n"));
    expect(run.gaps).toHaveLength(1);
    expect(run.gaps[0]?.lengthS).toBeCloseTo(15, 0);
  });

  it("a sensor that answers 0 or 255 now and then", () => {
    const text = lines
      .map((l, i) => (i === 30 || i === 70 ? l.replace(/^([^,]*),[^,]*/, i === 30 ? "$1,0" : "$1,255") : l))
      .join("\n");
    const v = values(text, "cpu.temperature");
    expect(v.filter((x) => Number.isNaN(x))).toHaveLength(2);
  });

  it("a last line cut short is left out", () => {
    const run = runOf(plain.slice(0, plain.length - 14));
    expect(run.timeS.length).toBe(log.rows.length - 1);
    expect(run.warnings.some((w) => /cut off/.test(w.message))).toBe(true);
  });
});

describe("tables of other shapes", () => {
  it("a date and a clock in two columns, day first, past midnight", () => {
    const rows = Array.from({ length: 40 }, (_, i) =>
      [
        i < 20 ? "04.03.2031" : "05.03.2031",
        i < 20 ? `23:59:${40 + i}` : `00:00:${String(i - 20).padStart(2, "0")}`,
        (50.5 + i).toFixed(1).replace(".", ","),
        2000 + i,
      ].join(";"),
    );
    const run = runOf(["Datum;Uhrzeit;CPU-Temperatur [°C];Lüfter [U/min]", ...rows].join("\r\n"));
    expect(run.timeS.length).toBe(40);
    expect(run.timeS[39]).toBe(39);
    expect(channelOf(run, "cpu.temperature")?.values[10]).toBeCloseTo(60.5, 5);
  });
  it("12-hour clocks with the date before them", () => {
    const run = runOf(
      ["Timestamp,CPU Temp (C)", ...Array.from({ length: 30 }, (_, i) => `3/4/2031 12:59:${30 + i} PM,${40 + i}`)].join(
        "\n",
      ),
    );
    expect(run.stepS).toBe(1);
  });
  it("a hundred and twenty columns, of which a few are wanted", () => {
    const extra = Array.from({ length: 114 }, (_, i) => `VIN${i} [V]`);
    const text =
      [
        "Time [s]",
        ...extra.slice(0, 60),
        "CPU temperature [°C]",
        "CPU power [W]",
        ...extra.slice(60),
        "Fan [RPM]",
      ].join(",") +
      "\n" +
      Array.from({ length: 50 }, (_, i) =>
        [
          i,
          ...extra.slice(0, 60).map(() => "1.05"),
          60 + (i % 5),
          "31.50",
          ...extra.slice(60).map(() => "12.1"),
          3100,
        ].join(","),
      ).join("\n");
    const run = runOf(text);
    expect(run.channels.map((c) => c.key)).toEqual(["cpu.temperature", "cpu.power", "fan1.speed"]);
    expect(channelOf(run, "fan1.speed")?.values[49]).toBe(3100);
  });
  it("jittered steps of half a second, and one of ten", () => {
    for (const stepS of [0.5, 10]) {
      const run = runOf(
        renderLog(simulate(wrenfell14, soundMachine, { ...short, loadS: 200 }, { ...plainSensors, stepS }, 0.4)),
      );
      expect(run.stepS).toBeCloseTo(stepS, 2);
    }
  });
});

describe("several cores", () => {
  it("cpu.temperature is the hottest core of each moment", () => {
    const run = runOf(renderLog(simulate(tessalyK15, soundMachine, short, plainSensors, 0.3)));
    const cores = run.channels.filter((c) => /^cpu\.core\d/.test(c.key));
    expect(cores).toHaveLength(8);
    const hottest = channelOf(run, "cpu.temperature")?.values ?? [];
    hottest.forEach((v, i) => expect(v).toBe(Math.max(...cores.map((c) => c.values[i] ?? -1))));
  });
});

describe("a bad file is refused with place, reason and what to do", () => {
  const codeOf = (bytes: string | Uint8Array) => {
    const r = readLog(bytes);
    return r.ok ? "ok" : r.problem.code;
  };
  it("names what it is", () => {
    expect(codeOf("")).toBe("log-empty");
    expect(codeOf("  \n \n")).toBe("log-empty");
    expect(codeOf(new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 0, 0]))).toBe("log-not-text");
    expect(codeOf("a line\nanother line\nand one more\n")).toBe("log-no-table");
    expect(codeOf("1,2,3\n4,5,6\n7,8,9\n1,2,3\n")).toBe("log-no-header");
    expect(codeOf("CPU temperature [°C],CPU power [W]\n" + "50,20\n".repeat(20))).toBe("log-no-time");
    expect(codeOf("Time [s],Fan [rpm]\n" + Array.from({ length: 20 }, (_, i) => `${i},2000`).join("\n"))).toBe(
      "log-no-temperature",
    );
    expect(codeOf("Time [s],CPU temperature [°C]\n0,40\n1,41\n")).toBe("log-too-few-rows");
    expect(codeOf("Time [s],CPU temperature [°C]\n" + "5,40\n".repeat(30))).toMatch(
      /log-(too-few-rows|no-time-passes)/,
    );
  });
  it("never throws, whatever comes", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 600 }), (bytes) => void readLog(bytes)),
      { numRuns: 200 },
    );
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom(",", ";", "\n", "1", "2", ".", '"', "a", "°", ":", "-", " ") }), {
          maxLength: 60,
        }),
        (parts) => void readLog(parts.join("")),
      ),
      { numRuns: 200 },
    );
  });
});

describe("choices of the technician", () => {
  const text = [
    "Time [s],CPU temperature,temp2,Fan",
    ...Array.from({ length: 40 }, (_, i) => `${i},${40 + (i % 7)},${30 + i / 10},2000`),
  ].join("\n");
  it("an unsure column is asked about, and taken as told", () => {
    const table = readTable(text);
    if (!table.ok) throw new Error(table.problem.message);
    expect(table.value.columns.find((c) => c.heading === "temp2")).toMatchObject({ role: "none", sure: false });
    const told = withChoices(table.value, { temp2: { role: "drive.temperature" } });
    expect(told?.columns.find((c) => c.heading === "temp2")).toMatchObject({
      role: "drive.temperature",
      sure: true,
      why: "told",
    });
  });
  it("is remembered for the same header and no other", () => {
    const key = headerKey(["Time [s]", "CPU temperature", "temp2", "Fan"]);
    const roleOf = (t: string) => {
      const r = readTable(t, { remembered: { [key]: { temp2: { role: "drive.temperature" } } } });
      return r.ok ? r.value.columns.find((c) => c.heading === "temp2")?.role : r.problem.code;
    };
    expect(roleOf(text)).toBe("drive.temperature");
    expect(roleOf(text.replace("Fan", "Fan 1"))).toBe("none");
  });
});
