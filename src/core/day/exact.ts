import { atStart, place, standingCost, type Chains, type Standing } from "./placing";
import { isBetter, type Cost } from "./problem";

/** A day as far as it is placed, and how it came about. */
interface Label {
  s: Standing;
  /** Of jobs that are done. */
  late: number;
  endMin: number;
  /** When the last piece was begun: pieces are placed in the order of their starts. */
  last: number;
  job: number;
  before: Label | null;
}

/** So many standings at most are looked at before the proof is given up: a few seconds. */
const MOST_LABELS = 1_000_000;

/**
 * The best order of all: layer by layer, each with one more piece placed; what another with the same pieces done is
 * nowhere behind is dropped, and so is what cannot come below the best order known. No piece begins before one placed
 * earlier: nothing is lost by that, since the best plan can be placed again in the order of its own starts.
 *
 * @returns null where the proof took too long
 */
export function exactOrder(
  c: Chains,
  known: { order: readonly number[]; cost: Cost },
  mayGoOn: () => boolean,
): { order: readonly number[]; cost: Cost } | null {
  const rest = restsOf(c);
  let layer: Label[] = [
    { s: settled(c, atStart(c), 0), late: doneAtStart(c), endMin: 0, last: 0, job: -1, before: null },
  ];
  let looked = 0;
  for (let placed = 0; placed < c.pieces; placed++) {
    const next = new Map<string, Label[]>();
    for (const label of layer) {
      if (!mayGoOn()) return null;
      for (let job = 0; job < c.jobs.length; job++) {
        const made = follow(c, label, job);
        if (!made || !canBeat(c, made, rest, known.cost)) continue;
        if (++looked > MOST_LABELS) return null;
        const key = made.s.done.join();
        const others = next.get(key) ?? [];
        if (others.some((o) => isAhead(c, o, made))) continue;
        const left = others.filter((o) => !isAhead(c, made, o));
        next.set(key, [...left, made]);
      }
    }
    layer = [...next.values()].flat();
  }
  let best = known;
  for (const label of layer) {
    const cost = { late: label.late, endMin: Math.max(label.endMin, standingCost(c, label.s).endMin) };
    if (isBetter(cost, best.cost)) best = { order: orderOf(label), cost };
  }
  return best;
}

/** Jobs that hold nothing to place end by themselves. */
const doneAtStart = (c: Chains): number =>
  c.jobs.reduce((sum, j) => sum + (j.pieces.length === 0 ? j.weight * Math.max(0, j.ready - j.dueMin) : 0), 0);

function follow(c: Chains, label: Label, job: number): Label | null {
  const own = c.jobs[job];
  if (!own || (label.s.done[job] ?? 0) >= own.pieces.length) return null;
  const s: Standing = {
    handsFree: label.s.handsFree,
    rigsFree: [...label.s.rigsFree],
    ready: [...label.s.ready],
    done: [...label.s.done],
  };
  const last = place(c, s, job);
  const end = s.ready[job] ?? 0;
  const over = (s.done[job] ?? 0) >= own.pieces.length;
  return {
    s: settled(c, s, last),
    last,
    late: label.late + (over ? own.weight * Math.max(0, end - own.dueMin) : 0),
    endMin: over ? Math.max(label.endMin, end) : label.endMin,
    job,
    before: label,
  };
}

/** Times at which nothing can begin are no times: nothing begins before the last start, or what it waits for. */
function settled(c: Chains, s: Standing, last: number): Standing {
  s.handsFree = Math.max(s.handsFree, last);
  s.rigsFree = s.rigsFree.map((f) => Math.max(f, last));
  for (let j = 0; j < c.jobs.length; j++) {
    const piece = c.jobs[j]?.pieces[s.done[j] ?? 0];
    if (!piece) continue;
    let at = Math.max(s.ready[j] ?? 0, last);
    if (piece.hands > 0) at = Math.max(at, s.handsFree);
    if (piece.rig > 0) at = Math.max(at, s.rigsFree[0] ?? 0);
    s.ready[j] = at;
  }
  return s;
}

/** Whether one is nowhere behind another with the same pieces done. */
function isAhead(c: Chains, a: Label, b: Label): boolean {
  if (a.last > b.last || a.late > b.late || a.endMin > b.endMin || a.s.handsFree > b.s.handsFree) return false;
  for (let i = 0; i < a.s.rigsFree.length; i++) if ((a.s.rigsFree[i] ?? 0) > (b.s.rigsFree[i] ?? 0)) return false;
  for (let j = 0; j < c.jobs.length; j++) {
    const over = (a.s.done[j] ?? 0) >= (c.jobs[j]?.pieces.length ?? 0);
    if (!over && (a.s.ready[j] ?? 0) > (b.s.ready[j] ?? 0)) return false;
  }
  return true;
}

/** Minutes a job needs from each of its pieces on, and handwork in them. */
const restsOf = (c: Chains): { minutes: number; hands: number }[][] =>
  c.jobs.map((j) =>
    j.pieces.map((_, i) => ({
      minutes: j.pieces.slice(i).reduce((sum, p) => sum + p.minutes + p.after, 0),
      hands: j.pieces.slice(i).reduce((sum, p) => sum + p.hands, 0),
    })),
  );

/** Whether what follows can come below the best order known: every job left with the bench to itself. */
function canBeat(c: Chains, { s, late, endMin }: Label, rest: ReturnType<typeof restsOf>, known: Cost): boolean {
  let least = late;
  let end = endMin;
  let hands = 0;
  for (let j = 0; j < c.jobs.length; j++) {
    const own = c.jobs[j];
    const left = rest[j]?.[s.done[j] ?? 0];
    if (!own || !left) continue;
    const ends = (s.ready[j] ?? 0) + left.minutes;
    least += own.weight * Math.max(0, ends - own.dueMin);
    end = Math.max(end, ends);
    hands += left.hands;
  }
  return isBetter({ late: least, endMin: Math.max(end, s.handsFree + hands) }, known);
}

function orderOf(label: Label): number[] {
  const out: number[] = [];
  for (let at: Label | null = label; at && at.job >= 0; at = at.before) out.push(at.job);
  return out.reverse();
}
