import type { PadCurves } from "../../../core/handwork/pads";
import { broughtBy, WAY_PLACES, type Brought, type OwnPractices, type Procedure } from "../../../core/handwork/service";
import { database } from "../../../data/base/connection";
import { ownPractices, padCurves, procedureOfJobs, workshopProcedure } from "../../../data/handwork/procedures";

/** So many closed jobs are looked at for what each school brought. */
const MOST_JOBS = 120;

export interface ProcedureView {
  procedure: Procedure;
  own: OwnPractices;
  brought: Record<keyof Procedure, Brought[]>;
}

/** How the workshop works, why where it goes its own way, and what each school brought here. */
export async function procedureView(): Promise<ProcedureView> {
  const db = await database();
  const jobs = await procedureOfJobs(db, MOST_JOBS);
  const brought = Object.fromEntries(
    WAY_PLACES.map(({ key, path }) => [
      key,
      broughtBy(
        jobs.map((j) => ({ value: String(j.procedure[key]), changeK: path === "contact" ? j.contactK : j.airflowK })),
      ),
    ]),
  ) as ProcedureView["brought"];
  return { procedure: await workshopProcedure(db), own: await ownPractices(db), brought };
}

export const padCurvesView = async (): Promise<PadCurves> => padCurves(await database());
