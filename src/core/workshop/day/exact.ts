import { aheadOf } from "./ahead";
import { Least } from "./least";
import { atStart, type Chains } from "./placing";
import { isBetter, type Cost } from "./problem";
import { branchesOf, firstState, followed, frameOf, type SearchState } from "./state";

/** So many states at most are looked at before the proof is given up: what it takes to hold them. */
const MOST_STATES = 3_000_000;

/**
 * The best order of all: layer by layer, each with one more piece placed; what another with the same pieces done is
 * nowhere behind is dropped, and so is what cannot come below the best order known.
 *
 * @returns null where the proof took too long
 */
export function exactOrder(
  c: Chains,
  known: { order: readonly number[]; cost: Cost },
  mayGoOn: () => boolean,
): { order: readonly number[]; cost: Cost } | null {
  const f = frameOf(c);
  const least = new Least(f);
  const isAhead = aheadOf(f);
  let layer: SearchState[] = [firstState(f, atStart(c))];
  let looked = 0;
  for (let placed = 0; placed < c.pieces; placed++) {
    const next = new Map<number, SearchState[]>();
    for (const [i, state] of layer.entries()) {
      if (i % 64 === 0 && !mayGoOn()) return null;
      const { jobs, inTurn } = branchesOf(f, state);
      for (const job of jobs) {
        const made = followed(f, state, job, inTurn);
        if (++looked > MOST_STATES) return null;
        const others = next.get(made.key) ?? [];
        if (others.some((o) => isAhead(o, made)) || !least.canBeat(made, known.cost)) continue;
        const left = others.filter((o) => !isAhead(made, o));
        left.push(made);
        next.set(made.key, left);
      }
    }
    layer = [...next.values()].flat();
  }
  let best = known;
  for (const state of layer) {
    const cost = { late: state.late, endMin: state.endMin };
    if (isBetter(cost, best.cost)) best = { order: orderOf(state), cost };
  }
  return best;
}

function orderOf(state: SearchState): number[] {
  const out: number[] = [];
  for (let at: SearchState | null = state; at && at.job >= 0; at = at.before) out.push(at.job);
  return out.reverse();
}
