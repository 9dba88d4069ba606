import { execFile } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  soundMachine,
  standardRecipe,
  withFaults,
} from "../core/simulate";
import { drawingColours } from "../core/drawing/draw";
import { layoutJson, layoutSvg } from "../core/drawing/codec";
import { tessalyK15Layout } from "../samples/layouts";
import { wrenfell14 } from "../samples/rigs";

let folder: string;
const file = (name: string) => join(folder, name);

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-cli-"));
  writeFileSync(
    file("before.csv"),
    renderLog(simulate(wrenfell14, withFaults({ clog: 2.4 }), standardRecipe, plainSensors, 0.1)),
  );
  writeFileSync(
    file("after.csv"),
    renderLog(simulate(wrenfell14, soundMachine, standardRecipe, plainSensors, 0.2), {
      ...plainFormat,
      separator: ";",
      decimalComma: true,
    }),
  );
  writeFileSync(file("bad.csv"), "not a log\nat all\n");
});
afterAll(() => rmSync(folder, { recursive: true }));

function ran(file: string, args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    execFile(file, args, (e, out, err) => resolve({ code: e ? Number(e.code) : 0, out, err }));
  });
}

const ovrant = (...args: string[]) => ran(process.execPath, ["bin/ovrant.mjs", ...args]);

describe("npm run ovrant", () => {
  it("is the command: what is asked goes through, and so does how it ended", async () => {
    const { code, err } = await ran("npm", ["run", "--silent", "ovrant", "--", "plan", file("bad.csv")]);
    expect(code).toBe(2);
    expect(err).toContain("bad.csv");
  });
});

describe("ovrant judge", () => {
  it("prints the verdict as JSON and ends with 0", async () => {
    const { code, out } = await ovrant(
      "judge",
      "--before",
      file("before.csv"),
      "--after",
      file("after.csv"),
      "--room-before",
      "22",
      "--room-after",
      "22",
      "--limit",
      "95",
      "--json",
    );
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      version: 1,
      verdict: "improved",
      matched: { roomC: 25 },
      chips: [
        {
          chip: "cpu",
          paths: [
            { path: "contact", finding: "same" },
            { path: "airflow", finding: "better" },
          ],
        },
      ],
    });
  });
  it("any verdict is 0, unusable input is 2 with a message that says where and what to do", async () => {
    const pair = ["--before", file("before.csv"), "--after", file("after.csv")];
    const [roomless, bad, nowhere, warm, bare] = await Promise.all([
      ovrant("judge", ...pair, "--json"),
      ovrant("judge", "--before", file("bad.csv"), "--after", file("after.csv"), "--json"),
      ovrant("judge", "--before", "nowhere.csv", "--after", file("after.csv")),
      ovrant("judge", ...pair, "--room-before", "warm"),
      ovrant("judge"),
    ]);
    expect(roomless.code).toBe(0);
    expect(JSON.parse(roomless.out)).toMatchObject({ verdict: "not-comparable" });
    expect(bad.code).toBe(2);
    expect(bad.out).toBe("");
    expect(bad.err).toMatch(/bad\.csv: line 1: No table/);
    expect(nowhere.err).toMatch(/no such file/);
    expect(warm.err).toMatch(/--room-before/);
    expect(bare.code).toBe(2);
  });
});

