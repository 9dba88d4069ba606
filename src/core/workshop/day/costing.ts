import { clearOf, type Chains } from "./placing";
import type { Cost } from "./problem";

/**
 * What orders come to, over and over without making anything anew: the same rule as `place`, on flat arrays.
 *
 * @returns the cost of an order; the object is the same every time
 */
export function coster(c: Chains): (order: ArrayLike<number>) => Cost {
  const n = c.jobs.length;
  const first = new Int32Array(n + 1);
  c.jobs.forEach((j, i) => (first[i + 1] = (first[i] ?? 0) + j.pieces.length));
  const pieces = c.jobs.flatMap((j) => j.pieces);
  const hands = Int32Array.from(pieces, (p) => p.hands);
  const rig = Int32Array.from(pieces, (p) => p.rig);
  const length = Int32Array.from(pieces, (p) => p.minutes + p.after);
  const begins = Float64Array.from(c.jobs, (j) => j.ready);
  const due = Float64Array.from(c.jobs, (j) => j.dueMin);
  const weight = Float64Array.from(c.jobs, (j) => j.weight);
  const ready = new Float64Array(n);
  const next = new Int32Array(n);
  const free = Float64Array.from(c.rigsFreeAt);
  const { breaks, handsFromMin, rigsFreeAt } = c;
  const lastBreak = breaks.reduce((m, b) => Math.max(m, b.toMin), 0);
  const out: Cost = { late: 0, endMin: 0 };
  return (order) => {
    ready.set(begins);
    next.set(first.subarray(0, n));
    free.set(rigsFreeAt);
    let handsFree = handsFromMin;
    for (let k = 0; k < order.length; k++) {
      const job = order[k] ?? 0;
      const p = next[job] ?? 0;
      next[job] = p + 1;
      const h = hands[p] ?? 0;
      const r = rig[p] ?? 0;
      let at = ready[job] ?? 0;
      if (h > 0 && handsFree > at) at = handsFree;
      if (r > 0 && (free[0] ?? 0) > at) at = free[0] ?? 0;
      if (h > 0) {
        if (at < lastBreak) at = clearOf(breaks, at, h);
        handsFree = at + h;
      }
      if (r > 0) {
        const until = at + r;
        let i = 0;
        while (i + 1 < free.length && (free[i + 1] ?? 0) < until) {
          free[i] = free[i + 1] ?? 0;
          i++;
        }
        free[i] = until;
      }
      ready[job] = at + (length[p] ?? 0);
    }
    out.late = 0;
    out.endMin = 0;
    for (let j = 0; j < n; j++) {
      const end = ready[j] ?? 0;
      if (end > (due[j] ?? 0)) out.late += (weight[j] ?? 0) * (end - (due[j] ?? 0));
      if (end > out.endMin) out.endMin = end;
    }
    return out;
  };
}
