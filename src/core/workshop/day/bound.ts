import { leastAssignment } from "./assign";
import { Least, tailsOf } from "./least";
import { atStart, place, type Chains } from "./placing";
import { Hands, Rigs, type Pool } from "./pools";
import type { Cost } from "./problem";
import { firstState, frameOf, type Frame, type SearchState } from "./state";
import { Works } from "./works";

/**
 * What no order can come below. Late: every job alone; the technician's time shared out in pieces of any size, always
 * to the job that has least left (that way the k-th job is done as early as it ever can be: Smith 1978), and places
 * given to jobs so that the sum is least; the same for the rigs as one that goes so many times as fast; or what is said
 * of any state where those together wait for one another. End: the longest chain, all handwork, all runs.
 */
export function boundOf(c: Chains): Cost {
  const f = frameOf(c);
  const first = firstState(f, atStart(c));
  const alone = c.jobs.map((_, j) => aloneEnd(c, j));
  const least = new Least(f).of(first);
  const [hands, rigs] = [new Hands(c.breaks), new Rigs()];
  return {
    late: Math.max(least.late, lateBy(f, first, hands, alone), lateBy(f, first, rigs, alone)),
    endMin: Math.max(least.endMin, ...alone, 0),
  };
}

/** When a job would end with the bench to itself. */
function aloneEnd(c: Chains, job: number): number {
  const s = atStart(c);
  const own = c.jobs[job]?.pieces.length ?? 0;
  for (let i = 0; i < own; i++) place(c, s, job);
  return s.ready[job] ?? 0;
}

/** Weighted minutes late where jobs wait for one pool alone, and the order of their ends costs least. */
function lateBy(f: Frame, state: SearchState, pool: Pool, alone: readonly number[]): number {
  const tails = tailsOf(f, pool.of);
  pool.set(state.s);
  const works = new Works(f.c.jobs.length);
  const users: number[] = [];
  let rest = 0;
  for (const [j, own] of f.c.jobs.entries()) {
    const want = f.rest[j]?.[0]?.[pool.of];
    if (!want || want.to < 0) {
      rest += own.weight * Math.max(0, (alone[j] ?? 0) - own.dueMin);
      continue;
    }
    works.add(pool.given((state.s.ready[j] ?? 0) + want.to), want.left);
    users.push(j);
  }
  works.run();
  const ends = users.map((_, k) => pool.minute(works.ends[k] ?? 0));
  const cost = users.map((j) => {
    const own = f.c.jobs[j];
    return ends.map((end) =>
      own ? own.weight * Math.max(0, Math.max(end + (tails[j] ?? 0), alone[j] ?? 0) - own.dueMin) : 0,
    );
  });
  return rest + leastAssignment(cost);
}
