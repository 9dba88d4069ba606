import { near } from "../../../testing/near";
import { describe, expect, it } from "vitest";
import type { GoodFigures } from "../../measure/judge";
import type { Run } from "../../measure/log";
import type { RunJudgement } from "../../measure/triage";
import { chanceOfComplaint, COMPLAINTS, usualShare } from "./complaints";
import { effectsOf, leftOf, sound } from "./effects";
import { FAULTS, type Fault, type FaultKind } from "./faults";
import { guessesOf } from "./guesses";
import { heightsOf, type Usual } from "./predict";
import { runSeen } from "./reading";

const fault = (kind: FaultKind, size: number, chip: Fault["chip"] = "cpu"): Fault => ({
  kind,
  size,
  chip,
  part: "fins",
});

describe("what a fault does, at its least and at its worst", () => {
  it.each([
    ["dust", "clog", 1.5, 3.5],
    ["outlet", "clog", 1.6, 3],
    ["pipe", "pipe", 2.2, 4.2],
    ["fan-weak", "reach", 0.72, 0.45],
    ["fan-unplugged", "reach", 0, 0],
    ["fan-fixed", "fixed", 0.48, 0.34],
    ["adapter", "held", 0.75, 0.5],
    ["background", "idleW", 4, 11],
    ["background", "idlePct", 18, 43],
    ["pad-missing", "memory", 1.8, 2.7],
    ["lean", "leanKW", 0.12, 0.26],
    ["paste-little", "leanKW", 0.03, 0.08],
  ] as const)("%s: %s from %f to %f", (kind, what, least, worst) => {
    expect(effectsOf([fault(kind, 0)])[what]).toBeCloseTo(least, 6);
    expect(effectsOf([fault(kind, 1)])[what]).toBeCloseTo(worst, 6);
  });

  it.each([
    ["paste-dry", 1.6, 2.8],
    ["paste-little", 1.5, 2.4],
    ["lean", 1.25, 1.85],
    ["pad-thick", 1.6, 2.5],
  ] as const)("%s costs contact %f to %f times", (kind, least, worst) => {
    for (const chip of ["cpu", "gpu"] as const) {
      expect(effectsOf([fault(kind, 0, chip)]).contact).toEqual({ [chip]: near(least, 6) });
      expect(effectsOf([fault(kind, 1, chip)]).contact).toEqual({ [chip]: near(worst, 6) });
    }
    // corners are read of the processor alone
    expect(effectsOf([fault(kind, 1, "gpu")]).leanKW).toBe(0);
  });

  it("adds up: factors multiply, leans add, and none is a sound machine", () => {
    expect(effectsOf([])).toEqual(sound());
    const both = effectsOf([fault("dust", 0), fault("outlet", 0), fault("paste-dry", 0), fault("lean", 0)]);
    expect(both.clog).toBeCloseTo(2.4);
    expect(both.contact.cpu).toBeCloseTo(2);
    expect(effectsOf([fault("lean", 0), fault("paste-little", 0)]).leanKW).toBeCloseTo(0.15);
  });

  it("is over once its cure is done, and no other", () => {
    const all = FAULTS.map((k) => fault(k, 0.5));
    const gone = (...done: Parameters<typeof leftOf>[1]) => {
      const left = leftOf(all, done);
      return all.flatMap((f) => (left.includes(f) ? [] : [f.kind]));
    };
    expect(gone()).toEqual([]);
    expect(gone("clean")).toEqual(["dust"]);
    expect(gone("paste")).toEqual(["paste-dry", "paste-little"]);
    expect(gone("pads")).toEqual(["paste-dry", "paste-little", "pad-thick", "pad-missing"]);
    expect(gone("pipes")).toEqual(["pipe", "paste-dry", "paste-little"]);
    expect(gone("blower")).toEqual(["fan-weak", "fan-unplugged"]);
    expect(gone("plug", "auto", "bigger", "end", "clear", "retighten")).toEqual([
      "background",
      "adapter",
      "outlet",
      "fan-unplugged",
      "fan-fixed",
      "lean",
    ]);
  });
});

