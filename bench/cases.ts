import { dirty, dry, machineOf, mixed, oneOrTwo, randomOf, type Made, type Random } from "./machines";
import { WORKSHOP } from "./workshop";
import {
  plainFormat,
  plainSensors,
  simulate,
  standardRecipe,
  thermalOf,
  truthOf,
  withFaults,
  type RigFamily,
  type RigFaults,
  type RigFormat,
  type RigLog,
  type RigMachine,
  type RigRecipe,
  type RigSensors,
  type RigTruth,
} from "../src/core/simulate";

/** One pair of simulated runs with the truth a perfect judge would tell. */
export interface BenchCase {
  kind: string;
  group: "good" | "poor" | "workshop";
  /** A chip nothing can be said of. */
  silent: "cpu" | "gpu" | null;
  machine: RigMachine;
  before: RigLog;
  after: RigLog;
  room: Record<"before" | "after", { startC: number | null; endC: number | null }>;
  format: RigFormat;
  truth: RigTruth;
  /** The verdict that is right, with what cannot be compared. */
  verdict: RigTruth["verdict"] | "not-comparable";
  /** Path findings are scored only where the fan is what it was and the runs compare. */
  scorePaths: boolean;
}

type Maker = (r: Random) => Made;

/** Every kind of case; each sets faults before and after, the rest is drawn at random. */
const KINDS: Record<string, Maker> = {
  dust: (r) => ({ machine: oneOrTwo(r), before: { clog: dirty(r) }, after: {} }),
  paste: (r) => ({ machine: oneOrTwo(r), before: { contact: { cpu: dry(r), gpu: dry(r) } }, after: {} }),
  both: (r) => ({ machine: oneOrTwo(r), before: { clog: dirty(r), contact: { cpu: dry(r), gpu: dry(r) } }, after: {} }),
  "paste one of two": (r) => ({
    machine: machineOf(r, true),
    before: { contact: r.chance(0.5) ? { cpu: dry(r) } : { gpu: r.u(2, 3.2) } },
    after: {},
  }),
  "no change": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: r.u(1, 1.8), contact: { cpu: r.u(1, 1.5) } },
    after: "same" as unknown as Partial<RigFaults>,
    recipe: { before: { roomC: r.u(16, 30) }, after: { roomC: r.u(12, 30) } },
  }),
  "contact worse": (r) => ({
    machine: oneOrTwo(r),
    before: { contact: { cpu: r.u(1, 1.2) } },
    after: { contact: { cpu: r.u(1.8, 2.8) } },
  }),
  "dust better, contact worse": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: r.u(2, 3.4) },
    after: { contact: { cpu: r.u(1.5, 2.4) } },
  }),
  "dust worse": (r) => ({ machine: oneOrTwo(r), before: {}, after: { clog: r.u(1.6, 2.4) } }),
  "dead pipe": (r) => ({ machine: oneOrTwo(r), before: { pipe: r.u(3, 5) }, after: {} }),
  throttled: (r) => ({
    machine: oneOrTwo(r),
    before: { clog: r.u(2.6, 4.2), contact: { cpu: r.u(1.8, 2.8), gpu: r.u(1.2, 2) } },
    after: {},
    recipe: { before: { roomC: r.u(26, 34) }, after: { roomC: r.u(20, 32) } },
  }),
  "throttled both": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: r.u(3, 5), contact: { cpu: r.u(2, 3) } },
    after: { clog: r.u(1.4, 1.9), contact: { cpu: r.u(1.2, 1.6) } },
    recipe: { before: { roomC: r.u(30, 36) }, after: { roomC: r.u(30, 36) } },
  }),
  "warm start, background": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: dirty(r), backgroundW: r.u(0, 6) },
    after: { backgroundW: r.u(0, 6) },
    recipe: { before: { warmStartK: r.u(0, 12) }, after: { warmStartK: r.u(0, 12) } },
  }),
  "drifting room": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: dirty(r), contact: { cpu: r.u(1, 2.2) } },
    after: {},
    recipe: { before: { roomDriftK: r.u(-2, 2) }, after: { roomDriftK: r.u(-2, 2) } },
  }),
  "fan unplugged": (r) => ({
    machine: machineOf(r, false),
    before: { clog: r.u(1, 1.8) },
    after: { fanStopped: true },
    verdict: "worse",
    scorePaths: false,
  }),
  "fan weak": (r) => ({
    machine: machineOf(r, false),
    before: {},
    after: { fanReach: r.u(0.28, 0.42) },
    verdict: "worse",
    scorePaths: false,
  }),
  "no power, paste": (r) => ({
    machine: machineOf(r, false),
    before: { contact: { cpu: r.u(1.9, 2.9) } },
    after: {},
    format: { omit: ["cpu.power"] },
  }),
  "no power, dust": (r) => ({
    machine: machineOf(r, false),
    before: { clog: r.u(1.8, 2.6) },
    after: {},
    format: { omit: ["cpu.power"] },
  }),
  "no power, load differs": (r) => ({
    machine: machineOf(r, false),
    before: { clog: dirty(r) },
    after: {},
    recipe: { before: { effort: { cpu: r.u(0.35, 0.6) } } },
    format: { omit: ["cpu.power"] },
    verdict: "not-comparable",
    scorePaths: false,
  }),
  "no room": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: dirty(r) },
    after: {},
    room: r.pick(["none", "one"] as const),
    verdict: "not-comparable",
    scorePaths: false,
  }),
  "too short": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: dirty(r) },
    after: {},
    recipe: r.chance(0.5)
      ? { before: { loadS: r.u(30, 75), coolS: 20 } }
      : { after: { loadS: r.u(30, 75), coolS: 20 } },
    verdict: "not-comparable",
    scorePaths: false,
  }),
  "poor: 5 s, 2 °C steps": (r) => ({
    machine: oneOrTwo(r),
    before: mixed(r),
    after: {},
    sensors: { stepS: 5, temperatureStepC: 2, powerStepW: 1 },
  }),
  "poor: lag and sticking": (r) => ({
    machine: oneOrTwo(r),
    before: mixed(r),
    after: {},
    sensors: { stepS: r.pick([1, 2]), lagS: r.u(2, 5), stick: r.u(0.1, 0.4), powerStepW: 1 },
  }),
  "poor: 10 s": (r) => ({ machine: oneOrTwo(r), before: mixed(r), after: {}, sensors: { stepS: 10 } }),
  "poor: no fan": (r) => ({
    machine: oneOrTwo(r),
    before: mixed(r),
    after: {},
    format: { omit: ["fan1.speed", "fan2.speed"] },
  }),
  "poor: all of it": (r) => ({
    machine: oneOrTwo(r),
    before: mixed(r),
    after: {},
    sensors: { stepS: 5, temperatureStepC: 2, powerStepW: 1, lagS: r.u(1, 4), stick: r.u(0.05, 0.25) },
    format: { omit: ["fan1.speed", "fan2.speed"] },
  }),
  "poor: nothing changed": (r) => ({
    machine: oneOrTwo(r),
    before: { clog: r.u(1, 1.8) },
    after: "same" as unknown as Partial<RigFaults>,
    sensors: { stepS: 5, temperatureStepC: 2, powerStepW: 1 },
    recipe: { before: { roomC: r.u(16, 30) }, after: { roomC: r.u(12, 30) } },
  }),
};

