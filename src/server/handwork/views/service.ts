import type { Predicted, ServiceStage, Worths } from "../../../core/handwork/service";
import { database } from "../../../data/base/connection";
import { photosOf, type PhotoPhase } from "../../../data/drawing/photos";
import { timesOfModel } from "../../../data/workshop/jobSummaries";
import type { JobView } from "../../job/job";
import { listsAsked } from "../../job/jobSummaries";
import { worthsFor } from "../../job/forecasts";
import { readOf } from "../../job/readAlone";
import { triageOf } from "../../measure/views/triage";

export interface ServiceStageView {
  /** What the run before pointed to; null where it could not be read alone. */
  predicted: (Predicted & { headline: string }) | null;
  /** Watts of the chips at the run before's matched load; 0 where unknown. */
  chipW: number;
  /** The same by chip. */
  wattsOf: Record<string, number>;
  /** What findings were worth in this workshop's jobs before this one. */
  worths: Worths;
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
  await listsAsked();
  return {
    ...readOf(triage),
    chipW: triage ? Object.values(triage.matched.powerW).reduce((a, b) => a + b, 0) : 0,
    worths: await worthsFor(view),
    earlier: await timesOfModel(await database(), view.machine, view.job.id, MOST_EARLIER),
    photos: (await photosOf(await database(), view.job.id))
      .filter((p) => p.phase !== "tracing")
      .map((p) => ({ id: p.id, phase: p.phase, note: p.note, xMm: p.xMm, yMm: p.yMm })),
  };
}
