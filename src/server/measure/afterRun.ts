import { database } from "../../data/base/connection";
import { findJob } from "../../data/workshop/jobs";
import type { RunKind } from "../../data/measure/runs";
import { logged, backgroundTask } from "../base/background/task";
import { jobView } from "../job/job";
import { triageOf } from "./views/triage";
import { moveDue } from "../job/upkeep";
import { judgeJob } from "./verdicts";

/** Judges a job's pair; the verdict's id, null where there is none yet. */
export async function judgedNow(jobId: number): Promise<number | null> {
  // a judge that failed is no reason to say that a run was not stored: it is logged, and asked again later
  const verdict = await judgeJob(jobId).catch(logged);
  return verdict?.ok ? verdict.value.id : null;
}

/** What follows a run that was stored: a verdict where both are there; a run before is read alone on the way. */
export async function afterSaved(jobId: number, kind: RunKind, paired: boolean): Promise<number | null> {
  const verdictId = paired ? await judgedNow(jobId) : null;
  backgroundTask(kind === "before" ? readAlone(jobId) : moved(jobId));
  return verdictId;
}

async function readAlone(jobId: number): Promise<void> {
  const view = await jobView(jobId);
  if (view) await triageOf(view);
  if (view) await moveDue(view.machine.id);
}

/** A date that is reckoned from what was measured moves with it. */
async function moved(jobId: number): Promise<void> {
  const job = await findJob(await database(), jobId);
  if (job) await moveDue(job.machineId);
}
