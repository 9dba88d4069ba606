import type { Knex } from "knex";
import { THRESHOLDS_K } from "../../core/workshop/job";
import { JUDGE_VERSION } from "../../core/measure/judge";
import { roomTrue } from "../../core/measure/pair";
import type { Job } from "../../data/workshop/jobs";
import type { RunKind, RunRecord } from "../../data/measure/runs";
import { latestVerdict, verdictOfJob, type VerdictRecord } from "../../data/measure/verdicts";
import { findWorkshop } from "../../data/workshop/workshop";

/** What a verdict was given on, of one run. */
export interface VerdictInput {
  runId: number;
  sha256: string;
  phases: RunRecord["phases"];
  room: { startC: number | null; endC: number | null };
  /** How often its bounds or conditions had been changed; not kept by verdicts of earlier versions. */
  revision?: number;
}

export const inputOf = (r: RunRecord): VerdictInput => ({
  runId: r.id,
  sha256: r.sourceSha256,
  phases: r.phases,
  room: roomTrue(r.conditions),
  revision: r.revision,
});

/** Whether a verdict is that of these runs as they are now. */
export function isOf(v: VerdictRecord, runs: Partial<Record<RunKind, RunRecord>>): boolean {
  const inputs = v.inputs as Partial<Record<RunKind, VerdictInput>>;
  const same = (kind: RunKind, id: number) =>
    runs[kind]?.id === id && runs[kind].revision === (inputs[kind]?.revision ?? 0);
  return same("before", v.beforeRunId) && same("after", v.afterRunId);
}

/** By what threshold a verdict was given, K. */
const thresholdOf = (v: VerdictRecord): number =>
  (v.inputs as { thresholdK?: number }).thresholdK ?? THRESHOLDS_K.usual;

/** Whether a verdict is that of these runs as they are now, by the judge and the threshold as they are now. */
export const isFresh = (
  v: VerdictRecord | null,
  runs: Partial<Record<RunKind, RunRecord>>,
  thresholdK: number,
): v is VerdictRecord =>
  v !== null && v.judgeVersion === JUDGE_VERSION && thresholdOf(v) === thresholdK && isOf(v, runs);

/**
 * The verdict that stands for a job with both its runs; null where it has yet to be given. A closed job keeps that it
 * was closed with; of an open one it follows from its runs and the judge as they are now.
 */
export async function verdictInForce(
  db: Knex,
  job: Job,
  runs: Partial<Record<RunKind, RunRecord>>,
): Promise<VerdictRecord | null> {
  if (!runs.before || !runs.after) return null;
  if (job.closedAt !== null) return verdictOfJob(db, job);
  const latest = await latestVerdict(db, job.id);
  return isFresh(latest, runs, (await findWorkshop(db)).thresholdK) ? latest : null;
}