describe("what the command is told", () => {
  const told = (...columns: string[]) => columns.flatMap((c) => ["--column", c]);

  it("a column by its heading, with its unit, as often as needed", async () => {
    writeFileSync(
      file("told.csv"),
      [
        "Time [s],Probe,Pkg",
        ...Array.from({ length: 60 }, (_, i) => `${i},${i < 20 ? 104 : 158},${i < 20 ? 6 : 42}`),
      ].join("\n"),
    );
    const { out } = await ovrant(
      "read",
      file("told.csv"),
      ...told("Probe=cpu.temperature:°F", "Pkg=cpu.power:W"),
      "--json",
    );
    const { series } = JSON.parse(out) as { series: { key: string; min: number; max: number }[] };
    expect(series.map((s) => [s.key, Math.round(s.min), Math.round(s.max)])).toEqual([
      ["cpu.temperature", 40, 70],
      ["cpu.power", 6, 42],
    ]);
  });

  it("is refused with what it may be", async () => {
    const [quantity, unit, form] = await Promise.all([
      ovrant("read", file("after.csv"), ...told("Pkg=cpu.colour")),
      ovrant("read", file("after.csv"), ...told("Pkg=cpu.power:furlong")),
      ovrant("judge", "--before", file("before.csv"), "--after", file("after.csv"), ...told("Pkg")),
    ]);
    expect(quantity.err).toMatch(/Quantities: cpu\.temperature/);
    expect(unit.err).toMatch(/"furlong" is no unit/);
    expect(form.err).toMatch(/Heading=quantity/);
    expect([quantity.code, unit.code, form.code]).toEqual([2, 2, 2]);
  });

  it("a room with its start and its end", async () => {
    const pair = ["--before", file("before.csv"), "--after", file("after.csv"), "--room-after", "22"];
    const [drifted, tooMany, comma] = await Promise.all([
      ovrant("judge", ...pair, "--room-before", "21.8,22.4", "--json"),
      ovrant("judge", ...pair, "--room-before", "21,22.5,23", "--json"),
      ovrant("judge", ...pair, "--room-before", "22,1", "--json"),
    ]);
    expect(JSON.parse(drifted.out)).toMatchObject({ verdict: "improved" });
    expect(tooMany.err).toMatch(/more than a start and an end/);
    expect(JSON.parse(comma.out)).toMatchObject({ verdict: "improved" });
  });

  it("is asked for where the guess would decide, and only then", async () => {
    const [head = "", ...rows] = renderLog(simulate(wrenfell14, soundMachine, standardRecipe, plainSensors, 0.2)).split(
      "\n",
    );
    const beside = (name: string, value: number) =>
      [`${head},${name}`, ...rows.filter(Boolean).map((r) => `${r},${value}`)].join("\n");
    // a nameless 22 may be the room that is missing; a room of 72 can only be °F
    writeFileSync(file("nameless.csv"), beside("temp9", 22));
    writeFileSync(file("ambient.csv"), beside("Ambient", 72));
    const before = ["--before", file("before.csv"), "--room-before", "22", "--json"];
    const [asked, settled, ambient] = await Promise.all([
      ovrant("judge", ...before, "--after", file("nameless.csv")),
      ovrant("judge", ...before, "--after", file("nameless.csv"), ...told("temp9=room.temperature")),
      ovrant("judge", ...before, "--after", file("ambient.csv")),
    ]);
    expect(asked.code).toBe(2);
    expect(asked.err).toContain('--column "temp9=room.temperature"');
    expect(JSON.parse(settled.out)).toMatchObject({ verdict: "improved" });
    expect(ambient.code).toBe(0);
    const { verdict, quality } = JSON.parse(ambient.out) as {
      verdict: string;
      quality: { after: { warnings: string[] } };
    };
    expect(verdict).toBe("improved");
    expect(quality.after.warnings.join()).toContain('"Ambient" names no unit');
  });

  it("help is no error, what no object should know is no command", async () => {
    const [help, odd] = await Promise.all([ovrant("--help"), ovrant("constructor")]);
    expect(help.code).toBe(0);
    expect(help.out).toContain("ovrant judge");
    expect(odd.code).toBe(2);
    expect(odd.err).toContain("usage:");
  });
});

