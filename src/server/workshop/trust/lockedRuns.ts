import type { LockedRun } from "../../../core/workshop/trust";
import { goingRuns } from "../../measure/live/going";

/** Runs that go, as a locked bench shows them: no place, no complaint, no verdict. */
export const lockedRuns = async (): Promise<LockedRun[]> =>
  (await goingRuns()).map(({ runId, tag, phase, remainingS, C }) => ({
    runId,
    tag,
    phase,
    remainingS,
    hotC: C,
  }));
