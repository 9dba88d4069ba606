import type { PadCurves } from "../../../core/handwork/pads";
import { broughtBy, WAY_PLACES, type Brought, type OwnWays, type Ways } from "../../../core/handwork/service";
import { database } from "../../../data/base/connection";
import { ownWays, padCurves, waysOfJobs, workshopWays } from "../../../data/handwork/ways";

/** So many closed jobs are looked at for what each school brought. */
const MOST_JOBS = 120;

export interface WaysView {
  ways: Ways;
  own: OwnWays;
  brought: Record<keyof Ways, Brought[]>;
}

/** How the workshop works, why where it goes its own way, and what each school brought here. */
export async function waysView(): Promise<WaysView> {
  const db = await database();
  const jobs = await waysOfJobs(db, MOST_JOBS);
  const brought = Object.fromEntries(
    WAY_PLACES.map(({ key, path }) => [
      key,
      broughtBy(
        jobs.map((j) => ({ value: String(j.ways[key]), changeK: path === "contact" ? j.contactK : j.airflowK })),
      ),
    ]),
  ) as WaysView["brought"];
  return { ways: await workshopWays(db), own: await ownWays(db), brought };
}

export const padCurvesView = async (): Promise<PadCurves> => padCurves(await database());
