import { alignRuns, JUDGE_VERSION, type PairCurves } from "../../../core/measure/judge";
import type { Verdict } from "../../../core/measure/says";
import { database } from "../../../data/base/connection";
import { loadSamples } from "../../../data/measure/runs";
import { earlierVerdict, latestVerdict, type VerdictRecord } from "../../../data/measure/verdicts";
import { suggestedDue, TO_SHOW_MS } from "../../job/history";
import type { JobView } from "../../job/job";

export interface VerdictStageView {
  record: VerdictRecord;
  curves: PairCurves;
  suggestedDue: { dueOn: string; why: string };
  /** The verdict this one took the place of, and what the difference comes from. */
  earlier: {
    judge: string;
    at: string;
    headline: Verdict["headline"];
    K: number | null;
    nowK: number | null;
    because: string;
  } | null;
  /** What was judged since the job was closed: it keeps the verdict it was closed with. */
  beside: { judge: string; at: string; headline: Verdict["headline"]; K: number | null } | null;
  /** The judge has moved on since this verdict was given. */
  outdated: boolean;
}

/** The verdict of a job with both runs on one axis; null while a run is missing. */
export async function verdictStage(view: JobView): Promise<VerdictStageView | null> {
  const { before, after } = view.runs;
  if (!before || !after || !view.verdict) return null;
  const db = await database();
  const curves = alignRuns(
    { run: await loadSamples(db, before), phases: before.phases },
    { run: await loadSamples(db, after), phases: after.phases },
  );
  const past = await earlierVerdict(db, view.verdict);
  const newest = await latestVerdict(db, view.job.id);
  const leadK = (v: Verdict) =>
    v.chips.find((c) => c.chip === (view.verdict?.result.lead ?? v.lead))?.change?.K ?? null;
  const earlier = past && {
    judge: past.judgeVersion,
    at: past.createdAt,
    headline: past.result.headline,
    K: leadK(past.result),
    nowK: leadK(view.verdict.result),
    because:
      past.judgeVersion !== view.verdict.judgeVersion
        ? `judge ${past.judgeVersion} then, ${view.verdict.judgeVersion} now`
        : past.afterRunId !== view.verdict.afterRunId || past.beforeRunId !== view.verdict.beforeRunId
          ? "another log"
          : "other bounds or conditions",
  };
  const beside = newest && newest.id !== view.verdict.id ? newest : null;
  return {
    earlier,
    beside: beside && {
      judge: beside.judgeVersion,
      at: beside.createdAt,
      headline: beside.result.headline,
      K: leadK(beside.result),
    },
    outdated: (beside ?? view.verdict).judgeVersion !== JUDGE_VERSION,
    record: view.verdict,
    curves,
    suggestedDue: await suggestedDue(view.machine, null, TO_SHOW_MS),
  };
}