describe("what owners say", () => {
  it("is certain to be one of the complaints, of any faults", () => {
    for (const kind of FAULTS)
      expect(COMPLAINTS.reduce((s, c) => s + chanceOfComplaint(c, [fault(kind, 0.5)]), 0)).toBeCloseTo(1, 9);
    expect(COMPLAINTS.reduce((s, c) => s + chanceOfComplaint(c, []), 0)).toBeCloseTo(1, 9);
    expect(FAULTS.reduce((s, k) => s + usualShare(k), 0)).toBeCloseTo(1, 9);
  });

  it("fits the fault: silence an unplugged blower, a broken picture a missing pad, slowness an adapter", () => {
    const likeliest = (kind: FaultKind) =>
      COMPLAINTS.reduce((m, c) =>
        chanceOfComplaint(c, [fault(kind, 1)]) > chanceOfComplaint(m, [fault(kind, 1)]) ? c : m,
      );
    expect(
      (["fan-unplugged", "pad-missing", "adapter", "background", "dust", "paste-little"] as const).map(likeliest),
    ).toEqual(["silent", "picture", "slow-always", "loud-idle", "loud", "since-opened"]);
  });

  it("may be anything, hardly ever of what does not fit, and half of it by each of two faults", () => {
    const of = (c: (typeof COMPLAINTS)[number], ...kinds: FaultKind[]) =>
      chanceOfComplaint(
        c,
        kinds.map((k) => fault(k, 0.5)),
      );
    for (const kind of FAULTS) for (const c of COMPLAINTS) expect(of(c, kind)).toBeGreaterThan(0.005);
    // parts of 6 + 4 + 3 + 4 + 1 + 0.1 said, and 0.15 for each of the eight besides
    expect(of("silent", "fan-unplugged")).toBeCloseTo(6.15 / 19.3, 6);
    expect(of("picture", "adapter")).toBeCloseTo(0.15 / 13, 6);
    expect(of("loud", "dust", "adapter")).toBeCloseTo((of("loud", "dust") + of("loud", "adapter")) / 2, 9);
    expect(usualShare("dust")).toBeCloseTo(0.24, 6);
  });
});

describe("guesses", () => {
  const known = {
    chips: ["cpu"] as const,
    blowers: 1,
    complaint: null,
    opened: null,
    contactSpread: 0.1,
    airSpread: 0.1,
  };
  const weight = (of: typeof known | object, has: (kinds: FaultKind[]) => boolean) =>
    guessesOf({ ...known, ...of }).reduce((s, g) => s + (has(g.faults.map((f) => f.kind)) ? Math.exp(g.log) : 0), 0);

  it("weigh one in all, a fifth of it two faults, each fault as often as at a bench", () => {
    const possible = 1 - usualShare("pad-missing");
    expect(weight({}, (k) => k.length < 2)).toBeCloseTo(0.8 * possible, 6);
    expect(weight({}, (k) => k.length === 2)).toBeCloseTo(0.2, 6);
    expect(weight({}, (k) => k.join() === "dust")).toBeCloseTo(0.8 * usualShare("dust"), 6);
    expect(guessesOf(known).filter((g) => g.faults.length === 0)).toHaveLength(64);
  });

  it("have faults of hands oftener in what was opened, hardly in what was not", () => {
    const lean = (opened: boolean | null) => weight({ opened }, (k) => k.join() === "lean");
    expect(lean(true) / lean(null)).toBeCloseTo(1.6, 6);
    expect(lean(false) / lean(null)).toBeCloseTo(0.25, 6);
    const dust = (opened: boolean | null) => weight({ opened }, (k) => k.join() === "dust");
    expect(dust(true)).toBeCloseTo(dust(null), 9);
  });

  it("have no fan to fail where there is none, sizes spread evenly, machines as unlike as good ones", () => {
    expect(weight({ blowers: 0 }, (k) => k.some((x) => x.startsWith("fan") || x === "dust" || x === "outlet"))).toBe(0);
    const sizes = guessesOf(known).flatMap((g) =>
      g.faults.length === 1 && g.faults[0]?.kind === "dust" ? [g.faults[0].size] : [],
    );
    expect(sizes).toEqual(Array.from({ length: 64 }, (_, i) => (i + 0.5) / 64));
    const logs = guessesOf({ ...known, airSpread: 0.3 }).map((g) => Math.log(g.air));
    const sd = Math.sqrt(logs.reduce((s, x) => s + x * x, 0) / logs.length);
    expect(sd * 1.645).toBeGreaterThan(0.27);
    expect(sd * 1.645).toBeLessThan(0.33);
  });
});

