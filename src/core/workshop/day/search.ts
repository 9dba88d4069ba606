import { randomLcg } from "d3-random";
import { coster } from "./costing";
import { atStart, costOf, place, type Chains, type ScheduleState } from "./placing";
import { isBetter, type Cost } from "./problem";

export interface Ordered {
  order: readonly number[];
  cost: Cost;
}

/** How a list picks what comes next: by promised time, by slack, by what it costs to let it wait. */
const SHARPNESS = [0.3, 1, 2, 4];

/** Orders made by picking, over and over, what presses most of all that can begin first; the best of them. */
export function pickedOrder(c: Chains): Ordered {
  let best: Ordered | null = null;
  for (const k of SHARPNESS)
    for (const patient of [false, true]) {
      const order = picked(c, k, patient);
      const cost = costOf(c, order);
      if (!best || isBetter(cost, best.cost)) best = { order, cost };
    }
  return best ?? { order: [], cost: costOf(c, []) };
}

function picked(c: Chains, k: number, patient: boolean): number[] {
  const s = atStart(c);
  const rest = c.jobs.map((j) => j.pieces.reduce((sum, p) => sum + p.minutes + p.after, 0));
  const mean = c.jobs.flatMap((j) => j.pieces).reduce((sum, p) => sum + p.hands, 0) / Math.max(1, c.pieces);
  const order: number[] = [];
  for (let i = 0; i < c.pieces; i++) {
    const able = c.jobs.flatMap((j, job) => {
      const piece = j.pieces[s.done[job] ?? 0];
      return piece ? [{ job, start: startOf(s, job, piece), piece }] : [];
    });
    // nothing is waited for that could be filled by something else, unless patience is tried
    const first = Math.min(...able.map((a) => a.start + (patient ? a.piece.hands : 0)));
    const now = able.filter((a) => a.start <= first);
    const press = (a: (typeof able)[number]) => {
      const j = c.jobs[a.job];
      const left = rest[a.job] ?? 0;
      const slack = Math.max(0, (j?.dueMin ?? Infinity) - a.start - left);
      const due = Number.isFinite(slack) ? (j?.weight ?? 0) * Math.exp(-slack / (k * Math.max(1, mean) * 6)) : 0;
      // a long tail behind a short piece goes first: it runs while other work is done
      return due * 1e3 + left / Math.max(1, a.piece.hands) / 1e3;
    };
    const next = now.reduce((x, y) => (press(y) > press(x) ? y : x));
    place(c, s, next.job);
    rest[next.job] = (rest[next.job] ?? 0) - next.piece.minutes - next.piece.after;
    order.push(next.job);
  }
  return order;
}

function startOf(s: ScheduleState, job: number, piece: { hands: number; rig: number }): number {
  let at = s.ready[job] ?? 0;
  if (piece.hands > 0) at = Math.max(at, s.handsFree);
  if (piece.rig > 0) at = Math.max(at, s.rigsFree[0] ?? 0);
  return at;
}

/** Cooling from a few minutes late to nothing; the end of the day breaks ties. */
const HOT = 0.02;
/** Heat at the end of the cooling, a share of the scale. */
const COLD = 1e-5;
/** What a minute of the end counts against a weighted minute late. */
const END_WEIGHT = 1e-3;
/** Most steps an element is moved along the order. */
const REACH = 24;

export interface SearchOptions {
  seed: number;
  steps: number;
  /** No order comes below: one that reaches it ends the search. */
  bound: Cost;
  mayGoOn: () => boolean;
  /** Told how far it is, 0 to 1. */
  onShare?: ((share: number) => void) | undefined;
}

/**
 * Looks on from an order by moving pieces (simulated annealing, Kirkpatrick 1983), the same every time for the same
 * seed and number of steps.
 */
export function searched(c: Chains, from: Ordered, of: SearchOptions): Ordered {
  const random = randomLcg(of.seed);
  const cost = coster(c);
  const value = (x: Cost) => x.late + END_WEIGHT * x.endMin;
  const now = Int32Array.from(from.order);
  const trial = Int32Array.from(now);
  let nowValue = value(from.cost);
  let best = from;
  const scale = Math.max(10, nowValue);
  for (let step = 0; step < of.steps && now.length > 1; step++) {
    if (step % 500 === 0) {
      if (!of.mayGoOn() || !isBetter(of.bound, best.cost)) break;
      of.onShare?.(step / of.steps);
    }
    const heat = scale * HOT * (COLD / HOT) ** (step / of.steps);
    trial.set(now);
    if (!moved(trial, random, c.jobs.length)) continue;
    const made = cost(trial);
    const v = value(made);
    if (v <= nowValue || random() < Math.exp((nowValue - v) / heat)) {
      now.set(trial);
      nowValue = v;
      if (isBetter(made, best.cost)) best = { order: [...trial], cost: { ...made } };
    }
  }
  return best;
}

/** Changes an order a little; whether it did. */
function moved(order: Int32Array, random: () => number, jobs: number): boolean {
  const kind = random();
  if (kind < 0.12) return jobsTurned(order, random, jobs);
  const n = order.length;
  const i = Math.floor(random() * n);
  const far = random() < 0.15 ? n : REACH;
  const j = Math.max(0, Math.min(n - 1, i + Math.round((2 * random() - 1) * far)));
  const job = order[i] ?? 0;
  if (order[j] === job) return false;
  if (kind < 0.45) {
    order[i] = order[j] ?? 0;
    order[j] = job;
  } else {
    if (i < j) order.copyWithin(i, i + 1, j + 1);
    else order.copyWithin(j + 1, j, i);
    order[j] = job;
  }
  return true;
}

/** Of two jobs all pieces of the one come before those of the other, in the places both had. */
function jobsTurned(order: Int32Array, random: () => number, jobs: number): boolean {
  const a = Math.floor(random() * jobs);
  const b = Math.floor(random() * jobs);
  if (a === b) return false;
  let left = 0;
  for (const job of order) if (job === a) left++;
  for (let i = 0; i < order.length; i++) {
    if (order[i] !== a && order[i] !== b) continue;
    order[i] = left > 0 ? a : b;
    left--;
  }
  return true;
}
