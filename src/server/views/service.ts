import type { Predicted, PredictedPath, ServiceStage } from "../../core/service";
import { plainText, type Triage, type TriagePath } from "../../core/judge";
import { database } from "../../data/connection";
import { photosOf, type PhotoPhase } from "../../data/photos";
import { timesOfModel } from "../../data/stands";
import type { JobView } from "./job";
import { catchUp } from "./stands";
import { triageOf } from "./triage";

export interface ServiceStageView {
  /** What the run before pointed to; null where it could not be read alone. */
  predicted: (Predicted & { headline: string }) | null;
  /** Watts of the chips at the run before's matched load; 0 where unknown. */
  chipW: number;
  /** The same by chip. */
  wattsOf: Record<string, number>;
  /** Seconds at work per stage in earlier jobs of the model. */
  earlier: Partial<Record<ServiceStage, number>>[];
  /** Photos of the job, for the pairs before and after. */
  photos: StepPhotoView[];
}

export interface StepPhotoView {
  id: number;
  phase: PhotoPhase;
  note: string;
  xMm: number | null;
  yMm: number | null;
}

/** Times are estimated from so many earlier jobs of the model, the newest. */
const MOST_EARLIER = 24;

/** What the stages of handwork know from the runs and from earlier jobs. */
export async function serviceStage(view: JobView): Promise<ServiceStageView> {
  const triage = await triageOf(view);
  await catchUp();
  const high = (path: "contact" | "airflow") =>
    triage?.chips.some((c) => c.paths.some((p) => p.path === path && isHigh(p))) ?? false;
  return {
    // a run that cannot be set against good figures pointed to nothing
    predicted: triage?.chips.length
      ? {
          contact: high("contact"),
          airflow: high("airflow"),
          headline: plainText(triage.headline),
          ...pathsOf(triage),
          contacts: triage.chips.map((c) => ({
            chip: c.chip,
            high: isHigh(c.paths[0]),
            path: predictedPath(c.paths[0]),
          })),
        }
      : null,
    chipW: triage ? Object.values(triage.matched.powerW).reduce((a, b) => a + b, 0) : 0,
    wattsOf: triage ? { ...triage.matched.powerW } : {},
    earlier: await timesOfModel(await database(), view.machine, view.job.id, MOST_EARLIER),
    photos: (await photosOf(await database(), view.job.id))
      .filter((p) => p.phase !== "tracing")
      .map((p) => ({ id: p.id, phase: p.phase, note: p.note, xMm: p.xMm, yMm: p.yMm })),
  };
}

/** A path of the run before, K/W above usual; null where its power was not logged. */
function predictedPath(p: TriagePath): PredictedPath | null {
  if (p.seenKW === null || p.seen.K <= 0) return null;
  const perK = p.seenKW / p.seen.K;
  return { aboveKW: [p.excess.low * perK, p.excess.high * perK], midKW: p.excess.K * perK, usualKW: p.good.K * perK };
}

const isHigh = (p: TriagePath): boolean => p.excess.low > 0 && p.excess.K > 3;

/** Both paths at the chip the run was judged by. */
function pathsOf(triage: Triage): Pick<Predicted, "chip" | "paths"> {
  const lead = triage.chips.find((c) => c.chip === triage.lead) ?? triage.chips[0];
  const path = predictedPath;
  const [contact, airflow] = [lead && path(lead.paths[0]), lead && path(lead.paths[1])];
  return lead && contact && airflow ? { chip: lead.chip, paths: { contact, airflow } } : { chip: "", paths: null };
}