Object.assign(KINDS, WORKSHOP);

export const KIND_NAMES = Object.keys(KINDS);

/** Families the constants of the judge were looked at on, and families nobody set anything on. */
export const FAMILIES = {
  mixed: ["distributed", "fast-fins", "chamber", "leaky"],
  unseen: ["heavy", "apart", "soaked"],
} as const;
export type FamilyChoice = RigFamily | keyof typeof FAMILIES;

/** Differences that no rule can call right or wrong: too near the 3 K line. */
const nearLine = (K: number): boolean => Math.abs(K) > 1.6 && Math.abs(K) < 4.4;

/** One random case of a kind; the same seed gives the same case. */
export function benchCase(kind: string, seed: number, family: FamilyChoice = "lumped"): BenchCase {
  for (let attempt = 0; ; attempt++) {
    const r = randomOf((seed * 0.61803398875 + attempt * 0.31 + KIND_NAMES.indexOf(kind) * 0.017) % 1);
    const made = build(kind, r, family);
    const clear =
      made.verdict === "not-comparable" ||
      made.truth.chips.every(
        (c) => !nearLine(c.changeK) && (!made.scorePaths || (!nearLine(c.contactK) && !nearLine(c.airflowK))),
      );
    const agree = made.truth.chips.every(
      (c) =>
        Math.sign(c.changeK) === Math.sign(made.truth.chips[0]?.changeK ?? 0) ||
        Math.abs(c.changeK) < 3 ||
        Math.abs(made.truth.chips[0]?.changeK ?? 0) < 3,
    );
    if ((clear && agree) || attempt > 60) return made;
  }
}

