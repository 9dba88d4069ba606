import { contextOf, forecastFacts, type ForecastFacts } from "../../core/service";
import { database } from "../../data/connection";
import { lastTriage } from "../../data/triages";
import type { JobView } from "./job";
import { readOf } from "./readAlone";

/** A job's forecast as it is kept with how it stands; null while nothing can be forecast, or nothing was said alone. */
export async function forecastOfJob(view: JobView): Promise<{ on: string; facts: ForecastFacts } | null> {
  const { before } = view.runs;
  if (!before) return null;
  const { predicted, wattsOf } = readOf(await lastTriage(await database(), before.id));
  if (!predicted) return null;
  const facts = forecastFacts(contextOf(view.service), predicted, wattsOf, view.verdict?.result ?? null);
  const on = view.job.closedAt ?? view.verdict?.createdAt ?? view.job.openedAt;
  return facts && { on: on.slice(0, 10), facts };
}
