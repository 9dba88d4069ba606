import type { Machine } from "../../core/job";
import {
  figuresFromRuns,
  figuresOfClass,
  goodRunsOf,
  JUDGE_VERSION,
  type GoodFigures,
  type GoodRun,
} from "../../core/judge";
import { channelOf, type Run } from "../../core/log";
import { database } from "../../data/connection";
import { jobsBefore, type Job } from "../../data/jobs";
import { machinesOfModel } from "../../data/machines";
import { findMeasure, keepMeasure } from "../../data/measures";
import { runsOfJob } from "../../data/runs";
import { latestVerdict } from "../../data/verdicts";
import { judged } from "../thread/judging";
import { judgeRunOf } from "./judgeRun";

/** Good figures are taken from so many jobs at most, the newest: more would tell nothing new. */
const MOST_JOBS = 12;

/**
 * What good machines of this kind measure, from what was known before the job: its own runs, its model's, else its
 * class's. All are measured by the judge as it is now.
 */
export async function goodFigures(own: Machine, job: Job, run: Run): Promise<GoodFigures> {
  const db = await database();
  const machines = await machinesOfModel(db, own);
  const others = machines.filter((m) => m.id !== own.id);
  const ownRuns = await goodRunsAmong([own], job);
  const known = figuresFromRuns(ownRuns, ownRuns.length ? [] : await goodRunsAmong(others, job), own.model);
  if (known) return known;
  const chips = (["cpu", "gpu"] as const).filter((c) => channelOf(run, `${c}.temperature`));
  return figuresOfClass(chips, typicalPower(run), !run.channels.some((c) => c.key.startsWith("fan")));
}

/** Good runs of the newest jobs of some machines that were known when this job was opened. */
async function goodRunsAmong(machines: readonly Machine[], job: Job): Promise<GoodRun[]> {
  const db = await database();
  const ids = machines.map((m) => m.id);
  const found: GoodRun[] = [];
  let jobs = 0;
  for (const past of await jobsBefore(db, ids, job.openedAt)) {
    if (past.id === job.id) continue;
    const machine = machines.find((m) => m.id === past.machineId);
    const runs = machine && (await measured(past, machine));
    if (!runs) continue;
    found.push(...runs);
    if (++jobs === MOST_JOBS) break;
  }
  return found;
}

/** What a past job measures by the judge as it is now, measured anew where an older one did; null without a pair. */
async function measured(past: Job, machine: Machine): Promise<GoodRun[] | null> {
  const db = await database();
  const { before, after } = await runsOfJob(db, past.id);
  if (!before || !after) return null;
  const of = { jobId: past.id, judgeVersion: JUDGE_VERSION, beforeRunId: before.id, afterRunId: after.id };
  const known = await findMeasure(db, of);
  if (known) return known.runs;
  const verdict = await latestVerdict(db, past.id);
  const current =
    verdict?.judgeVersion === JUDGE_VERSION && verdict.beforeRunId === before.id && verdict.afterRunId === after.id;
  const result = current
    ? verdict.result
    : await judged({
        kind: "pair",
        before: await judgeRunOf(before),
        after: await judgeRunOf(after),
        options: { limitC: machine.limitC },
      });
  const runs = goodRunsOf(machine.tag, result);
  await keepMeasure(db, { ...of, runs });
  return runs;
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