describe("heights a guess leads to", () => {
  const range = (mid: number) => ({ low: mid, mid, high: mid });
  const good = {
    airflowPer: "total",
    chips: { cpu: { contact: range(0.5), airflow: range(0.4) }, gpu: { contact: range(0.2), airflow: range(0.4) } },
  } as unknown as GoodFigures;
  const usual: Usual = {
    good,
    powerW: { cpu: 20, gpu: 20 },
    fan: 3000,
    fanMost: 4000,
    fanAt: null,
    coresK: null,
    memoryK: null,
  };
  const guess = { faults: [], contact: { cpu: 1, gpu: 1 }, air: 1, finShare: 0.6, pipeShare: 0.1, log: 0 };
  const ran = { powerW: { cpu: 20, gpu: 20 }, fan: 3000, led: null };
  const at = (e: object, how: object = {}, chip: "cpu" | "gpu" = "cpu", of: Usual = usual) =>
    heightsOf(guess, { ...sound(), ...e }, of, { ...ran, ...how }, chip);

  it("of a sound machine are what good ones measure at its power", () => {
    expect(at({})).toEqual([near(10), near(16)]);
    expect(at({}, {}, "gpu")).toEqual([near(4), near(16)]);
    expect(at({}, { powerW: { cpu: 10, gpu: 10 } })).toEqual([near(5), near(8)]);
    expect(heightsOf({ ...guess, air: 1.1, contact: { cpu: 1.2, gpu: 1 } }, sound(), usual, ran, "cpu")).toEqual([
      near(12),
      near(17.6),
    ]);
  });

  it("grow in the part a fault is in alone", () => {
    expect(at({ clog: 2 })).toEqual([near(10), near(16 * 1.6)]);
    expect(at({ pipe: 3 })).toEqual([near(10), near(16 * 1.2)]);
    expect(at({ contact: { cpu: 2 } })).toEqual([near(20), near(16)]);
    expect(at({ leanKW: 0.2 })).toEqual([near(14), near(16)]);
    expect(at({ leanKW: 0.2 }, {}, "gpu")[0]).toBeCloseTo(4);
  });

  it("follow the speed that is logged, else what a guess lets the blower reach", () => {
    expect(at({}, { fan: 1500 })[1]).toBeCloseTo(16 * (0.4 + 0.6 * 2 ** 0.6), 6);
    expect(at({ reach: 0 })[1]).toBeCloseTo(16 * (0.4 + 0.6 * 4), 6);
    expect(at({ reach: 0.5 }, { fan: null })[1]).toBeCloseTo(16 * (0.4 + 0.6 * 2 ** 0.6), 6);
    expect(at({ fixed: 0.375 }, { fan: null })[1]).toBeCloseTo(16 * (0.4 + 0.6 * 2 ** 0.6), 6);
    expect(at({}, { fan: null, led: 0.375 })[1]).toBeCloseTo(16 * (0.4 + 0.6 * 2 ** 0.6), 6);
    expect(at({ fixed: 0.46 }, { fan: null }, "cpu", { ...usual, fan: null })[1]).toBeCloseTo(
      16 * (0.4 + 0.6 * 2 ** 0.6),
      6,
    );
  });

  it("by each chip's own power where good figures are so, and unknown where nothing is", () => {
    const own = { ...usual, good: { ...good, airflowPer: "own" } as unknown as GoodFigures };
    expect(at({}, {}, "cpu", own)[1]).toBeCloseTo(8);
    expect(at({}, { powerW: {} })).toEqual([NaN, NaN]);
    expect(at({}, {}, "cpu", { ...usual, good: { ...good, chips: {} } })).toEqual([NaN, NaN]);
  });
});

