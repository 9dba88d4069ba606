import { figuresFromRuns, judgePair, type GoodFigures } from "../../measure/judge";
import { wordedTriage, wordedVerdict, type Triage } from "../../measure/says";
import type { JudgeRun } from "../../measure/pair";
import { triageRun, type RunJudgement } from "../../measure/triage";
import { findPhases, readLog } from "../../measure/log";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  withFaults,
  type RigFaults,
  type RigMachine,
  type RigRecipe,
} from "../../simulate";
import { effectsOf, leftOf, runSeen, type Cure, type RunSeen, type Usual } from "../suspects";
import type { PracticeCase } from "./case";
import { modelOf, rigOf } from "./kinds";

/** Runs that can be ordered. */
export type RunKind = "run" | "fixed" | "alone";

/** Share of its highest speed at which the fans are fixed. */
const FIXED_AT = 0.6;

const RECIPES: Readonly<Record<RunKind, Partial<RigRecipe>>> = {
  run: { idleS: 120, loadS: 780, coolS: 180 },
  fixed: { idleS: 120, loadS: 780, coolS: 180, fan: { fixed: FIXED_AT } },
  alone: { idleS: 120, loadS: 600, coolS: 120, effort: { cpu: 1, gpu: 0 } },
};

/** A run of a mystery machine: its log, and the judge's view of it alone. */
export interface PracticeRun {
  kind: RunKind;
  input: JudgeRun;
  triage: Triage;
  seen: RunSeen;
}

/** Machines of one kind differ so much, share of their figures. */
const UNLIKE = 0.05;
/** Spread of good ones, 90 %, as the workshop takes it. */
export const GOOD_SPREAD = 0.12;

/** A machine with its own small differences from others of its kind. */
function ownMachine({ kind, seed }: PracticeCase): RigMachine {
  const m = rigOf(kind);
  const by = (n: number) => 1 + UNLIKE * Math.sin(1.7 * seed + n);
  return {
    ...m,
    finKW: m.finKW * by(1),
    chips: m.chips.map((c, i) => ({ ...c, contactKW: c.contactKW * by(2 + i), pipeKW: c.pipeKW * by(5) })),
  };
}

/** The machine, its faults and its recipe as the rig takes them. */
function onRig(c: PracticeCase, done: readonly Cure[], kind: RunKind): [RigMachine, RigFaults, RigRecipe] {
  const e = effectsOf(leftOf(c.faults, done));
  const own = ownMachine(c);
  const one = c.logged === "one-core" || c.logged === "bare";
  const machine: RigMachine = {
    ...own,
    cores: one ? 1 : own.cores,
    memory: one ? undefined : own.memory,
    // a chip is held back by its hottest corner, which the rig does not heat by itself
    limitC: own.limitC - e.leanKW * (own.chips[0]?.loadW ?? 0),
    chips: own.chips.map((chip) => ({
      ...chip,
      loadW: chip.loadW * e.held,
      boostW: chip.boostW * (0.5 + 0.5 * e.held),
    })),
  };
  const faults = withFaults({
    contact: e.contact,
    clog: e.clog,
    pipe: e.pipe,
    leanKW: e.leanKW,
    fanReach: e.reach || 1,
    fanStopped: e.reach === 0,
    backgroundW: e.idleW,
    idlePct: e.idlePct,
    memory: e.memory,
  });
  const fan = RECIPES[kind].fan ?? (e.fixed === null ? "auto" : { fixed: e.fixed });
  return [machine, faults, { ...standardRecipe, ...RECIPES[kind], roomC: 21 + (c.seed % 5), fan }];
}

/** What the sensors leave out. */
const omitted = ({ logged, kind }: Pick<PracticeCase, "logged" | "kind">): string[] =>
  logged === "no-fan" || logged === "bare"
    ? Array.from({ length: rigOf(kind).fan.count }, (_, i) => `fan${i + 1}.speed`)
    : [];

const sensors = { ...plainSensors, stepS: 2 };

