import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import type { Knex } from "knex";
import type { RunConditions } from "../core/measure/pair";
import { findPhases, layoutOf, readTable, toRun } from "../core/measure/log";
import { renderLog, simulate, type RigMachine } from "../core/simulate";
import { closeJob, addJob } from "../data/workshop/jobs";
import { addMachine, hasMachines } from "../data/workshop/machines";
import { setDue } from "../data/workshop/dues";
import { fixProcedure } from "../data/handwork/procedures";
import { addEntries } from "../data/handwork/journal";
import { addRun, type RunKind } from "../data/measure/runs";
import { addLayout, addRevision, giveRevision } from "../data/drawing/layouts";
import { actOnDue } from "../server/job/upkeep";
import { judgeJob } from "../server/measure/verdicts";
import { jobView } from "../server/job/job";
import { triageOf } from "../server/measure/views/triage";
import type { Entry } from "../core/handwork/service";
import { demoJournal, withAsides } from "./journal";
import { demoLayouts } from "../samples/layouts";
import { demoShelf } from "./materials";
import { demoLog, lanternRow } from "./scenario";
import type { DemoJob, DemoRun, DemoService } from "./job";

const usual: RunConditions = {
  roomStartC: null,
  roomEndC: null,
  supply: "mains",
  adapterW: 180,
  powerMode: "Performance",
  graphicsMode: "",
  surface: "Hard table",
  lid: "open",
  recipe: "All cores and graphics, 15 min",
  fanPolicy: "Automatic",
};

/** The text of one log of the scenario. */
export function demoText(rig: RigMachine, run: DemoRun): string {
  const d = demoLog(rig, run);
  return renderLog(simulate(d.machine, d.faults, d.recipe, d.sensors, run.seed), d.format);
}

/**
 * Fills an empty database with the Lantern Row scenario; leaves one that holds machines alone.
 *
 * @param only the tags that are wanted; left out all of them
 */
export async function loadDemo(db: Knex, today: Date, only?: readonly string[]): Promise<boolean> {
  // all of it or nothing: one that was killed half way can be loaded again
  const stored = await db.transaction((tx) => storeDemo(tx, today, only));
  for (const jobId of stored?.pairs ?? []) {
    await judgeJob(jobId);
    // what the run before said alone was asked for before the machine was opened: forecasts rest on it
    const view = await jobView(jobId);
    if (view) await triageOf(view);
  }
  for (const id of stored?.byItself ?? []) await actOnDue(id, { act: "take" });
  return stored !== null;
}

interface Stored {
  /** Jobs that have both runs. */
  pairs: number[];
  /** Machines whose date is the one that is reckoned. */
  byItself: number[];
}

/** Stores the scenario; null where the database holds machines already. */
async function storeDemo(db: Knex, today: Date, only?: readonly string[]): Promise<Stored | null> {
  if (await hasMachines(db)) return null;
  const daysFrom = (days: number, hour = 10) =>
    new Date(Date.UTC(today.getUTCFullYear(), today.getUTCMonth(), today.getUTCDate() + days, hour)).toISOString();
  const drawings = await loadLayouts(db, daysFrom(-220, 9));
  const closed: number[] = [];
  const pairs: number[] = [];
  const byItself: number[] = [];
  for (const { machine, rig, past, dueInDays, dueWhy, dueByItself, ...newest } of lanternRow) {
    if (only && !only.includes(machine.tag)) continue;
    const jobs = [...(past ?? []), newest];
    const machineId = await addMachine(db, machine, daysFrom(-(jobs[0]?.openedDaysAgo ?? 0), 9));
    const drawn = drawings.get(`${machine.model}|${machine.variant}`);
    for (const job of jobs) {
      const jobId = await storeJob(db, { machineId, machine, rig, job, drawn, daysFrom });
      if (job.before && job.after) pairs.push(jobId);
      if (job.closed) closed.push(jobId);
    }
    if (dueInDays !== null)
      await setDue(db, machineId, { dueOn: daysFrom(dueInDays).slice(0, 10), why: dueWhy, by: "hand" });
    if (dueByItself) byItself.push(machineId);
  }
  await demoShelf(db, (days) => daysFrom(days).slice(0, 10), closed);
  return { pairs, byItself };
}

