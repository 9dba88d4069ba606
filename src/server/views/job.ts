import { runFact, stageAt, stagesOf, verdictFact, type Machine, type StageName, type StageView } from "../../core/job";
import { BEFORE_SKIPPED, contextOf, foundIn, plansOf, progressOf, type ServiceFacts } from "../../core/service";
import { CoolingMap } from "../../core/drawing";
import { database } from "../../data/connection";
import { findJob, type Job } from "../../data/jobs";
import { entriesOf } from "../../data/journal";
import { findMachine } from "../../data/machines";
import { jobPractice, padCurves } from "../../data/practice";
import { loadChannel, runsOfJob, type RunKind, type RunRecord } from "../../data/runs";
import { lastKept, revisionOfJob } from "../../data/layouts";
import type { VerdictRecord } from "../../data/verdicts";
import { verdictThatStands } from "./fresh";

export interface JobView {
  job: Job;
  machine: Machine;
  runs: Partial<Record<RunKind, RunRecord>>;
  verdict: VerdictRecord | null;
  stages: StageView[];
  /** The stage the job waits at. */
  at: StageName;
  service: ServiceFacts;
}

/** A job as its pages show it; null when there is none. */
export async function jobView(id: number): Promise<JobView | null> {
  const db = await database();
  const job = await findJob(db, id);
  const machine = job && (await findMachine(db, job.machineId));
  if (!job || !machine) return null;
  const runs = await runsOfJob(db, id);
  const revision = await revisionOfJob(db, id);
  // handwork goes by the job's own drawing, else by the last kept one of the model
  const drawing = revision ?? (await lastKept(db, machine.model, machine.variant));
  const layout = drawing?.document.parts.length ? drawing.document : null;
  const map = layout && new CoolingMap(layout);
  const practice = await jobPractice(db, id);
  const service: ServiceFacts = {
    layout,
    entries: await entriesOf(db, id),
    practice,
    plans: plansOf(map, practice.rounds),
    curves: await padCurves(db),
    model: machine.model,
    hasBeforeRun: Boolean(runs.before),
    today: new Date().toISOString().slice(0, 10),
  };
  const ctx = contextOf(service, map);
  const skipsBefore = !runs.before && ctx.journal.isSettled(BEFORE_SKIPPED);
  const holds = { before: Boolean(runs.before), after: Boolean(runs.after), skipsBefore, service: progressOf(ctx) };
  const at = stageAt(holds);
  const verdict = await verdictThatStands(db, job, runs);
  const fact = async (r: RunRecord | undefined) => (r ? runFact(await peakOf(r), machine.limitC) : "");
  const drawn = revision?.document.parts.length ?? 0;
  const strip = holds.service.find((s) => s.stage === "strip");
  const found = strip?.started && strip.complete ? foundIn(ctx).words.slice(0, 2).join(", ") : undefined;
  const stages = stagesOf(
    holds,
    job.closedAt !== null,
    {
      map: drawn ? `${drawn} parts` : "",
      before: await fact(runs.before),
      after: await fact(runs.after),
      verdict: verdict ? verdictFact(verdict.result) : "",
      ...(found ? { strip: found } : {}),
    },
    drawn > 0,
  );
  return { job, machine, runs, verdict, stages, at, service };
}

/** Highest chip temperature of a run, °C. */
async function peakOf(record: RunRecord): Promise<number | null> {
  const db = await database();
  let peak: number | null = null;
  for (const key of ["cpu.temperature", "gpu.temperature"])
    for (const v of (await loadChannel(db, record.id, key)) ?? []) if (v > (peak ?? -Infinity)) peak = v;
  return peak;
}