function build(kind: string, r: Random, family: FamilyChoice): BenchCase {
  const made = (KINDS[kind] as Maker)(r);
  const own = family === "mixed" || family === "unseen" ? r.pick<RigFamily>(FAMILIES[family]) : family;
  made.machine = { ...made.machine, family: own };
  const machineAfter = { ...(made.machineAfter ?? made.machine), family: own };
  const same = (made.after as unknown) === "same";
  const before = withFaults(made.before);
  const after = withFaults(same ? made.before : made.after);
  const recipe = (own: Partial<RigRecipe> = {}): RigRecipe => ({
    ...standardRecipe,
    roomC: r.u(17, 29),
    loadS: 900,
    wobble: r.u(0.005, 0.03),
    ...own,
  });
  const sensors: RigSensors = {
    ...plainSensors,
    stepS: r.pick([0.5, 1, 1, 1, 2]),
    jitterS: r.chance(0.3) ? 0.1 : 0,
    lossShare: r.chance(0.3) ? 0.02 : 0,
    lagS: r.chance(0.3) ? r.u(0.3, 1.2) : 0,
    powerGain: 1 + 0.01 * r.gauss(),
    ...made.sensors,
  };
  const recipes = { before: recipe(made.recipe?.before), after: recipe(made.recipe?.after) };
  const logs = {
    before: simulate(made.machine, before, recipes.before, sensors, r.seed()),
    after: simulate(
      machineAfter,
      after,
      recipes.after,
      { ...sensors, powerGain: sensors.powerGain + 0.004 * r.gauss() },
      r.seed(),
    ),
  };
  made.edit?.(logs.before, "before", made.machine);
  made.edit?.(logs.after, "after", machineAfter);
  const truth = truthOf(made.machine, before, after, logs.before);
  // a weak fan is judged by what it really does: the speed it reaches when the sound one ran at the reference
  if (after.fanReach !== 1) weakTruth(truth, made.machine, before, after, logs.before);
  const read = (log: RigLog, which: "before" | "after") => {
    if (made.room === "none" || (made.room === "one" && which === "after")) return { startC: null, endC: null };
    const from = made.room === "swapped" ? logs[which === "before" ? "after" : "before"] : log;
    const at = made.room === "start" ? from.roomStartC : (from.roomStartC + from.roomEndC) / 2;
    const seen = Math.round((at + r.u(-0.4, 0.4)) * 10) / 10;
    return { startC: seen, endC: made.room === "start" ? null : seen };
  };
  return {
    kind,
    group: kind.startsWith("ws") ? "workshop" : kind.startsWith("poor") ? "poor" : "good",
    silent: made.silent ?? null,
    machine: made.machine,
    before: logs.before,
    after: logs.after,
    room: { before: read(logs.before, "before"), after: read(logs.after, "after") },
    format: { ...plainFormat, ...made.format },
    truth,
    verdict: made.verdict ?? truth.verdict,
    scorePaths: made.scorePaths !== false,
  };
}

function weakTruth(truth: RigTruth, machine: RigMachine, before: RigFaults, after: RigFaults, log: RigLog): void {
  const was = thermalOf(machine, before).steady(log.late.powerW, log.late.fanShare);
  const is = thermalOf(machine, after).steady(log.late.powerW, log.late.fanShare * after.fanReach);
  truth.chips.forEach((c, i) => {
    c.airflowK = (is[i]?.airflowK ?? 0) - (was[i]?.airflowK ?? 0);
    c.changeK = c.contactK + c.airflowK;
  });
}