describe("what a run shows in its log", () => {
  const timeS = Float64Array.from({ length: 120 }, (_, i) => i * 10);
  const phases = { loadOnS: 100, loadOffS: 1000 };
  /** Idle, the load, its last two minutes, after it. */
  const channel = (
    key: string,
    unit: string,
    [idle, load, late, after]: readonly [number, number, number, number],
  ) => ({
    key,
    unit,
    heading: key,
    values: Float32Array.from(timeS, (t) => (t < 100 ? idle : t < 880 ? load : t < 1000 ? late : after)),
  });
  const figure = { K: 1, low: 0, high: 2 };
  const triage = {
    facts: { roomC: 22 },
    chips: [
      { chip: "cpu", paths: [{ seen: figure }, { seen: { ...figure, K: 3 } }] },
      { chip: "gpu", paths: [{ seen: figure }, { seen: figure }] },
    ],
    matched: { powerW: { cpu: 20, gpu: 0.4 } },
    word: "fan",
    notes: [{ code: "throttled" }],
  } as unknown as RunJudgement;
  const run = {
    timeS,
    channels: [
      channel("cpu.temperature", "°C", [40, 80, 90, 60]),
      channel("gpu.temperature", "°C", [45, 70, 85, 60]),
      ...[80, 82, 84, 94].map((late, i) => channel(`cpu.core${i + 1}.temperature`, "°C", [40, 70, late, 60])),
      channel("fan1.speed", "rpm", [1000, 2500, 3000, 2000]),
      channel("cpu.load", "%", [7, 100, 100, 3]),
      channel("memory.temperature", "°C", [35, 50, 62, 50]),
    ],
  } as unknown as Run;
  const without = (key: RegExp) => ({ ...run, channels: run.channels.filter((c) => !key.test(c.key)) });

  it("is the mean of the last two minutes, idle before the load, over the room where it is known", () => {
    expect(runSeen(run, phases, triage)).toEqual({
      chips: [{ chip: "cpu", powerW: 20, contact: figure, airflow: { ...figure, K: 3 } }],
      stands: true,
      led: null,
      log: {
        coresK: 12,
        fan: 3000,
        fanIdle: 1000,
        hotC: 90,
        hotIdleC: 45,
        idlePct: 7,
        memoryK: 40,
        limited: true,
      },
    });
  });

  it("of a short load is its last two thirds, not its beginning", () => {
    const short = runSeen(run, { ...phases, loadOffS: 220 }, triage).log;
    expect(short.fan).toBe(2500);
    expect(runSeen(run, { loadOnS: 880, loadOffS: 910 }, triage).log.fan).toBe(3000);
  });

  it("is nothing where nothing was logged, and needs three cores to tell one apart", () => {
    const bare = runSeen(without(/fan|load|memory|core|gpu/), phases, {
      ...triage,
      facts: null,
      word: "good",
      notes: [],
    } as never);
    expect(bare.log).toEqual({
      coresK: null,
      fan: null,
      fanIdle: null,
      hotC: 90,
      hotIdleC: 40,
      idlePct: null,
      memoryK: null,
      limited: false,
    });
    expect(bare.stands).toBe(false);
    expect(runSeen(without(/core[34]/), phases, triage).log.coresK).toBeNull();
    expect(runSeen(without(/core4/), phases, triage, 0.6)).toMatchObject({ led: 0.6, log: { coresK: 3 } });
  });
});
