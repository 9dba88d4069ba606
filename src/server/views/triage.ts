import { figuresFromRuns, figuresOfClass, goodRunsOf, triageRun, type GoodFigures, type GoodRun, type Triage } from "../../core/judge";
import { channelOf, type Run } from "../../core/log";
import { database } from "../../data/connection";
import { listJobs } from "../../data/jobs";
import { listMachines } from "../../data/machines";
import { loadSamples } from "../../data/runs";
import { latestVerdict } from "../../data/verdicts";
import type { JobView } from "./job";

/** The run before of a job, judged alone against good figures; null while there is none or no load is marked. */
export async function triageOf(view: JobView): Promise<Triage | null> {
  const record = view.runs.before;
  if (!record) return null;
  const run = await loadSamples(await database(), record);
  const good = await goodFigures(view, run);
  return triageRun({ run, phases: record.phases, room: { startC: record.conditions.roomStartC, endC: record.conditions.roomEndC } }, good, view.machine.limitC);
}

async function goodFigures(view: JobView, run: Run): Promise<GoodFigures> {
  const db = await database();
  const own: GoodRun[] = [];
  const model: GoodRun[] = [];
  for (const machine of await listMachines(db)) {
    if (machine.model !== view.machine.model || machine.variant !== view.machine.variant) continue;
    for (const job of await listJobs(db, { machineId: machine.id })) {
      // only what was known before this job counts
      if (job.id === view.job.id || job.openedAt > view.job.openedAt) continue;
      const verdict = await latestVerdict(db, job.id);
      if (verdict) (machine.id === view.machine.id ? own : model).push(...goodRunsOf(machine.tag, verdict.result));
    }
  }
  const known = figuresFromRuns(own, model, view.machine.model);
  if (known) return known;
  const chips = (["cpu", "gpu"] as const).filter((c) => channelOf(run, `${c}.temperature`));
  return figuresOfClass(chips, typicalPower(run), !run.channels.some((c) => c.key.startsWith("fan")));
}

/** Power over all chips that the upper half of the run held, W. */
function typicalPower(run: Run): number {
  return ["cpu.power", "gpu.power"].reduce((total, key) => {
    const values = channelOf(run, key)?.values.filter((v) => Number.isFinite(v)).sort() ?? new Float32Array(0);
    return total + (values[Math.floor(values.length * 0.6)] ?? 0);
  }, 0);
}