describe("ovrant read", () => {
  it("prints rows, step and series as JSON", async () => {
    const { out } = await ovrant("read", file("after.csv"), "--json");
    const s = JSON.parse(out) as {
      rows: number;
      stepS: number;
      series: { key: string; unit: string; min: number; mean: number; max: number }[];
      warnings: unknown[];
    };
    expect(s).toMatchObject({ rows: 1201, durationS: 1200, stepS: 1, warnings: [] });
    expect(s.series.map((x) => x.key)).toEqual(["cpu.temperature", "cpu.load", "cpu.clock", "cpu.power", "fan1.speed"]);
    for (const x of s.series) expect(x.min <= x.mean && x.mean <= x.max).toBe(true);
  });
});

describe("ovrant map", () => {
  it("prints sentence, paths, counts and checks of a JSON or SVG drawing", async () => {
    const k15 = tessalyK15Layout();
    writeFileSync(file("k15.json"), layoutJson(k15));
    writeFileSync(
      file("k15.svg"),
      layoutSvg({ ...k15, parts: k15.parts.filter((p) => p.tag !== "F1") }, drawingColours),
    );
    const [json, words] = await Promise.all([
      ovrant("map", file("k15.json"), "--json"),
      ovrant("map", file("k15.svg")),
    ]);
    expect(json.code).toBe(0);
    const printed = JSON.parse(json.out) as {
      sentence: string;
      paths: { chip: string; reachesAir: boolean }[];
      checks: unknown[];
      counts: { parts: { kind: string; count: number }[] };
    };
    expect(printed).toMatchObject({
      version: 1,
      sentence:
        "2 blowers, 4 pipes: 2 shared by both chips, 1 for the graphics chip, 1 for the regulators; 3 fin stacks.",
      checks: [],
    });
    expect(printed.paths.filter((p) => p.reachesAir && p.chip === "Processor").length).toBeGreaterThan(1);
    expect(printed.counts.parts).toContainEqual({ kind: "pipe", count: 4 });
    expect(words.code).toBe(0);
    expect(words.out).toMatch(/2 fin stacks\.[\s\S]*Processor: .* > air[\s\S]*! /);
  });
  it("says what is wrong with a file and ends with 2", async () => {
    writeFileSync(file("wrong.json"), '{"version":1,"model":"x","base":{"widthMm":9,"depthMm":200},"parts":[]}');
    writeFileSync(file("foreign.svg"), '<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/></svg>');
    const [wrong, foreign, none] = await Promise.all([
      ovrant("map", file("wrong.json")),
      ovrant("map", file("foreign.svg")),
      ovrant("map", "nowhere.json"),
    ]);
    expect([wrong.code, foreign.code, none.code]).toEqual([2, 2, 2]);
    expect(wrong.err).toContain("base.widthMm must be a number from 50 to 1000");
    expect(foreign.err).toContain("holds no layout");
    expect(none.err).toContain("no such file");
  });
});

describe("ovrant tighten", () => {
  const screws = [
    [-20, -16],
    [20, -16],
    [20, 16],
    [-20, 16],
  ].map(([xMm, yMm], i) => ({ id: "abcd"[i], xMm, yMm, stamp: String(i + 1) }));
  const chips = [{ id: "cpu", xMm: 0, yMm: 0, widthMm: 20, heightMm: 12 }];
  it("prints the best order as JSON, beside the stamped one", async () => {
    writeFileSync(file("plate.json"), JSON.stringify({ screws, chips, fractions: [0.2, 0.5, 1] }));
    const [json, words] = await Promise.all([
      ovrant("tighten", file("plate.json"), "--json"),
      ovrant("tighten", file("plate.json")),
    ]);
    expect(json.code).toBe(0);
    const plan = JSON.parse(json.out) as {
      order: string[];
      fractions: number[];
      steps: { round: number; screw: string; lean: number }[];
      worstLean: number;
      totalLean: number;
      stamped: { order: string[]; totalLean: number };
    };
    expect(plan.fractions).toEqual([0.2, 0.5, 1]);
    expect(plan.steps.length).toBe(12);
    expect(plan.stamped.order).toEqual(["a", "b", "c", "d"]);
    expect(plan.totalLean).toBeLessThan(plan.stamped.totalLean);
    expect(words.out).toMatch(/^Order: a c/);
  });
  it("ends with 2 for a file it cannot plan", async () => {
    writeFileSync(file("none.json"), JSON.stringify({ screws: [], chips }));
    const { code, err } = await ovrant("tighten", file("none.json"));
    expect([code, err]).toEqual([2, expect.stringContaining("1 to 16 screws")]);
  });
});

