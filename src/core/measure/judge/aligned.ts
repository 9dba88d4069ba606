import { channelOf, decimate, roundPoints, type CurvePoint, type Phases, type Run } from "../log";
import type { ChipId } from "../thermal";

/** Both runs of a pair on one axis, s since load on. */
export interface PairCurves {
  chips: { chip: ChipId; before: CurvePoint[]; after: CurvePoint[] }[];
  /** Length of the load in each run, s. */
  loadS: { before: number; after: number };
}

const LEAD_S = 60;
const TAIL_S = 90;

/** Chip temperatures of two runs with their load starts laid on each other, decimated. */
export function alignRuns(
  before: { run: Run; phases: Phases | null },
  after: { run: Run; phases: Phases | null },
): PairCurves {
  const on = { before: before.phases?.loadOnS ?? 0, after: after.phases?.loadOnS ?? 0 };
  const loadS = { before: (before.phases?.loadOffS ?? 0) - on.before, after: (after.phases?.loadOffS ?? 0) - on.after };
  const until = Math.max(loadS.before, loadS.after) + TAIL_S;
  const cut = (run: Run, key: string, start: number) => {
    const c = channelOf(run, key);
    return c
      ? roundPoints(
          decimate(run.timeS, c.values, 320, start - LEAD_S, start + until).map((p) => ({ ...p, t: p.t - start })),
        )
      : [];
  };
  const chips = (["cpu", "gpu"] as const)
    .map((chip) => ({
      chip,
      before: cut(before.run, `${chip}.temperature`, on.before),
      after: cut(after.run, `${chip}.temperature`, on.after),
    }))
    .filter((c) => c.before.length || c.after.length);
  return { chips, loadS };
}
