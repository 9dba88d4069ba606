import { judgedInWords } from "./inWords";
import { cachedLog } from "./keptLogs";
import { wrenfell14 } from "../samples/rigs";
import type { JudgeOptions } from "../core/measure/judge";
import type { Verdict } from "../core/measure/says";
import type { JudgeRun, RunConditions } from "../core/measure/pair";
import { findPhases, readLog, type Run } from "../core/measure/log";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  truthOf,
  withFaults,
  type RigFaults,
  type RigFormat,
  type RigLog,
  type RigMachine,
  type RigRecipe,
  type RigSensors,
  type RigTruth,
} from "../core/simulate";

/** What a run on the rig is made of; a sound small machine, logged plainly in a room of 22 °C, where not said. */
export interface RigRun {
  machine?: RigMachine;
  faults?: Partial<RigFaults>;
  recipe?: Partial<RigRecipe>;
  sensors?: Partial<RigSensors>;
  /** What was read of the room, °C; the recipe's own where not said, null where nobody read it. */
  room?: number | null | { startC: number | null; endC: number | null };
  omit?: string[];
  format?: Partial<RigFormat>;
  conditions?: Partial<RunConditions>;
  /** What becomes of the log before it is written. */
  edit?: (log: RigLog) => void;
  /** Channels the rig does not have. */
  more?: (run: Run) => Run["channels"];
}

const usual: RunConditions = {
  roomStartC: 22,
  roomEndC: 22,
  supply: "mains",
  adapterW: 65,
  charging: "full",
  powerMode: "",
  graphicsMode: "",
  surface: "Hard table",
  lid: "open",
  recipe: "",
  fanPolicy: "",
};

const made = new Map<string, JudgeRun>();

/** A run on the rig as the judge takes it: simulated, written as a log, and read again; the same one but once. */
export function rigRun(told: RigRun, seed: number): JudgeRun {
  if (told.edit ?? told.more) return madeRun(told, seed);
  const key = JSON.stringify([told, seed]);
  const run = made.get(key) ?? madeRun(told, seed);
  made.set(key, run);
  return run;
}

function madeRun(told: RigRun, seed: number): JudgeRun {
  const { machine = wrenfell14, faults = {}, recipe = {}, sensors = {}, omit = [], format, conditions } = told;
  const full = { ...standardRecipe, ...recipe };
  const write = () => {
    const log = simulate(machine, withFaults(faults), full, { ...plainSensors, ...sensors }, seed);
    told.edit?.(log);
    return renderLog(log, { ...plainFormat, omit, ...format });
  };
  // what a function changes has no name to be kept under
  const of = JSON.stringify([machine, faults, full, sensors, seed, omit, format]);
  const read = readLog(told.edit ? write() : cachedLog(of, write));
  if (!read.ok) throw new Error(read.problem.message);
  const run = { ...read.value, channels: [...read.value.channels, ...(told.more?.(read.value) ?? [])] };
  const room = told.room === undefined ? full.roomC : told.room;
  return {
    run,
    phases: findPhases(run),
    room: room !== null && typeof room === "object" ? room : { startC: room, endC: room },
    ...(conditions ? { conditions: { ...usual, ...conditions } } : {}),
  };
}

/** The verdict of two runs on the rig. */
export function rigVerdict(before: RigRun, after: RigRun, options: Partial<JudgeOptions> = {}): Verdict {
  const { limitC } = before.machine ?? wrenfell14;
  return judgedInWords(rigRun(before, 0.11), rigRun(after, 0.77), { limitC, ...options });
}

export const codesOf = (v: Verdict): string[] => v.reasons.map((r) => r.code);
export const findingsOf = (v: Verdict): string[] => v.chips.map((c) => c.paths.map((p) => p.finding).join(" "));
export const witnessOf = (v: Verdict, of: string, chip: string | null = null) =>
  v.witnesses?.find((w) => w.of === of && w.chip === chip);

/** Changes every reading of the columns whose key fits. */
export function eachReading(log: RigLog, key: RegExp, change: (v: number, row: readonly number[]) => number): void {
  log.headings.forEach((h, i) => {
    if (key.test(h.key)) for (const row of log.rows) row[i] = change(row[i] ?? NaN, row);
  });
}

/** Takes out what was logged between two times, s. */
export function withoutRows(log: RigLog, from: number, to: number): void {
  const rows = log.timeS.flatMap((t, i) => (t < from || t > to ? [i] : []));
  log.rows = rows.map((i) => log.rows[i] ?? []);
  log.timeS = rows.map((i) => log.timeS[i] ?? 0);
}

/** Takes columns out whose key fits. */
export function withoutColumns(log: RigLog, key: RegExp): void {
  const kept = log.headings.map((h) => !key.test(h.key));
  log.headings = log.headings.filter((_, i) => kept[i]);
  log.rows = log.rows.map((row) => row.filter((_, i) => kept[i]));
}

/** What a perfect judge would say of the two runs. */
export function rigTruth({ machine = wrenfell14, ...before }: RigRun, after: RigRun): RigTruth {
  const of = (t: RigRun) => withFaults(t.faults ?? {});
  const log = simulate(
    machine,
    of(before),
    { ...standardRecipe, ...before.recipe },
    { ...plainSensors, ...before.sensors },
    0.11,
  );
  return truthOf(machine, of(before), of(after), log);
}
