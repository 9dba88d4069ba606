import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import type { GoodRun } from "../../core/measure/judge";

/** Resistances of a job's after run as one judge measured them; none where it left a path worse or unknown. */
export interface Measure {
  jobId: number;
  judgeVersion: string;
  beforeRunId: number;
  afterRunId: number;
  runs: GoodRun[];
}

/** Keeps what a judge measured of a job, in the place of what it measured before. */
export async function saveMeasure(db: Knex, m: Measure): Promise<void> {
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

/** A job with both its runs, and what one judge measured of them; null where it did not yet. */
export interface MeasuredPair {
  jobId: number;
  tag: string;
  limitC: number | null;
  runs: GoodRun[] | null;
}

/** One machine's pairs, or those of a model's other machines. */
export type PairsOf = { machineId: number } | { model: string; variant: string; butMachine: number };

/** Pairs of jobs that were opened up to a time, the newest, with what one judge measured of these very runs. */
export async function measuredPairs(
  db: Knex,
  of: PairsOf,
  when: { before: string; but: number },
  judgeVersion: string,
  most: number,
): Promise<MeasuredPair[]> {
  const query = db("jobs as j")
    .join("machines as m", "m.id", "j.machine_id")
    .joinRaw("JOIN runs b ON b.job_id = j.id AND b.kind = 'before' AND b.replaced_at IS NULL")
    .joinRaw("JOIN runs a ON a.job_id = j.id AND a.kind = 'after' AND a.replaced_at IS NULL")
    .joinRaw(
      `LEFT JOIN measures x ON x.job_id = j.id AND x.judge_version = ?
         AND x.before_run_id = b.id AND x.after_run_id = a.id`,
      [judgeVersion],
    )
    .where("j.opened_at", "<=", when.before)
    .whereNot("j.id", when.but);
  if ("machineId" in of) void query.where("j.machine_id", of.machineId);
  else void query.where({ "m.model": of.model, "m.variant": of.variant }).whereNot("m.id", of.butMachine);
  const rows = await query
    .orderBy("j.opened_at", "desc")
    .orderBy("j.id", "desc")
    .limit(most)
    .select<{ id: number; tag: string; limit_c: number | null; runs_json: string | null }[]>(
      "j.id",
      "m.tag",
      "m.limit_c",
      "x.runs_json",
    );
  return rows.map((r) => ({
    jobId: r.id,
    tag: r.tag,
    limitC: r.limit_c,
    runs: storedJson<GoodRun[] | null>(r.runs_json, null, `what was measured of job ${r.id}`),
  }));
}
