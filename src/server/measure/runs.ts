import { isDeepStrictEqual } from "node:util";
import { doubtsOf, findPhases, layoutOf, declaredIn, type Phases, type Run } from "../../core/measure/log";
import { bad, ok, type Result } from "../../core/base/result";
import { batterySwollen, BEFORE_SKIPPED, Journal } from "../../core/handwork/service";
import { rememberRoles } from "../../data/measure/headings";
import { entriesOf } from "../../data/handwork/journal";
import { dropMeasures } from "../../data/measure/measures";
import {
  addRun,
  findRun,
  loadTime,
  originalFile,
  packRun,
  runsOfJob,
  updateRun,
  type NewRun,
  type RunKind,
  type RunRecord,
} from "../../data/measure/runs";
import { database } from "../../data/base/connection";
import { check } from "../../input/check";
import { RunChangeInput } from "../../input/run";
import { serverProblem } from "../base/http/problems";
import { receiveLog, type ReceivedLog } from "./upload";
import { afterSaved, judgedNow } from "./afterRun";
import { liveLogOf } from "./live/finish";
import { openJob, writing } from "../base/http/write";

/** Takes in the log of one run of a job, and judges when both runs are there. */
export async function storeRun(
  body: AsyncIterable<Uint8Array>,
): Promise<Result<{ runId: number; verdictId: number | null; alone: boolean }>> {
  const received = await receiveLog(body);
  if (!received.ok) return received;
  const { head, run } = received.value;
  const phases = head.phases ?? findPhases(run);
  if (phases && !phasesFit(phases, run)) return bad(serverProblem.badPhases());
  const stored = await saveRun(received.value, phases);
  if (!stored.ok) return stored;
  const { runId, paired, skipped } = stored.value;
  const verdictId = await afterSaved(head.jobId, head.kind, paired);
  // a machine that could not run before is judged by its run after alone
  const alone = head.kind === "after" && !paired && skipped;
  return ok({ runId, verdictId, alone });
}

/** Stores a received run beside the other of its job, or says why not. The same log sent once more is stored once. */
async function saveRun(
  { head, run, table, sha256, bytes, gzip }: ReceivedLog,
  phases: Phases | null,
): Promise<Result<{ runId: number; paired: boolean; skipped: boolean }>> {
  const packed = await packRun(run);
  const now = new Date().toISOString();
  return writing(async (tx) => {
    const job = await openJob(tx, head.jobId);
    if (!job.ok) return job;
    const journal = new Journal(await entriesOf(tx, head.jobId));
    if (batterySwollen(journal)) return bad(serverProblem.swollen());
    const runs = await runsOfJob(tx, head.jobId);
    const other = runs[head.kind === "before" ? "after" : "before"];
    const doubt = doubtsOf(
      head.kind,
      { name: head.name, sha256, startMs: run.startMs },
      other ? { kind: other.kind, name: other.sourceName, sha256: other.sourceSha256, startMs: other.startMs } : null,
    )[0];
    if (doubt && (doubt.code === "same-log" || !head.anyway)) return bad(doubt);
    const kept: NewRun = {
      jobId: head.jobId,
      kind: head.kind,
      sourceName: head.name || "pasted text",
      sourceSha256: sha256,
      sourceBytes: bytes,
      sourceGzip: gzip,
      columns: table.columns,
      layout: layoutOf(table),
      phases: phases && { loadOnS: phases.loadOnS, loadOffS: phases.loadOffS },
      conditions: { ...head.conditions },
      run: packed,
    };
    const own = runs[head.kind];
    const runId = own && isSame(own, kept) ? own.id : await addRun(tx, kept, now);
    await rememberRoles(tx, head.plan.header, declaredIn(head.plan), now);
    return ok({ runId, paired: other !== undefined, skipped: journal.isSettled(BEFORE_SKIPPED) });
  });
}

/** Whether a run came already: its answer may have been lost on the way. */
const isSame = (own: RunRecord, sent: NewRun): boolean =>
  own.sourceSha256 === sent.sourceSha256 &&
  isDeepStrictEqual(
    [own.phases, own.conditions, own.layout, own.columns].map(plain),
    [sent.phases, sent.conditions, sent.layout, sent.columns].map(plain),
  );

/** As it is stored. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** Changes bounds or conditions of a stored run, and judges anew where there is a pair. */
export async function changeRun(id: number, body: unknown): Promise<Result<{ verdictId: number | null }>> {
  const checked = check(RunChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { phases, conditions } = checked.value;
  const changed = await writing(async (tx) => {
    const record = await findRun(tx, id);
    if (!record) return bad(serverProblem.noRun());
    const job = await openJob(tx, record.jobId);
    if (!job.ok) return job;
    if (phases && !phasesFit(phases, { timeS: await loadTime(tx, id) })) return bad(serverProblem.badPhases());
    await updateRun(tx, id, {
      ...(phases ? { phases: { loadOnS: phases.loadOnS, loadOffS: phases.loadOffS } } : {}),
      ...(conditions ? { conditions: { ...conditions } } : {}),
    });
    await dropMeasures(tx, record.jobId);
    const runs = await runsOfJob(tx, record.jobId);
    return ok({ jobId: record.jobId, paired: Boolean(runs.before && runs.after) });
  });
  if (!changed.ok) return changed;
  return ok({ verdictId: changed.value.paired ? await judgedNow(changed.value.jobId) : null });
}

function phasesFit(phases: Phases, run: Pick<Run, "timeS">): boolean {
  const end = run.timeS[run.timeS.length - 1] ?? 0;
  return phases.loadOnS >= 0 && phases.loadOffS > phases.loadOnS && phases.loadOffS <= end + 1e-3;
}

export type { RunKind };

/** The file of a run: as it came, or as far as it has come where the run still goes. */
export async function sourceOf(id: number): Promise<{ name: string; bytes: Buffer } | null> {
  const db = await database();
  const record = await findRun(db, id);
  if (!record) return liveLogOf(id);
  const bytes = await originalFile(db, id);
  return bytes ? { name: record.sourceName, bytes } : null;
}
