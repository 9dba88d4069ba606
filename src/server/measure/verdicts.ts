import { goodRunsOf, JUDGE_VERSION } from "../../core/measure/judge";
import { sourceWords, type ExplainedChip, type Verdict } from "../../core/measure/says";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { findJob } from "../../data/workshop/jobs";
import { findMachine } from "../../data/workshop/machines";
import { saveMeasure } from "../../data/measure/measures";
import { findRun, runsOfJob, type RunKind, type RunRecord } from "../../data/measure/runs";
import { addVerdict, latestVerdict, type VerdictRecord } from "../../data/measure/verdicts";
import { findWorkshop } from "../../data/workshop/workshop";
import { check } from "../../input/check";
import { PhasesInput } from "../../input/run";
import { judged } from "../../threads/pool";
import { goodFigures } from "./views/good";
import { judgeRunOf } from "./views/judgeRun";
import { inputOf, isFresh } from "../job/fresh";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { processWide } from "../../core/base/processWide";

const heldUnderWay = processWide<Map<string, Promise<Result<VerdictRecord>>>>("verdicts under way");

/**
 * Judges the two runs of a job and keeps the verdict with what it was given on. One that stands for these runs already
 * is given as it is, and who asks while it is made waits for the same.
 */
export async function judgeJob(jobId: number): Promise<Result<VerdictRecord>> {
  const runs = await runsOfJob(await database(), jobId);
  const key = [jobId, runs.before?.id, runs.before?.revision, runs.after?.id, runs.after?.revision].join(".");
  const underWay = heldUnderWay.orMake(() => new Map());
  const made = underWay.get(key) ?? judgedAndSaved(jobId).finally(() => underWay.delete(key));
  underWay.set(key, made);
  return made;
}

/** Runs that change while they are judged are judged so many times anew. */
const MOST_TRIES = 3;

async function judgedAndSaved(jobId: number, tries = 1): Promise<Result<VerdictRecord>> {
  const db = await database();
  const job = await findJob(db, jobId);
  if (!job) return bad(serverProblem.noJob());
  const runs = await runsOfJob(db, jobId);
  if (!runs.before || !runs.after) return bad(serverProblem.roomFirst());
  const known = await latestVerdict(db, jobId);
  const { thresholdK } = await findWorkshop(db);
  if (isFresh(known, runs, thresholdK)) return ok(known);
  const machine = await findMachine(db, job.machineId);
  const limitC = machine?.limitC ?? null;
  const before = await judgeRunOf(runs.before);
  const figures = machine ? await goodFigures(machine, job, () => Promise.resolve(before.run)) : null;
  const options = { limitC, thresholdK, good: figures };
  const result = await judged({ kind: "pair", before, after: await judgeRunOf(runs.after), options });
  const inputs = {
    limitC,
    thresholdK,
    good: figures && sourceWords(figures.source),
    before: inputOf(runs.before),
    after: inputOf(runs.after),
  };
  const of = {
    jobId,
    beforeRunId: runs.before.id,
    afterRunId: runs.after.id,
    judgeVersion: JUDGE_VERSION,
    inputs,
    result,
  };
  const kept = await writing(async (tx) => {
    // a log may have been replaced, or its bounds moved, while the judge was at work
    const now = await runsOfJob(tx, jobId);
    const same = (kind: RunKind) => now[kind]?.id === runs[kind]?.id && now[kind]?.revision === runs[kind]?.revision;
    if (!same("before") || !same("after")) return ok(null);
    const given = await latestVerdict(tx, jobId);
    if (isFresh(given, now, thresholdK)) return ok(given);
    await addVerdict(tx, of, new Date().toISOString());
    // what it measures of the machine is known from now on, also to other jobs of its model
    await saveMeasure(tx, { ...of, runs: goodRunsOf(machine?.tag ?? "", result) });
    return ok(await latestVerdict(tx, jobId));
  });
  if (!kept.ok) return kept;
  if (kept.value) return ok(kept.value);
  return tries < MOST_TRIES ? judgedAndSaved(jobId, tries + 1) : bad(serverProblem.runsMoved());
}

/** The fits behind a job's verdict. */
export async function explainJob(jobId: number): Promise<Result<ExplainedChip[]>> {
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
  const { thresholdK } = await findWorkshop(db);
  const options = { limitC: machine?.limitC ?? null, thresholdK };
  const v = await judged({ kind: "pair", before: await of(runs.before), after: await of(runs.after), options });
  return ok({
    headline: v.headline,
    chips: v.chips.flatMap((c) => (c.change ? [{ chip: c.chip, ...c.change }] : [])),
  });
}

/** Judges a job where no verdict stands for its runs and the judge as they are; an earlier one is kept beside it. */
export async function judgeAgain(jobId: number): Promise<Result<{ verdictId: number }>> {
  const verdict = await judgeJob(jobId);
  return verdict.ok ? ok({ verdictId: verdict.value.id }) : verdict;
}
