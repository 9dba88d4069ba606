import { alignRuns, type PairCurves } from "../../core/judge";
import { dueByEnvironment } from "../../core/upkeep";
import { database } from "../../data/connection";
import { loadSamples } from "../../data/runs";
import type { VerdictRecord } from "../../data/verdicts";
import type { JobView } from "./job";

export interface VerdictStageView {
  record: VerdictRecord;
  curves: PairCurves;
  suggestedDue: { dueOn: string; why: string };
}

/** The verdict of a job with both runs on one axis; null while a run is missing. */
export async function verdictStage(view: JobView): Promise<VerdictStageView | null> {
  const { before, after } = view.runs;
  if (!before || !after || !view.verdict) return null;
  const db = await database();
  const curves = alignRuns({ run: await loadSamples(db, before), phases: before.phases }, { run: await loadSamples(db, after), phases: after.phases });
  return { record: view.verdict, curves, suggestedDue: dueByEnvironment(view.machine.environment, new Date().toISOString().slice(0, 10)) };
}