interface StoredJob {
  machineId: number;
  machine: DemoJob["machine"];
  rig: RigMachine;
  job: DemoService;
  /** The revision drawn of its model, where one is. */
  drawn: number | undefined;
  daysFrom: (days: number, hour?: number) => string;
}

/** Stores one job with its runs and its journal; its id. */
async function storeJob(db: Knex, { machineId, machine, rig, job, drawn, daysFrom }: StoredJob): Promise<number> {
  const opened = daysFrom(-job.openedDaysAgo, 9);
  const jobId = await addJob(db, machineId, job.complaint, opened);
  if (drawn !== undefined && job.before) await giveRevision(db, jobId, drawn);
  for (const kind of ["before", "after"] as const) {
    const run = job[kind];
    const at = daysFrom(-job.openedDaysAgo, kind === "before" ? 10 : 14);
    if (run) await storeDemoRun(db, { jobId, kind, rig, demo: run, at });
  }
  if (drawn !== undefined && job.before && (job.closed || job.lived)) {
    const document = demoLayouts().find((l) => l.model === machine.model && l.variant === machine.variant);
    if (document) {
      await fixProcedure(db, jobId);
      const { faults } = demoLog(rig, job.before);
      const entries = demoJournal(document, faults, daysFrom(-job.openedDaysAgo, 11));
      await addEntries(db, jobId, withAsides(lived(entries, job.lived ?? "whole"), job.asides ?? []), opened);
    }
  }
  if (job.closed) await closeJob(db, jobId, job.closed.note, daysFrom(-job.openedDaysAgo, 17));
  return jobId;
}

/** The journal as far as the work has come. */
function lived(entries: readonly Entry[], far: NonNullable<DemoService["lived"]>): Entry[] {
  if (far === "whole") return [...entries];
  const strip = entries.filter((e) => e.stage === "strip");
  const middle = strip[Math.floor(strip.length / 2)];
  return entries.slice(0, middle ? entries.indexOf(middle) : entries.length);
}

/** The layouts of the scenario, kept as first revisions; ids by model and variant. */
async function loadLayouts(db: Knex, at: string): Promise<Map<string, number>> {
  const out = new Map<string, number>();
  for (const document of demoLayouts()) {
    const layoutId = await addLayout(db, { model: document.model, variant: document.variant, forkedFrom: null }, at);
    out.set(
      `${document.model}|${document.variant}`,
      await addRevision(db, { layoutId, basedOn: null, document, keptAt: at }, at),
    );
  }
  return out;
}

interface DemoLog {
  jobId: number;
  kind: RunKind;
  rig: RigMachine;
  demo: DemoRun;
  at: string;
}

async function storeDemoRun(db: Knex, { jobId, kind, rig, demo, at }: DemoLog): Promise<void> {
  const bytes = Buffer.from(demoText(rig, demo), "utf8");
  const table = readTable(bytes);
  if (!table.ok) throw new Error(`demo log ${demo.name}: ${table.problem.message}`);
  const run = toRun(table.value);
  if (!run.ok) throw new Error(`demo log ${demo.name}: ${run.problem.message}`);
  const { recipe } = demoLog(rig, demo);
  const found = findPhases(run.value);
  await addRun(
    db,
    {
      jobId,
      kind,
      sourceName: demo.name,
      sourceSha256: createHash("sha256").update(bytes).digest("hex"),
      sourceBytes: bytes.length,
      sourceGzip: gzipSync(bytes),
      columns: table.value.columns,
      layout: layoutOf(table.value),
      phases: found && { loadOnS: found.loadOnS, loadOffS: found.loadOffS },
      conditions: {
        ...usual,
        adapterW: rig.chips.length > 1 ? 180 : 65,
        graphicsMode: rig.chips.length > 1 ? "Graphics chip on" : "",
        recipe: rig.chips.length > 1 ? "All cores and graphics, 15 min" : "All cores, 15 min",
        roomStartC: recipe.roomC,
        roomEndC: recipe.roomC,
        ...demo.conditions,
      },
      run: run.value,
    },
    at,
  );
}
