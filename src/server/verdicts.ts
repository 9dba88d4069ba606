import { JUDGE_VERSION, type ChipExplanation, type Verdict } from "../core/judge";
import { bad, ok, type Result } from "../core/result";
import { database } from "../data/connection";
import { findJob } from "../data/jobs";
import { findMachine } from "../data/machines";
import { findRun, runsOfJob, type RunRecord } from "../data/runs";
import { addVerdict, latestVerdict, type VerdictRecord } from "../data/verdicts";
import { check } from "../input/check";
import { PhasesInput } from "../input/run";
import { judged } from "./thread/judging";
import { goodFigures } from "./views/good";
import { judgeRunOf } from "./views/judgeRun";
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
  const before = await judgeRunOf(runs.before);
  const figures = machine ? await goodFigures(machine, job, before.run) : null;
  const options = { limitC, thresholdK: THRESHOLD_K, good: figures };
  const result = await judged({ kind: "pair", before, after: await judgeRunOf(runs.after), options });
  const inputs = {
    limitC,
    thresholdK: THRESHOLD_K,
    good: figures?.source ?? null,
    before: inputOf(runs.before),
    after: inputOf(runs.after),
  };
  await addVerdict(
    db,
    { jobId, beforeRunId: runs.before.id, afterRunId: runs.after.id, judgeVersion: JUDGE_VERSION, inputs, result },
    new Date().toISOString(),
  );
  const kept = await latestVerdict(db, jobId);
  return kept ? ok(kept) : bad(serverProblem.roomFirst());
}

/** The fits behind a job's verdict. */
export async function explainJob(jobId: number): Promise<Result<ChipExplanation[]>> {
  const runs = await runsOfJob(await database(), jobId);
  if (!runs.before || !runs.after) return bad(serverProblem.roomFirst());
  const [before, after] = [await judgeRunOf(runs.before), await judgeRunOf(runs.after)];
  return ok(await judged({ kind: "explain", before, after }));
}

/** What the verdict would be with other bounds of one run; nothing is stored. */
export async function tryBounds(
  runId: number,
  body: unknown,
): Promise<Result<{ headline: Verdict["headline"]; chips: { chip: string; K: number; low: number; high: number }[] }>> {
  const checked = check(PhasesInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  const record = await findRun(db, runId);
  if (!record) return bad(serverProblem.noRun());
  const runs = await runsOfJob(db, record.jobId);
  const job = await findJob(db, record.jobId);
  if (!runs.before || !runs.after || !job) return bad(serverProblem.roomFirst());
  const machine = await findMachine(db, job.machineId);
  const of = async (r: RunRecord) => ({
    ...(await judgeRunOf(r)),
    ...(r.id === runId ? { phases: { loadOnS: checked.value.loadOnS, loadOffS: checked.value.loadOffS } } : {}),
  });
  if (!(checked.value.loadOffS > checked.value.loadOnS)) return bad(serverProblem.badPhases());
  const options = { limitC: machine?.limitC ?? null, thresholdK: THRESHOLD_K };
  const v = await judged({ kind: "pair", before: await of(runs.before), after: await of(runs.after), options });
  return ok({
    headline: v.headline,
    chips: v.chips.flatMap((c) => (c.change ? [{ chip: c.chip, ...c.change }] : [])),
  });
}

const inputOf = (r: RunRecord) => ({
  runId: r.id,
  sha256: r.sourceSha256,
  phases: r.phases,
  room: { startC: r.conditions.roomStartC, endC: r.conditions.roomEndC },
});

/** Judges a job anew; the earlier verdict is kept beside the new one. */
export async function judgeAgain(jobId: number): Promise<Result<{ verdictId: number }>> {
  const verdict = await judgeJob(jobId);
  return verdict.ok ? ok({ verdictId: verdict.value.id }) : verdict;
}
