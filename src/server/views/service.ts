import { Journal, SERVICE_STAGES, type Predicted, type ServiceStage } from "../../core/service";
import { plainText } from "../../core/judge";
import { database } from "../../data/connection";
import { entriesOf } from "../../data/journal";
import { listJobs } from "../../data/jobs";
import { findMachine } from "../../data/machines";
import type { JobView } from "./job";
import { triageOf } from "./triage";

export interface ServiceStageView {
  /** What the run before pointed to; null where it could not be read alone. */
  predicted: (Predicted & { headline: string }) | null;
  /** Watts of the chips at the run before's matched load; 0 where unknown. */
  chipW: number;
  /** Seconds at work per stage in earlier jobs of the model. */
  earlier: Partial<Record<ServiceStage, number>>[];
}

/** What the stages of handwork know from the runs and from earlier jobs. */
export async function serviceStage(view: JobView): Promise<ServiceStageView> {
  const triage = await triageOf(view);
  const high = (path: "contact" | "airflow") => triage?.chips.some((c) => c.paths.some((p) => p.path === path && p.excess.low > 0 && p.excess.K > 3)) ?? false;
  return {
    predicted: triage && { contact: high("contact"), airflow: high("airflow"), headline: plainText(triage.headline) },
    chipW: triage ? Object.values(triage.matched.powerW).reduce((a, b) => a + b, 0) : 0,
    earlier: await earlierTimes(view),
  };
}

async function earlierTimes(view: JobView): Promise<Partial<Record<ServiceStage, number>>[]> {
  const db = await database();
  const out: Partial<Record<ServiceStage, number>>[] = [];
  for (const job of await listJobs(db)) {
    if (job.id === view.job.id || job.closedAt === null) continue;
    const machine = job.machineId === view.machine.id ? view.machine : await findMachine(db, job.machineId);
    if (machine?.model !== view.machine.model || machine.variant !== view.machine.variant) continue;
    const journal = new Journal(await entriesOf(db, job.id));
    const times = Object.fromEntries(SERVICE_STAGES.map((s) => [s, journal.seconds(s)] as const).filter(([, t]) => t > 0));
    if (Object.keys(times).length) out.push(times);
  }
  return out;
}
