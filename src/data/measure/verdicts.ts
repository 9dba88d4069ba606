import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import type { Verdict } from "../../core/measure/says";

/** A verdict as given, with what it was given on. */
export interface VerdictRecord {
  id: number;
  jobId: number;
  beforeRunId: number;
  afterRunId: number;
  createdAt: string;
  judgeVersion: string;
  inputs: unknown;
  result: Verdict;
}

interface VerdictRow {
  id: number;
  job_id: number;
  before_run_id: number;
  after_run_id: number;
  created_at: string;
  judge_version: string;
  inputs_json: string;
  result_json: string;
}

/** Null where it cannot be read any more: the pair is then judged anew, as one that never was. */
function fromRow(r: VerdictRow | undefined): VerdictRecord | null {
  if (!r) return null;
  const result = storedJson<Verdict | null>(r.result_json, null, `verdict ${r.id}`);
  const inputs = storedJson<object | null>(r.inputs_json, null, `what verdict ${r.id} was given on`);
  if (!result || !inputs) return null;
  return {
    id: r.id,
    jobId: r.job_id,
    beforeRunId: r.before_run_id,
    afterRunId: r.after_run_id,
    createdAt: r.created_at,
    judgeVersion: r.judge_version,
    inputs,
    result,
  };
}

export async function addVerdict(db: Knex, v: Omit<VerdictRecord, "id" | "createdAt">, now: string): Promise<number> {
  const [row] = await db("verdicts")
    .insert({
      job_id: v.jobId,
      before_run_id: v.beforeRunId,
      after_run_id: v.afterRunId,
      created_at: now,
      judge_version: v.judgeVersion,
      inputs_json: JSON.stringify(v.inputs),
      result_json: JSON.stringify(v.result),
    })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

/** The verdict given before this one of the same job; null when there was none. */
export async function earlierVerdict(db: Knex, v: VerdictRecord): Promise<VerdictRecord | null> {
  const row = await db<VerdictRow>("verdicts")
    .where({ job_id: v.jobId })
    .andWhere("id", "<", v.id)
    .orderBy("id", "desc")
    .first();
  return fromRow(row);
}

/** The verdict a job stands by: a closed one keeps that it was closed with, whatever was judged since. */
export async function verdictOfJob(
  db: Knex,
  job: { id: number; closedAt: string | null },
): Promise<VerdictRecord | null> {
  if (job.closedAt === null) return latestVerdict(db, job.id);
  const row = await db<VerdictRow>("verdicts")
    .where({ job_id: job.id })
    .andWhere("created_at", "<=", job.closedAt)
    .orderBy("id", "desc")
    .first();
  // none was given before it was closed: the first one since is the one it stands by
  const first = row ?? (await db<VerdictRow>("verdicts").where({ job_id: job.id }).orderBy("id").first());
  return fromRow(first);
}

/** The newest verdict of a job. */
export async function latestVerdict(db: Knex, jobId: number): Promise<VerdictRecord | null> {
  const row = await db<VerdictRow>("verdicts").where({ job_id: jobId }).orderBy("id", "desc").first();
  return fromRow(row);
}
