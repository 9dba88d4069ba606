import type { LiveView, Recipe } from "../../../core/measure/protocol";
import { database } from "../../../data/base/connection";
import { lastLiveRun } from "../../../data/measure/liveRuns";
import type { RunKind } from "../../../data/measure/runs";
import { recipeBefore } from "./begin";
import { liveSessionOf } from "./liveSession";
import { liveView } from "./view";

/** What the page of one run needs of its live run: the one that goes, or the last that could not be kept. */
export async function liveStage(
  jobId: number,
  kind: RunKind,
): Promise<{ live: LiveView | null; recipe: Recipe | null }> {
  const last = await lastLiveRun(await database(), jobId, kind);
  const shown = last && (last.closedAt === null || last.problem !== null) ? last : null;
  const session = shown && (await liveSessionOf(shown.id));
  return { live: session ? liveView(session) : null, recipe: kind === "after" ? await recipeBefore(jobId) : null };
}
