import { createHash } from "node:crypto";
import { JUDGE_VERSION } from "../../../core/measure/judge";
import { afterAlone, sourceWords, type AfterAlone } from "../../../core/measure/says";
import { SUSPECTS_VERSION, type Triaged } from "../../../core/learn/suspects";
import { database } from "../../../data/base/connection";
import { jobCounts } from "../../../data/workshop/jobs";
import type { RunRecord } from "../../../data/measure/runs";
import { findTriage, saveTriage, lastTriage } from "../../../data/measure/triages";
import { goodFigures } from "./good";
import { rememberedInThread } from "../../../threads/pool";
import { judgeRunOf } from "./judgeRun";
import type { JobView } from "../../job/job";

/** The run before of a job, judged alone against good figures; null while there is none or no load is marked. */
export async function triageOf(view: JobView): Promise<Triaged | null> {
  const record = view.runs.before;
  if (!record) return null;
  return aloneOf(view, record);
}

/** The run after of a job that has none before, judged against good figures; null where there is a pair, or none. */
export async function afterAloneOf(view: JobView): Promise<AfterAlone | null> {
  const { before, after } = view.runs;
  if (before || !after) return null;
  const triage = await aloneOf(view, after);
  return triage && afterAlone(triage);
}

/**
 * Kept by what it was asked with (the run, its bounds, the good figures, the judge): a page asks for it every time it
 * is
 * opened.
 */
async function aloneOf(view: JobView, record: RunRecord): Promise<Triaged | null> {
  const db = await database();
  // a closed job keeps what was said of it, whatever machines came since: it may be signed
  const said = view.job.closedAt === null ? null : await lastTriage(db, record.id);
  if (said) return said;
  const { limitC } = view.machine;
  const good = await goodFigures(view.machine, view.job, async () => (await judgeRunOf(record)).run);
  // an earlier job had it open
  const opened = (await jobCounts(db, view.machine.id)).all > 1 ? true : null;
  // as it was asked ever since: what is kept stays found
  const named = { ...good, source: sourceWords(good.source) };
  const asked = JSON.stringify([record.id, record.revision, limitC, JUDGE_VERSION, SUSPECTS_VERSION, named, opened]);
  const sha256 = createHash("sha256").update(asked).digest("hex");
  const known = await findTriage(db, record.id, sha256);
  if (known !== undefined) return known;
  const ask = async () => ({ kind: "alone" as const, run: await judgeRunOf(record), good, limitC, opened });
  const now = (await rememberedInThread("judge", sha256, ask)) as Triaged | null;
  await saveTriage(db, record.id, sha256, now);
  return now;
}
