import { aloneWithSpectra, enoughSeconds, estimatesOf, guessFan, loadSeconds, prepared } from "../judge";
import type { JudgeRun, Windowed } from "../pair/conditions";
import { fanState, usualFan } from "../pair/fan";
import type { Heard } from "../pair/reason";
import { examine } from "../witness";

/** What the judge has to say of a run that still goes. */
export interface HeardSoFar {
  /** Load it will take before the airflow can be judged, s; null while nothing tells. */
  enoughS: number | null;
  /** What the witnesses say against the other run, the weighty first. */
  heard: Heard[];
}

/** Less load than this tells no time constant, and no more is ever taken for enough, s. */
const LEAST_TOLD_S = 150;
/** Witnesses look at the last two minutes: before that they are not heard. */
const HEARD_AFTER_S = 120;

/**
 * Hears a run while it goes: how much load the judge will want of it, and, against the run before, what the two differ
 * in that costs certainty or bars a verdict. Phases are those so far, the load ending now.
 */
export function heardSoFar(run: JudgeRun, before: JudgeRun | null): HeardSoFar {
  if (!run.phases) return { enoughS: null, heard: [] };
  const own = prepared(run, run.phases);
  const loadS = own.chips.length ? loadSeconds(own) : 0;
  if (loadS < HEARD_AFTER_S) return { enoughS: null, heard: [] };
  const other = before?.phases ? prepared(before, before.phases) : null;
  const witnesses =
    before && other
      ? examine({ before: other, after: own, runs: { before, after: run }, fan: fanState(other, own) }).witnesses
      : [];
  return {
    enoughS: enoughFor(own, loadS),
    heard: witnesses
      // that the load is short so far is what the run itself shows
      .filter((w) => (w.finding === "cut" || w.finding === "corrected") && w.of !== "time")
      .sort((a, b) => Number(b.finding === "cut") - Number(a.finding === "cut")),
  };
}

function enoughFor(own: Windowed, loadS: number): number | null {
  if (loadS < LEAST_TOLD_S) return null;
  const series = guessFan(own);
  const chips = estimatesOf(...aloneWithSpectra(series));
  return Math.max(LEAST_TOLD_S, enoughSeconds(chips, { before: series, after: series, fan: usualFan }));
}
