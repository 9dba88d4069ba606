import type { Verdict } from "../../core/measure/says";
import { contextOf, forecastFacts, type ForecastFacts, type ServiceFacts } from "../../core/handwork/service";
import type { CoolingMap } from "../../core/drawing/parts";
import { database } from "../../data/base/connection";
import { lastTriage } from "../../data/measure/triages";
import { readOf } from "./readAlone";
import { dayIn } from "../../core/base/days";
import { zoneNow } from "../base/today";

/** What of a job its forecast rests on. */
interface Forecasted {
  job: { openedAt: string; closedAt: string | null };
  runs: { before?: { id: number } };
  verdict: { result: Verdict; createdAt: string } | null;
  service: ServiceFacts;
  map: CoolingMap | null;
}

/** A job's forecast as it is kept with how it stands; null while nothing can be forecast, or nothing was said alone. */
export async function forecastOfJob(view: Forecasted): Promise<{ on: string; facts: ForecastFacts } | null> {
  const { before } = view.runs;
  if (!before) return null;
  const { predicted, wattsOf } = readOf(await lastTriage(await database(), before.id));
  if (!predicted) return null;
  const facts = forecastFacts(contextOf(view.service, view.map), predicted, wattsOf, view.verdict?.result ?? null);
  const on = view.job.closedAt ?? view.verdict?.createdAt ?? view.job.openedAt;
  return facts && { on: dayIn(await zoneNow(), on), facts };
}
