import { doubtsOf, findPhases, layoutOf, toldIn, type Phases, type Run } from "../core/log";
import { bad, ok, type Result } from "../core/result";
import { batterySwollen, BEFORE_SKIPPED, Journal } from "../core/service";
import { rememberRoles } from "../data/headings";
import { findJob } from "../data/jobs";
import { entriesOf } from "../data/journal";
import { dropMeasures } from "../data/measures";
import { addRun, findRun, loadSamples, originalFile, runsOfJob, updateRun, type RunKind } from "../data/runs";
import { database } from "../data/connection";
import { check } from "../input/check";
import { RunChangeInput } from "../input/run";
import { serverProblem } from "./problems";
import { receiveLog } from "./upload";
import { judgeJob } from "./verdicts";

/** Takes in the log of one run of a job, and judges when both runs are there. */
export async function storeRun(
  body: AsyncIterable<Uint8Array>,
): Promise<Result<{ runId: number; verdictId: number | null; alone: boolean }>> {
  const received = await receiveLog(body);
  if (!received.ok) return received;
  const { head, run, table } = received.value;
  const db = await database();
  const job = await findJob(db, head.jobId);
  if (!job) return bad(serverProblem.noJob());
  if (job.closedAt) return bad(serverProblem.jobClosed());
  const journal = new Journal(await entriesOf(db, job.id));
  if (batterySwollen(journal)) return bad(serverProblem.swollen());
  const other = (await runsOfJob(db, job.id))[head.kind === "before" ? "after" : "before"];
  const doubts = doubtsOf(
    head.kind,
    { name: head.name, sha256: received.value.sha256, startMs: run.startMs },
    other ? { kind: other.kind, name: other.sourceName, sha256: other.sourceSha256, startMs: other.startMs } : null,
  );
  const doubt = doubts[0];
  if (doubt && (doubt.code === "same-log" || !head.anyway)) return bad(doubt);
  const phases = head.phases ?? findPhases(run);
  if (phases && !phasesFit(phases, run)) return bad(serverProblem.badPhases());
  const now = new Date().toISOString();
  const runId = await addRun(
    db,
    {
      jobId: job.id,
      kind: head.kind,
      sourceName: head.name || "pasted text",
      sourceSha256: received.value.sha256,
      sourceBytes: received.value.bytes,
      sourceGzip: received.value.gzip,
      columns: table.columns,
      layout: layoutOf(table),
      phases: phases && { loadOnS: phases.loadOnS, loadOffS: phases.loadOffS },
      conditions: { ...head.conditions },
      run,
    },
    now,
  );
  await rememberRoles(db, head.plan.header, toldIn(head.plan), now);
  const verdict = other ? await judgeJob(job.id) : null;
  // a machine that could not run before is judged by its run after alone
  const alone = head.kind === "after" && !other && journal.isSettled(BEFORE_SKIPPED);
  return ok({ runId, verdictId: verdict?.ok ? verdict.value.id : null, alone });
}

/** Changes bounds or conditions of a stored run, and judges anew where there is a pair. */
export async function changeRun(id: number, body: unknown): Promise<Result<{ verdictId: number | null }>> {
  const checked = check(RunChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  const record = await findRun(db, id);
  if (!record) return bad(serverProblem.noRun());
  const { phases, conditions } = checked.value;
  if (phases && !phasesFit(phases, await loadSamples(db, record))) return bad(serverProblem.badPhases());
  await updateRun(db, id, {
    ...(phases ? { phases: { loadOnS: phases.loadOnS, loadOffS: phases.loadOffS } } : {}),
    ...(conditions ? { conditions: { ...conditions } } : {}),
  });
  await dropMeasures(db, record.jobId);
  const runs = await runsOfJob(db, record.jobId);
  const verdict = runs.before && runs.after ? await judgeJob(record.jobId) : null;
  return ok({ verdictId: verdict?.ok ? verdict.value.id : null });
}

function phasesFit(phases: Phases, run: Run): boolean {
  const end = run.timeS[run.timeS.length - 1] ?? 0;
  return phases.loadOnS >= 0 && phases.loadOffS > phases.loadOnS && phases.loadOffS <= end + 1e-3;
}

export type { RunKind };

/** The original file of a run. */
export async function sourceOf(id: number): Promise<{ name: string; bytes: Buffer } | null> {
  const db = await database();
  const record = await findRun(db, id);
  const bytes = record ? await originalFile(db, id) : null;
  return record && bytes ? { name: record.sourceName, bytes } : null;
}
