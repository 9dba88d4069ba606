import type { Machine } from "../../../core/workshop/job";
import {
  figuresFromRuns,
  figuresOfClass,
  goodRunsOf,
  JUDGE_VERSION,
  type GoodFigures,
  type GoodRun,
} from "../../../core/measure/judge";
import { channelOf, type Run } from "../../../core/measure/log";
import type { Verdict } from "../../../core/measure/says";
import { PieceBroken } from "../../../data/base/brokenPieces";
import { database } from "../../../data/base/connection";
import type { Job } from "../../../data/workshop/jobs";
import { saveMeasure, measuredPairs, type MeasuredPair, type PairsOf } from "../../../data/measure/measures";
import { runsOfJob, type RunRecord } from "../../../data/measure/runs";
import { latestVerdict } from "../../../data/measure/verdicts";
import { judged } from "../../../threads/pool";
import { judgeRunOf } from "./judgeRun";

/** Good figures are taken from so many jobs at most, the newest: more would tell nothing new. */
const MOST_JOBS = 12;

/**
 * What good machines of this kind measure, from what was known before the job: its own runs, its model's, else its
 * class's, for which the run itself is looked at. All are measured by the judge as it is now.
 */
export async function goodFigures(own: Machine, job: Job, runOf: () => Promise<Run>): Promise<GoodFigures> {
  const ownRuns = await goodRunsAmong({ machineId: own.id }, job);
  const others = { model: own.model, variant: own.variant, butMachine: own.id };
  const known = figuresFromRuns(ownRuns, ownRuns.length ? [] : await goodRunsAmong(others, job), own.model);
  if (known) return known;
  const run = await runOf();
  const chips = (["cpu", "gpu"] as const).filter((c) => channelOf(run, `${c}.temperature`));
  return figuresOfClass(chips, typicalPower(run), !run.channels.some((c) => c.key.startsWith("fan")));
}

/** Good runs of the newest jobs of some machines that were known when this job was opened. */
async function goodRunsAmong(whose: PairsOf, job: Job): Promise<GoodRun[]> {
  const db = await database();
  const found: GoodRun[] = [];
  for (const pair of await measuredPairs(db, whose, { before: job.openedAt, but: job.id }, JUDGE_VERSION, MOST_JOBS))
    found.push(...(pair.runs ?? (await measuredNow(pair))));
  return found;
}

/** What a past job measures by the judge as it is now, where only an older one measured it. */
async function measuredNow(pair: MeasuredPair): Promise<GoodRun[]> {
  const db = await database();
  const { before, after } = await runsOfJob(db, pair.jobId);
  if (!before || !after) return [];
  const of = { jobId: pair.jobId, judgeVersion: JUDGE_VERSION, beforeRunId: before.id, afterRunId: after.id };
  const verdict = await latestVerdict(db, pair.jobId);
  const current =
    verdict?.judgeVersion === JUDGE_VERSION && verdict.beforeRunId === before.id && verdict.afterRunId === after.id;
  const result = current ? verdict.result : await judgedAnew(before, after, pair.limitC);
  if (!result) return [];
  const runs = goodRunsOf(pair.tag, result);
  await saveMeasure(db, { ...of, runs });
  return runs;
}

/** The verdict of two runs; null where readings of one are not what they were: another job does not fail by it. */
async function judgedAnew(before: RunRecord, after: RunRecord, limitC: number | null): Promise<Verdict | null> {
  try {
    const pair = { before: await judgeRunOf(before), after: await judgeRunOf(after) };
    return await judged({ kind: "pair", ...pair, options: { limitC } });
  } catch (e) {
    if (e instanceof PieceBroken) return null;
    throw e;
  }
}

/** Power over all chips that the upper half of the run held, W. */
function typicalPower(run: Run): number {
  return ["cpu.power", "gpu.power"].reduce((total, key) => {
    const values =
      channelOf(run, key)
        ?.values.filter((v) => Number.isFinite(v))
        .sort() ?? new Float32Array(0);
    return total + (values[Math.floor(values.length * 0.6)] ?? 0);
  }, 0);
}