describe("ovrant plan", () => {
  const day = {
    rigs: 1,
    breaks: [{ fromMin: 30, toMin: 40 }],
    jobs: [
      { id: "A", dueMin: 60, tasks: [{ id: "run", kind: "run", minutes: 20, handsMin: 5 }] },
      { id: "B", dueMin: 20, weight: 2, tasks: [{ id: "work", kind: "hands", minutes: 18 }] },
    ],
  };
  it("gives the least late day as JSON, or in words, and refuses a wrong file with its place", async () => {
    writeFileSync(file("day.json"), JSON.stringify(day));
    writeFileSync(file("odd.json"), JSON.stringify({ ...day, rigs: "two" }));
    const [json, told, odd] = await Promise.all([
      ovrant("plan", file("day.json"), "--json"),
      ovrant("plan", file("day.json")),
      ovrant("plan", file("odd.json")),
    ]);
    expect(JSON.parse(json.out)).toEqual({
      tasks: [
        { job: "A", task: "run", start: 18, end: 38 },
        { job: "B", task: "work", start: 0, end: 18 },
      ],
      late: 0,
      endMin: 38,
      bound: 0,
      exact: true,
    });
    expect(told.out).toContain("All done at  0:38, none late. No order is better: proven.");
    expect([odd.code, odd.err]).toEqual([2, expect.stringContaining("rigs must be a whole number from 0 to 50")]);
  });
});

describe("ovrant pads", () => {
  const sheets = [
    { id: "new", widthMm: 100, heightMm: 50, thicknessMm: 1 },
    { id: "old", widthMm: 40, heightMm: 24, thicknessMm: 1, offcut: true },
  ];
  const pieces = [1, 2, 3].map((i) => ({ id: `P${i}`, widthMm: 14, heightMm: 11, thicknessMm: 1 }));
  it("prints placements as JSON, off-cuts first, and what does not fit", async () => {
    writeFileSync(
      file("cut.json"),
      JSON.stringify({ sheets, pieces: [...pieces, { id: "P9", widthMm: 10, heightMm: 10, thicknessMm: 2 }] }),
    );
    const [json, words] = await Promise.all([
      ovrant("pads", file("cut.json"), "--json"),
      ovrant("pads", file("cut.json")),
    ]);
    expect(json.code).toBe(0);
    const plan = JSON.parse(json.out) as {
      placed: { piece: string; sheet: string; xMm: number; yMm: number; turned: boolean }[];
      unplaced: string[];
      usedShare: number;
    };
    expect(plan.placed.map((p) => p.sheet)).toEqual(["old", "old", "old"]);
    expect(plan.unplaced).toEqual(["P9"]);
    expect(plan.usedShare).toBeCloseTo((3 * 14 * 11) / (40 * 24), 9);
    expect(words.out).toMatch(/P9 +does not fit[\s\S]*knife lines, 48\s%/);
  });
  it("ends with 2 for a file that is wrong, with its place", async () => {
    writeFileSync(
      file("cut2.json"),
      JSON.stringify({ sheets, pieces: [{ id: "P1", widthMm: -4, heightMm: 11, thicknessMm: 1 }] }),
    );
    const { code, err } = await ovrant("pads", file("cut2.json"));
    expect([code, err]).toEqual([2, expect.stringContaining("pieces[0].widthMm must be a number above 0")]);
  });
});
