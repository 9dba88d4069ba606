import type { Frame, SearchState } from "./state";

/** Weighted minutes nearer than this are the same. */
const NO_LESS = 1e-9;

/**
 * Whether something that follows one state costs no more than whatever can follow another with the same pieces done. So
 * it is where one is nowhere behind. Where one is some minutes behind and no break lies ahead, all that follows the
 * other can follow it so much later: that costs those minutes for every job left, by its weight, and is worth it where
 * the other is later by more already.
 */
export function aheadOf({ c }: Frame): (a: SearchState, b: SearchState) => boolean {
  const lastBreak = Math.max(0, ...c.breaks.map((b) => b.toMin));
  const weights = c.jobs.map((j) => (j.dueMin < Infinity ? j.weight : 0));
  const isLeft = (s: SearchState, j: number) => (s.s.done[j] ?? 0) < (c.jobs[j]?.pieces.length ?? 0);
  return (a, b) => {
    const spare = b.late - a.late;
    if (spare < 0 || (spare < NO_LESS && a.endMin > b.endMin)) return false;
    let most = 0;
    if (spare >= NO_LESS && b.s.handsFree >= lastBreak) {
      let weight = 0;
      for (let j = 0; j < weights.length; j++) if (isLeft(a, j)) weight += weights[j] ?? 0;
      most = weight > 0 ? (spare - NO_LESS) / weight : Infinity;
    }
    if (a.floor - b.floor > most || a.s.handsFree - b.s.handsFree > most) return false;
    for (let i = 0; i < a.s.rigsFree.length; i++)
      if ((a.s.rigsFree[i] ?? 0) - (b.s.rigsFree[i] ?? 0) > most) return false;
    for (let j = 0; j < weights.length; j++)
      if (isLeft(a, j) && (a.s.ready[j] ?? 0) - (b.s.ready[j] ?? 0) > most) return false;
    return true;
  };
}
