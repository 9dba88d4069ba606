import {
  channelOf,
  curvesOf,
  shapeIn,
  type ColumnChoices,
  type ColumnGuess,
  type RunCurves,
} from "../../../core/measure/log";
import { rememberedRoles } from "../../../data/measure/headings";
import { database } from "../../../data/base/connection";
import { loadSamples, type RunKind, type RunRecord } from "../../../data/measure/runs";
import type { JobView } from "../../job/job";

/** A column of a stored run, with its small curve where its channel was kept. */
export type StoredColumn = ColumnGuess & { first: string; shape: [number, number][]; evidence: string };

export interface RunStageView {
  run: RunRecord | null;
  curves: RunCurves | null;
  columns: StoredColumn[];
  other: { record: RunRecord; curves: RunCurves } | null;
  remembered: Record<string, ColumnChoices>;
}

/** Everything the page of one run needs, its own run and the other one behind it. */
export async function runStage(view: JobView, kind: RunKind): Promise<RunStageView> {
  const db = await database();
  const own = view.runs[kind] ?? null;
  const otherRecord = view.runs[kind === "before" ? "after" : "before"] ?? null;
  const samples = own ? await loadSamples(db, own) : null;
  return {
    run: own,
    curves: samples ? curvesOf(samples) : null,
    columns:
      own && samples
        ? own.columns.map((c) => ({
            ...c,
            first: "",
            shape: shapeIn(samples.timeS, channelOf(samples, c.role)?.values ?? []),
            evidence: "",
          }))
        : [],
    other: otherRecord ? { record: otherRecord, curves: curvesOf(await loadSamples(db, otherRecord)) } : null,
    remembered: await rememberedRoles(db),
  };
}
