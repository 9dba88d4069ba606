import type { Machine } from "../../core/job";
import { figuresFromRuns, figuresOfClass, goodRunsOf, type GoodFigures, type GoodRun } from "../../core/judge";
import { channelOf, type Run } from "../../core/log";
import { database } from "../../data/connection";
import { listJobs, type Job } from "../../data/jobs";
import { listMachines } from "../../data/machines";
import { latestVerdict } from "../../data/verdicts";

/**
 * What good machines of this kind measure, from what was known before the job: its own runs, its model's, else its
 * class's.
 */
export async function goodFigures(own: Machine, job: Job, run: Run): Promise<GoodFigures> {
  const db = await database();
  const ownRuns: GoodRun[] = [];
  const modelRuns: GoodRun[] = [];
  for (const machine of await listMachines(db)) {
    if (machine.model !== own.model || machine.variant !== own.variant) continue;
    for (const past of await listJobs(db, { machineId: machine.id })) {
      // only what was known before this job counts
      if (past.id === job.id || past.openedAt > job.openedAt) continue;
      const verdict = await latestVerdict(db, past.id);
      if (verdict) (machine.id === own.id ? ownRuns : modelRuns).push(...goodRunsOf(machine.tag, verdict.result));
    }
  }
  const known = figuresFromRuns(ownRuns, modelRuns, own.model);
  if (known) return known;
  const chips = (["cpu", "gpu"] as const).filter((c) => channelOf(run, `${c}.temperature`));
  return figuresOfClass(chips, typicalPower(run), !run.channels.some((c) => c.key.startsWith("fan")));
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