/** A load run as the judge takes it: simulated, written as a log, and read again. */
function madeRun(c: PracticeCase, done: readonly Cure[], kind: RunKind, nth: number): JudgeRun {
  const [machine, faults, recipe] = onRig(c, done, kind);
  const log = simulate(machine, faults, recipe, sensors, ((c.seed * 97 + nth * 31) % 641) / 641);
  const text = renderLog(log, { ...plainFormat, omit: omitted(c) });
  const run = readLog(text);
  if (!run.ok) throw new Error(run.problem.message);
  const phases = findPhases(run.value);
  return { run: run.value, phases, room: { startC: log.roomStartC, endC: log.roomEndC } };
}

/** What a good machine of a kind shows, from two sound ones that were run. */
export interface UsualRun {
  usual: Usual;
  good: GoodFigures;
}

const usuals = new Map<string, UsualRun>();

/** What good machines of a kind measure, where as much is logged; reckoned once. */
export function usualOf({ kind, logged }: Pick<PracticeCase, "kind" | "logged">): UsualRun {
  const key = `${kind} ${logged}`;
  const known = usuals.get(key);
  if (known) return known;
  const sound = (seed: number): PracticeCase => ({
    kind,
    logged,
    seed,
    level: "easy",
    faults: [],
    complaint: "loud",
    opened: false,
  });
  const nothing: GoodFigures = { level: "model", source: { level: "machine" }, airflowPer: "total", chips: {} };
  const runs = [11, 40].flatMap((seed) => {
    const input = madeRun(sound(seed), [], "run", 0);
    const t = triageRun(input, nothing, rigOf(kind).limitC);
    return t && input.phases ? [{ t, seen: runSeen(input.run, input.phases, t) }] : [];
  });
  const first = runs[0];
  if (!first) throw new Error("a sound machine has no run");
  const of = runs.flatMap(({ t }) => goodOf(t));
  const good = figuresFromRuns([], of, modelOf(kind)) ?? nothing;
  const { log, chips } = first.seen;
  const made: UsualRun = {
    good: { ...good, source: { level: "model", model: modelOf(kind), tags: [] } },
    usual: {
      good,
      powerW: Object.fromEntries(chips.map((c) => [c.chip, c.powerW])),
      fan: log.fan,
      fanMost: log.fan === null ? null : rigOf(kind).fan.maxRpm,
      fanAt:
        log.fan === null || log.fanIdle === null
          ? null
          : [
              { hotC: log.hotIdleC ?? 0, fan: log.fanIdle },
              { hotC: log.hotC ?? 0, fan: log.fan },
            ],
      coresK: log.coresK,
      memoryK: log.memoryK,
    },
  };
  usuals.set(key, made);
  return made;
}

/** Resistances of a sound run. */
function goodOf(t: RunJudgement): Parameters<typeof figuresFromRuns>[1][number][] {
  const total = Object.values(t.matched.powerW).reduce((a, b) => a + b, 0);
  return t.chips.map((c) => ({
    tag: "",
    chip: c.chip,
    contactKW: c.paths[0].seen.K / (t.matched.powerW[c.chip] ?? 1),
    airflowKW: c.paths[1].seen.K / total,
  }));
}

/**
 * A run of a mystery machine after what was done to it, with the judge's view of it.
 * @param nth which run of this machine it is: no two wobble alike
 */
export function practiceRun(c: PracticeCase, done: readonly Cure[], kind: RunKind, nth: number): PracticeRun {
  const input = madeRun(c, done, kind, nth);
  const found = triageRun(input, usualOf(c).good, rigOf(c.kind).limitC);
  if (!found || !input.phases) throw new Error("a run without a load");
  const seen = runSeen(input.run, input.phases, found, kind === "fixed" ? FIXED_AT : null);
  return { kind, input, triage: wordedTriage(found), seen };
}

/** The judge's verdict between two runs of one mystery machine. */
export const practiceVerdict = (c: PracticeCase, before: PracticeRun, after: PracticeRun) =>
  wordedVerdict(judgePair(before.input, after.input, { limitC: rigOf(c.kind).limitC, good: usualOf(c).good }));
