import { remainingS, type GoingRun } from "../../../core/measure/protocol";
import { channelOf } from "../../../core/measure/log";
import { database } from "../../../data/base/connection";
import { findJobs } from "../../../data/workshop/jobs";
import { openLiveRuns } from "../../../data/measure/liveRuns";
import { withMachines } from "../../../data/workshop/jobSummaries";
import { liveSessionOf, type LiveSession } from "./liveSession";

/** Runs that go now, oldest first. */
export async function goingRuns(): Promise<GoingRun[]> {
  const db = await database();
  const open = await openLiveRuns(db);
  if (open.length === 0) return [];
  const found = await findJobs(
    db,
    open.map((o) => o.jobId),
  );
  const jobs = await withMachines(db, [...found.values()]);
  const out: GoingRun[] = [];
  for (const { id, jobId, kind } of open) {
    const machine = jobs.find((j) => j.job.id === jobId)?.machine;
    const session = await liveSessionOf(id);
    if (!machine || !session) continue;
    const state = session.state();
    out.push({
      runId: id,
      jobId,
      kind,
      tag: machine.tag,
      model: machine.model,
      phase: session.began ? state.phase : "waiting",
      loadedS: state.loadedS,
      remainingS: remainingS(session.live.recipe, state),
      C: hottestNow(session),
    });
  }
  return out;
}

/** Looked back for a reading, s. */
const LOOK_BACK_S = 5;

function hottestNow(session: LiveSession): number | null {
  if (!session.began) return null;
  const run = session.tail(LOOK_BACK_S);
  const read = ["cpu.temperature", "gpu.temperature"].flatMap((k) => {
    const last = channelOf(run, k)?.values.findLast((v) => Number.isFinite(v));
    return last === undefined ? [] : [last];
  });
  return read.length ? Math.max(...read) : null;
}
