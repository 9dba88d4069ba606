import { describe, expect, it } from "vitest";
import { runOf } from "../../../testing/series";
import { findPhases, isRole, readLog, readTable } from "./index";

const table = (text: string) => {
  const r = readTable(text);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const run = (text: string) => {
  const r = readLog(text);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const code = (bytes: string | Uint8Array) => {
  const r = readLog(bytes);
  return r.ok ? "" : r.problem.code;
};
/** Rows of seconds and a chip's temperature. */
const seconds = (n: number, C: (t: number) => number | string = () => 50, heading = "CPU [°C]") =>
  [`Time [s],${heading}`, ...Array.from({ length: n }, (_, t) => `${t},${C(t)}`)].join("\n");
const values = (text: string, key = "cpu.temperature") => [
  ...(run(text).channels.find((c) => c.key === key)?.values ?? []),
];
const roles = (text: string) => table(text).columns.map((c) => c.role);
const rows = (heading: string, row: (t: number) => string, n = 40) =>
  [heading, ...Array.from({ length: n }, (_, t) => row(t))].join("\n");

describe("what a log must hold", () => {
  it("is ten readings that can be used, no fewer", () => {
    expect(code(seconds(10))).toBe("");
    const few = readLog(seconds(9));
    expect(few.ok ? "" : few.problem.message).toBe("Only 9 usable rows of readings.");
  });
  it("is more than nothing, and more than blanks", () => {
    expect(code(new Uint8Array(0))).toBe("log-empty");
    expect(code("  \n \r\n\t\n")).toBe("log-empty");
    expect(code("\ufeff")).toBe("log-empty");
  });
  it("is a role by name, not anything else", () => {
    expect(["cpu.power", "gpu.core3.temperature", "none"].map(isRole).at(0)).toBe(true);
    for (const no of ["cpu.colour", "", 5, null, undefined, {}]) expect(isRole(no)).toBe(false);
  });
});

describe("a second time, and a date", () => {
  it("beside seconds are left out, and say what they are", () => {
    const day = (t: number) => `2031-03-04,${t},${t + 100},50`;
    const columns = table(rows("Date,Time [s],Elapsed [s],CPU [°C]", day)).columns;
    expect(columns.map((c) => c.role)).toEqual(["none", "time", "none", "cpu.temperature"]);
    expect(columns.map((c) => c.note).filter((_, i) => i === 0 || i === 2)).toEqual(["the date", "a second time"]);
  });
  it("of a clock the date is kept: midnight has one", () => {
    const at = (t: number) => `2031-03-04,12:00:${String(t).padStart(2, "0")},50`;
    expect(roles(rows("Date,Time,CPU [°C]", at))).toEqual(["date", "time", "cpu.temperature"]);
  });
});

describe("of several columns for one channel", () => {
  it("the effective clock of the whole chip comes before its plain one, wherever it stands", () => {
    const taken = (heading: string) =>
      table(rows(heading, (t) => `${t},50,3000,2800`)).columns.findIndex((c) => c.role === "cpu.clock");
    expect(taken("Time [s],CPU [°C],CPU Clock [MHz],CPU Effective Clock [MHz]")).toBe(3);
    expect(taken("Time [s],CPU [°C],CPU Effective Clock [MHz],CPU Clock [MHz]")).toBe(2);
  });
});

describe("readings that are none", () => {
  const marked = (C: (t: number) => number) => values(seconds(60, C)).flatMap((v, i) => (Number.isNaN(v) ? [i] : []));
  it("a spike of one reading is none, where both its neighbours are far from it and near each other", () => {
    expect(marked((t) => (t === 30 ? 90 : 50))).toEqual([30]);
    expect(marked((t) => (t === 30 ? 74 : 50))).toEqual([]);
    // a step is no spike
    expect(marked((t) => (t >= 30 ? 90 : 50))).toEqual([]);
    expect(marked((t) => (t < 30 ? 40 : t === 30 ? 80 : 53))).toEqual([]);
  });
  it("a zero beside a warm reading is none, on either side of it", () => {
    expect(marked((t) => (t < 3 ? 0 : 50))).toEqual([0, 1, 2]);
    expect(marked((t) => (t > 56 ? 0 : 50))).toEqual([57, 58, 59]);
    expect(marked((t) => (t === 20 || t === 21 ? 0 : 50))).toEqual([20, 21]);
  });
  it("a cell that is no number is told, with how many where there are more", () => {
    const warned = (bad: number[]) =>
      run(seconds(60, (t) => (bad.includes(t) ? "x17" : 50))).warnings.map((w) => w.message);
    expect(warned([20])).toEqual([
      expect.stringMatching(/^"x17" in column CPU \[°C\] is no number; counted as a gap\.$/),
    ]);
    expect(warned([20, 30])).toEqual([
      expect.stringMatching(/^"x17" in column CPU \[°C\] is no number \(2 such cells\); counted as a gap\.$/),
    ]);
  });
});

describe("a log longer than its head foretold", () => {
  it("is read whole, plain or quoted", () => {
    // wide rows first, then narrow ones: there are far more rows than the size of the first ones says
    for (const quote of ["", '"']) {
      const wide = Array.from({ length: 2000 }, (_, t) => `${t},${quote}50${quote},${"0".repeat(120)}1`);
      const narrow = Array.from({ length: 60_000 }, (_, t) => `${2000 + t},${quote}60${quote},1`);
      const all = values(["Time [s],CPU [°C],Counter", ...wide, ...narrow].join("\n"));
      expect(all).toHaveLength(62_000);
      expect([all[0], all[1999], all[2000], all[61_999]]).toEqual([50, 50, 60, 60]);
    }
  });
});

describe("a load told by temperature alone", () => {
  const climb = (K: number) =>
    findPhases(runOf({ "cpu.temperature": (t) => (t < 100 ? 40 : Math.min(40 + K, 40 + (K / 6) * (t - 99))) }, 600));
  it("is on where it climbs by more than 5 K in 6 s, and not where it climbs by less", () => {
    expect(climb(5.5)?.loadOnS).toBeCloseTo(100, -0.5);
    expect(climb(4.5)?.onBy).not.toBe("at the steepest climb");
    expect(climb(5.5)?.onBy).toBe("at the steepest climb");
  });
});
