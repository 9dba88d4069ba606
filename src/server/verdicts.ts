import { JUDGE_VERSION, judgePair, type JudgeRun } from "../core/judge";
import { bad, good, type Result } from "../core/result";
import { database } from "../data/connection";
import { findJob } from "../data/jobs";
import { findMachine } from "../data/machines";
import { loadSamples, runsOfJob, type RunRecord } from "../data/runs";
import { addVerdict, latestVerdict, type VerdictRecord } from "../data/verdicts";
import { serverProblem } from "./problems";

export const THRESHOLD_K = 3;

/** Judges the two runs of a job and keeps the verdict with what it was given on. */
export async function judgeJob(jobId: number): Promise<Result<VerdictRecord>> {
  const db = await database();
  const job = await findJob(db, jobId);
  if (!job) return bad(serverProblem.noJob());
  const runs = await runsOfJob(db, jobId);
  if (!runs.before || !runs.after) return bad(serverProblem.roomFirst());
  const machine = await findMachine(db, job.machineId);
  const limitC = machine?.limitC ?? null;
  const result = judgePair(await judgeRun(runs.before), await judgeRun(runs.after), { limitC, thresholdK: THRESHOLD_K });
  const inputs = { limitC, thresholdK: THRESHOLD_K, before: inputOf(runs.before), after: inputOf(runs.after) };
  await addVerdict(db, { jobId, beforeRunId: runs.before.id, afterRunId: runs.after.id, judgeVersion: JUDGE_VERSION, inputs, result }, new Date().toISOString());
  const kept = await latestVerdict(db, jobId);
  return kept ? good(kept) : bad(serverProblem.roomFirst());
}

async function judgeRun(record: RunRecord): Promise<JudgeRun> {
  const db = await database();
  return { run: await loadSamples(db, record), phases: record.phases, room: { startC: record.conditions.roomStartC, endC: record.conditions.roomEndC } };
}

const inputOf = (r: RunRecord) => ({ runId: r.id, sha256: r.sourceSha256, phases: r.phases, room: { startC: r.conditions.roomStartC, endC: r.conditions.roomEndC } });
