import { judgedInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import { calderNook13, tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { rigRun, rigTruth } from "../../../testing/rigRuns";
import type { RigFaults, RigFormat, RigMachine, RigRecipe, RigSensors } from "../../simulate";
import { fanSpeedsOf, goodRunsOf } from "./index";
import { evidenceOf, matchedWords, plainText, verdictJson, type Verdict } from "../says";
import { settingDifferences, type JudgeRun, type RunConditions } from "../pair";

interface Case {
  machine?: RigMachine;
  before?: Partial<RigFaults>;
  after?: Partial<RigFaults>;
  recipeBefore?: Partial<RigRecipe>;
  recipeAfter?: Partial<RigRecipe>;
  sensors?: Partial<RigSensors>;
  format?: Partial<RigFormat>;
  room?: boolean;
}

function judged(c: Case) {
  const machine = c.machine ?? wrenfell14;
  const both = {
    machine,
    ...(c.sensors ? { sensors: c.sensors } : {}),
    ...(c.format ? { format: c.format } : {}),
    ...(c.room === false ? { room: null } : {}),
  };
  const before = { ...both, faults: c.before ?? {}, recipe: c.recipeBefore ?? {} };
  const after = { ...both, faults: c.after ?? {}, recipe: c.recipeAfter ?? {} };
  const inputs = [rigRun(before, 0.11), rigRun(after, 0.77)] as const;
  return {
    verdict: judgedInWords(...inputs, { limitC: machine.limitC }),
    truth: rigTruth(before, after),
    inputs,
  };
}

const path = (v: Verdict, name: "contact" | "airflow", chip = 0) => v.chips[chip]?.paths.find((p) => p.path === name);
const codes = (v: Verdict) => v.reasons.map((r) => r.code);

describe("the judge against the rig, whose physics is not the fitted model's", () => {
  const cases: [string, Case, Verdict["verdict"], string, string][] = [
    ["dust cleared", { before: { clog: 2.4 } }, "improved", "same", "better"],
    ["new paste", { before: { contact: { cpu: 2.2 } } }, "improved", "better", "same"],
    ["both", { before: { clog: 2, contact: { cpu: 1.9 } } }, "improved", "better", "better"],
    ["contact made worse", { after: { contact: { cpu: 2.2 } } }, "worse", "worse", "same"],
    [
      "dust cleared, contact made worse",
      { before: { clog: 3 }, after: { contact: { cpu: 1.6 } } },
      "improved",
      "worse",
      "better",
    ],
    [
      "nothing, in a cooler room",
      { recipeBefore: { roomC: 27 }, recipeAfter: { roomC: 15 } },
      "unchanged",
      "same",
      "same",
    ],
    [
      "throttled before",
      { before: { clog: 3.6, contact: { cpu: 1.8 } }, recipeBefore: { roomC: 30 } },
      "improved",
      "better",
      "better",
    ],
    [
      "sampled every 2 s, whole watts",
      { before: { clog: 2.4 }, sensors: { stepS: 2, powerStepW: 1 } },
      "improved",
      "same",
      "better",
    ],
  ];
  it.each(cases)("%s", (_, c, word, contact, airflow) => {
    const { verdict, truth } = judged(c);
    expect(verdict.verdict).toBe(word);
    expect(path(verdict, "contact")?.finding).toBe(contact);
    expect(path(verdict, "airflow")?.finding).toBe(airflow);
    expect(Math.abs((verdict.chips[0]?.change?.K ?? 99) - (truth.chips[0]?.changeK ?? 0))).toBeLessThan(2.5);
  });

  it("two chips on shared pipes: paste on one only", () => {
    const { verdict } = judged({ machine: { ...tessalyK15, cores: 1 }, before: { contact: { gpu: 3.2 } } });
    expect(verdict.verdict).toBe("improved");
    expect(path(verdict, "contact", 0)?.finding).toBe("same");
    expect(path(verdict, "contact", 1)?.finding).toBe("better");
    expect(verdict.lead).toBe("gpu");
  });

  it("fanless", () => {
    const { verdict } = judged({
      machine: { ...calderNook13, cores: 1 },
      before: { contact: { cpu: 3 } },
      recipeBefore: { loadS: 1800 },
      recipeAfter: { loadS: 1800 },
    });
    expect(verdict.verdict).toBe("improved");
    expect(path(verdict, "contact")?.finding).toBe("better");
  });

  it("a fan left unplugged is the reason itself", () => {
    const { verdict } = judged({ after: { fanStopped: true } });
    expect(verdict.verdict).toBe("worse");
    expect(codes(verdict)).toContain("fan-stopped");
    expect(verdict.next[0]?.code).toBe("plug-fan");
  });

  it("a weak fan is not scaled away", () => {
    const { verdict } = judged({ after: { fanReach: 0.4 } });
    expect(verdict.verdict).toBe("worse");
    expect(codes(verdict)).toContain("fan-weak");
    expect(plainText(verdict.summary)).not.toContain("fan speed");
  });

  it("a fan that was mended is told at its own speed in each run, and never as at one", () => {
    const { verdict } = judged({ before: { fanReach: 0.5 }, after: {} });
    const { before, after, differ, run } = fanSpeedsOf(verdict);
    expect([verdict.verdict, differ, run]).toEqual(["improved", "weak", "before"]);
    expect((after ?? 0) / (before ?? 1)).toBeGreaterThan(1.6);
    const said = plainText(verdict.summary);
    expect(said).toMatch(/^At the same power and room .* Fan repaired: at its own speed now, [\d,]+ instead of /);
    expect(matchedWords(verdict, verdict.chips[0])).toMatch(/fans at [\d,]+ and [\d,]+\s?rpm/);
    expect(
      evidenceOf(verdict)
        .map((e) => e.text)
        .join(" "),
    ).not.toMatch(/Quieter|Louder/);
    expect(goodRunsOf("LR-1", verdict)[0]?.fanRpm).toBe(after);
  });
});

describe("what cannot be compared says why and what to do", () => {
  it("no room temperature: contact can still be said", () => {
    const { verdict } = judged({ before: { contact: { cpu: 2.2 } }, room: false });
    expect(verdict.witnesses?.find((w) => w.of === "room")?.finding).toBe("cut");
    expect(verdict.verdict).toBe("not-comparable");
    expect(codes(verdict)).toContain("no-room-temperature");
    expect(path(verdict, "contact")?.finding).toBe("better");
    expect(path(verdict, "airflow")?.finding).toBe("unknown");
    expect(verdict.chips[0]?.change).toBeNull();
    expect(verdict.next.map((n) => n.code)).toContain("read-room");
  });
  it("a load too short", () => {
    const { verdict } = judged({ before: { clog: 2 }, recipeAfter: { loadS: 70 } });
    expect(verdict.verdict).toBe("not-comparable");
    expect(codes(verdict)).toContain("load-too-short");
    expect(verdict.enoughS).toBeGreaterThan(70);
  });
  it("another load with no power logged, but not with power", () => {
    const other = (cpu: number) => ({ before: { clog: 2 }, recipeAfter: { effort: { cpu } } });
    expect(codes(judged({ ...other(0.5), format: { omit: ["cpu.power"] } }).verdict)).toContain("loads-differ");
    expect(judged(other(0.75)).verdict.verdict).toBe("improved");
  });
  it("a power that was never reached: no height is drawn out to it", () => {
    const { verdict } = judged({ before: { clog: 2 }, recipeAfter: { effort: { cpu: 0.5 } } });
    expect(verdict.verdict).toBe("not-comparable");
    expect(codes(verdict)).toContain("chip-not-loaded");
  });
  it("no load at all", () => {
    const { verdict } = judged({ recipeAfter: { loadS: 0, idleS: 400 } });
    expect(codes(verdict)).toEqual(["no-load"]);
  });
  it("a sensor that is stuck", () => {
    const { inputs } = judged({});
    const stuck = {
      ...inputs[1],
      run: {
        ...inputs[1].run,
        channels: inputs[1].run.channels.map((c) =>
          c.key === "cpu.temperature" ? { ...c, values: c.values.map(() => 44) } : c,
        ),
      },
    };
    const v = judgedInWords(inputs[0], stuck);
    expect(v.verdict).toBe("not-comparable");
    expect(codes(v)).toContain("sensor-stuck");
  });
});

describe("without power in the log", () => {
  it("equal work is told from load and clock, and said", () => {
    const { verdict } = judged({ before: { contact: { cpu: 2.2 } }, format: { omit: ["cpu.power"] } });
    expect(verdict.verdict).toBe("improved");
    expect(path(verdict, "contact")?.finding).toBe("better");
    expect(path(verdict, "contact")?.beforeKW).toBeNull();
    expect(codes(verdict)).toContain("no-power");
  });
});

describe("properties", () => {
  const base: Case = { before: { clog: 2.2, contact: { cpu: 1.5 } } };
  const K = (v: Verdict) => v.chips[0]?.change?.K ?? NaN;
  it("a shift of time changes nothing", () => {
    const { inputs, verdict } = judged(base);
    const later = (r: JudgeRun): JudgeRun => ({
      ...r,
      run: { ...r.run, timeS: r.run.timeS.map((t) => t + 5000) },
      phases: r.phases && { loadOnS: r.phases.loadOnS + 5000, loadOffS: r.phases.loadOffS + 5000 },
    });
    expect(K(judgedInWords(later(inputs[0]), later(inputs[1]), { limitC: 95 }))).toBeCloseTo(K(verdict), 2);
  });
  it("°F and mW change nothing", () => {
    expect(K(judged({ ...base, format: { fahrenheit: true, milliwatts: true } }).verdict)).toBeCloseTo(
      K(judged(base).verdict),
      1,
    );
  });
  it("half the samples change little", () => {
    expect(Math.abs(K(judged({ ...base, sensors: { stepS: 2 } }).verdict) - K(judged(base).verdict))).toBeLessThan(1.2);
  });
  it("before and after swapped flip the sign", () => {
    const { inputs, verdict } = judged(base);
    const back = judgedInWords(inputs[1], inputs[0], { limitC: 95 });
    expect(Math.sign(K(back))).toBe(-Math.sign(K(verdict)));
    expect(back.verdict).toBe("worse");
  });
  it("intervals hold their figure and the sentence's parts add up", () => {
    const { verdict } = judged(base);
    for (const c of verdict.chips)
      for (const f of [c.change, ...c.paths.map((p) => p.change)])
        expect(f && f.low <= f.K && f.K <= f.high).toBe(true);
    const numbers = [...plainText(verdict.summary).matchAll(/(\d+)\u00a0K/g)].map((m) => Number(m[1]));
    expect((numbers[1] ?? 0) + (numbers[2] ?? 0)).toBe(numbers[0]);
  });
  it("the JSON has the form that is promised", () => {
    const json = verdictJson(judged(base).verdict);
    const always = ["version", "verdict", "summary", "matched", "chips", "reasons", "next"];
    expect(Object.keys(json)).toEqual([...always, "gain", "quality", "witnesses"]);
    expect(json.matched.roomC).toBe(25);
    expect(json.chips[0]?.paths.map((p) => p.path)).toEqual(["contact", "airflow"]);
  });
});

describe("settings that differ", () => {
  const same: RunConditions = {
    roomStartC: 20,
    roomEndC: 20,
    supply: "mains",
    adapterW: 180,
    powerMode: "Performance",
    graphicsMode: "",
    surface: "Hard table",
    lid: "open",
    recipe: "All cores",
    fanPolicy: "Automatic",
  };
  it("are pointed out, and whether they spoil the judgement", () => {
    expect(settingDifferences(same, { ...same, powerMode: "performance " }, { power: true, fan: true })).toEqual([]);
    expect(settingDifferences(same, { ...same, powerMode: "Balanced" }, { power: true, fan: true })[0]).toMatchObject({
      field: "powerMode",
      spoils: false,
    });
    expect(settingDifferences(same, { ...same, supply: "battery" }, { power: false, fan: true })[0]).toMatchObject({
      field: "supply",
      spoils: true,
    });
    expect(settingDifferences(same, { ...same, surface: "Bed" }, { power: true, fan: true })[0]?.spoils).toBe(true);
    expect(settingDifferences(same, { ...same, surface: "" }, { power: true, fan: true })).toEqual([]);
  });
});

describe("findings are drawn where they were seen", () => {
  it("throttling, from its first to its last reading at the limit", () => {
    const { verdict } = judged({ before: { clog: 3.6, contact: { cpu: 2.6 } }, recipeBefore: { roomC: 32 } });
    const seen = verdict.reasons.find((r) => r.code === "throttled")?.seen;
    expect(seen).toMatchObject({ run: "before", chip: "cpu" });
    expect(seen?.fromS).toBeGreaterThan(5);
    expect(seen?.toS).toBeLessThanOrEqual(901);
  });
  it("a warm start and background load lie before the load", () => {
    const { verdict } = judged({ before: { clog: 2 }, recipeBefore: { warmStartK: 10 } });
    const seen = verdict.reasons.find((r) => r.code === "warm-start")?.seen;
    expect(seen?.run).toBe("before");
    expect(seen?.toS).toBeLessThanOrEqual(0);
  });
  it("a run without idle is marked at its start", () => {
    const { verdict } = judged({ before: { clog: 2 }, recipeBefore: { idleS: 0 } });
    const seen = verdict.reasons.find((r) => r.code === "no-idle")?.seen;
    expect(seen).toMatchObject({ run: "before", chip: null });
    expect(Math.abs(seen?.fromS ?? 99)).toBeLessThan(10);
  });
  it("paths that disagree are marked where the worse one shows", () => {
    const { verdict } = judged({ before: { clog: 3.4 }, after: { contact: { cpu: 2.4 } } });
    const seen = verdict.reasons.find((r) => r.code === "paths-disagree")?.seen;
    expect(seen).toMatchObject({ run: "after", chip: "cpu", fromS: 0 });
    expect(seen?.toS).toBeGreaterThan(10);
    expect(seen?.toS).toBeLessThan(30);
  });
});
