import { runFact, stageAt, stagesOf, verdictFact, type Machine, type StageName, type StageView } from "../../core/job";
import { database } from "../../data/connection";
import { findJob, type Job } from "../../data/jobs";
import { findMachine } from "../../data/machines";
import { loadChannel, runsOfJob, type RunKind, type RunRecord } from "../../data/runs";
import { revisionOfJob } from "../../data/layouts";
import { latestVerdict, type VerdictRecord } from "../../data/verdicts";

export interface JobView {
  job: Job;
  machine: Machine;
  runs: Partial<Record<RunKind, RunRecord>>;
  verdict: VerdictRecord | null;
  stages: StageView[];
  /** The stage the job waits at. */
  at: StageName;
}

/** A job as its pages show it; null when there is none. */
export async function jobView(id: number): Promise<JobView | null> {
  const db = await database();
  const job = await findJob(db, id);
  const machine = job && (await findMachine(db, job.machineId));
  if (!job || !machine) return null;
  const runs = await runsOfJob(db, id);
  const at = stageAt({ before: Boolean(runs.before), after: Boolean(runs.after) });
  const verdict = at === "verdict" ? await latestVerdict(db, id) : null;
  const fact = async (r: RunRecord | undefined) => (r ? runFact(await peakOf(r), machine.limitC) : "");
  const revision = await revisionOfJob(db, id);
  const drawn = revision?.document.parts.length ?? 0;
  const stages = stagesOf(at, job.closedAt !== null, { map: drawn ? `${drawn} parts` : "", before: await fact(runs.before), after: await fact(runs.after), verdict: verdict ? verdictFact(verdict.result) : "" }, drawn > 0);
  return { job, machine, runs, verdict, stages, at };
}

/** Highest chip temperature of a run, °C. */
async function peakOf(record: RunRecord): Promise<number | null> {
  const db = await database();
  let peak: number | null = null;
  for (const key of ["cpu.temperature", "gpu.temperature"]) for (const v of (await loadChannel(db, record.id, key)) ?? []) if (v > (peak ?? -Infinity)) peak = v;
  return peak;
}
