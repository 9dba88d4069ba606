import { boundOf } from "./bound";
import { exactOrder } from "./exact";
import { chainsOf, costOf, inTurn, tasksIn, type Chains } from "./placing";
import { isBetter, type Cost, type Day, type DayPlan } from "./problem";
import { pickedOrder, searched, type Ordered } from "./search";

/** With more pieces to order than this no proof is tried: it would take too long. */
const PROVEN_PIECES = 48;
const STEPS = { first: 100_000, most: 1_000_000 };
const SEEDS = [0.31, 0.62, 0.93];

/** How long may be planned; without an end where nothing is said. */
export interface PlanTime {
  /** Whether time is left; the best order so far is given once it is not. */
  mayGoOn?: () => boolean;
  /** Whether time is left for a proof; what is left after it is searched. As long as it may go on, where left out. */
  mayProve?: () => boolean;
}

/** So much time by a clock, and half of it for a proof. */
export function timeOf(clock: () => number, mostMs: number): PlanTime {
  const from = clock();
  return { mayGoOn: () => clock() - from < mostMs, mayProve: () => clock() - from < mostMs / 2 };
}

export interface PlanRequest extends PlanTime {
  onShare?: (share: number) => void;
  /** Steps of the search where no proof is to be had. */
  steps?: number;
  /** An order to begin from: jobs' numbers, one for every piece. */
  from?: readonly number[];
}

/** A plan with the order it was placed in: jobs' numbers, one for every piece. */
export interface Planned extends DayPlan {
  order: readonly number[];
}

/**
 * The day that is least late, and among those the one that ends first. Exact with proof up to twelve pieces of
 * handwork and mostly well beyond, unless two dozen runs that need no hands wait for few rigs; else the best of a
 * seeded search, with a bound no order comes below.
 *
 * @example
 * const tasks = [{ id: "x", kind: "hands", minutes: 30 }];
 * planDay({ rigs: 1, breaks: [], jobs: [{ id: "a", dueMin: 20, weight: 1, tasks }] });
 * // { tasks: [{ job: "a", task: "x", start: 0, end: 30 }], late: 10, endMin: 30, bound: 10, exact: true, … }
 */
export function planDay(day: Day, ask: PlanRequest = {}): Planned {
  const c = chainsOf(day);
  const mayGoOn = ask.mayGoOn ?? (() => true);
  const bound = boundOf(c);
  const first = bestOf(pickedOrder(c), ask.from ? [{ order: ask.from, cost: costOf(c, ask.from) }] : []);
  const quick = search(c, first, { bound, mayGoOn, steps: STEPS.first });
  const mayProve = () => mayGoOn() && (ask.mayProve?.() ?? true);
  const proven = c.pieces <= PROVEN_PIECES ? exactOrder(c, quick, mayProve) : null;
  if (proven) return told(day, c, proven, { bound, proven: true });
  const found = search(c, quick, { bound, mayGoOn, steps: ask.steps ?? STEPS.most, onShare: ask.onShare });
  return told(day, c, found, { bound, proven: false });
}

function search(
  c: Chains,
  first: Ordered,
  of: { bound: Cost; steps: number; mayGoOn: () => boolean; onShare?: ((share: number) => void) | undefined },
): Ordered {
  let best = first;
  for (const [i, seed] of SEEDS.entries()) {
    const onShare = of.onShare && ((share: number) => of.onShare?.((i + share) / SEEDS.length));
    best = searched(c, best, {
      seed,
      steps: Math.ceil(of.steps / SEEDS.length),
      bound: of.bound,
      mayGoOn: of.mayGoOn,
      onShare,
    });
  }
  return best;
}

const bestOf = (first: Ordered, others: readonly Ordered[]): Ordered =>
  others.reduce((a, b) => (isBetter(b.cost, a.cost) ? b : a), first);

function told(day: Day, c: Chains, found: Ordered, of: { bound: Cost; proven: boolean }): Planned {
  const order = inTurn(c, found.order);
  const cost = costOf(c, order);
  // as good as any can be needs no other proof
  const exact = of.proven || !isBetter(of.bound, cost);
  return {
    tasks: tasksIn(day, c, order),
    late: rounded(cost.late),
    endMin: cost.endMin,
    bound: rounded(exact ? cost.late : Math.min(of.bound.late, cost.late)),
    exact,
    order,
  };
}

/** Weights may be broken: no trailing noise. */
const rounded = (v: number): number => Math.round(v * 1e6) / 1e6;
