import type { Knex } from "knex";
import type { GoodRun } from "../core/judge";

/** Resistances of a job's after run as one judge measured them; none where it left a path worse or unknown. */
export interface Measure {
  jobId: number;
  judgeVersion: string;
  beforeRunId: number;
  afterRunId: number;
  runs: GoodRun[];
}

interface MeasureRow {
  job_id: number;
  judge_version: string;
  before_run_id: number;
  after_run_id: number;
  runs_json: string;
}

/** Keeps what a judge measured of a job, in the place of what it measured before. */
export async function keepMeasure(db: Knex, m: Measure): Promise<void> {
  await db("measures")
    .insert({
      job_id: m.jobId,
      judge_version: m.judgeVersion,
      before_run_id: m.beforeRunId,
      after_run_id: m.afterRunId,
      runs_json: JSON.stringify(m.runs),
    })
    .onConflict(["job_id", "judge_version"])
    .merge();
}

/** Forgets what was measured of a job: its bounds or conditions were changed. */
export async function dropMeasures(db: Knex, jobId: number): Promise<void> {
  await db("measures").where({ job_id: jobId }).delete();
}

/** What one judge measured of a job from these very runs; null while it did not. */
export async function findMeasure(
  db: Knex,
  of: Pick<Measure, "jobId" | "judgeVersion" | "beforeRunId" | "afterRunId">,
): Promise<Measure | null> {
  const row = await db<MeasureRow>("measures")
    .where({
      job_id: of.jobId,
      judge_version: of.judgeVersion,
      before_run_id: of.beforeRunId,
      after_run_id: of.afterRunId,
    })
    .first();
  return row ? { ...of, runs: JSON.parse(row.runs_json) as GoodRun[] } : null;
}
