import { costOf, chainsOf, tasksIn, type Chains } from "./placing";
import { planDay, type Planned, type PlanTime } from "./plan";
import { isBetter, type Cost, type Day, type PlacedTask } from "./problem";

/** A piece of an order by names, as it is kept. */
export interface NamedPiece {
  job: string;
  task: string;
}

/** The pieces of an order by their names. */
export function namedOrder(day: Day, order: readonly number[]): NamedPiece[] {
  const c = chainsOf(day);
  const next = c.jobs.map(() => 0);
  return order.flatMap((job) => {
    const piece = c.jobs[job]?.pieces[next[job] ?? 0];
    next[job] = (next[job] ?? 0) + 1;
    return piece ? [{ job: day.jobs[job]?.id ?? "", task: piece.task }] : [];
  });
}

/**
 * An order that was kept, as the day stands now: what is done has gone from it, and what came since is put in where it
 * costs least. Nothing else changes its place.
 */
export function orderAsSaved(day: Day, kept: readonly NamedPiece[]): number[] {
  const c = chainsOf(day);
  const at = new Map(day.jobs.map((j, i) => [j.id, i]));
  const waiting = c.jobs.map((j) => new Set(j.pieces.map((p) => p.task)));
  let order = kept.flatMap(({ job, task }) => {
    const i = at.get(job);
    return i !== undefined && waiting[i]?.delete(task) ? [i] : [];
  });
  for (const [job, left] of waiting.entries())
    for (const [k, piece] of (c.jobs[job]?.pieces ?? []).entries())
      if (left.has(piece.task)) order = putIn(c, order, { job, k });
  return order;
}

/**
 * One more piece of a job, its k-th, where the whole costs least, the earliest such place: behind those before it and
 * before those behind it, so that none of them changes its place.
 */
function putIn(c: Chains, order: readonly number[], { job, k }: { job: number; k: number }): number[] {
  let best: { order: number[]; cost: Cost } | null = null;
  const own = order.flatMap((j, i) => (j === job ? [i] : []));
  const [from, to] = [k > 0 ? (own[k - 1] ?? -1) + 1 : 0, own[k] ?? order.length];
  for (let i = from; i <= to; i++) {
    const tried = [...order.slice(0, i), job, ...order.slice(i)];
    const cost = costOf(c, tried);
    if (!best || isBetter(cost, best.cost)) best = { order: tried, cost };
  }
  return best?.order ?? [job];
}

/** What an order comes to as the day stands. */
export interface PlacedOrder extends Cost {
  order: readonly number[];
  tasks: PlacedTask[];
}

export function placedOrder(day: Day, order: readonly number[]): PlacedOrder {
  const c = chainsOf(day);
  return { order, tasks: tasksIn(day, c, order), ...costOf(c, order) };
}

/** Another order and what it is worth. */
export interface OtherOrder extends PlacedOrder {
  /** "best": none is better. "goes-on": what is next stays next, the rest is the best behind it. */
  kind: "best" | "goes-on";
}

/**
 * At most two other orders that are worth a change: the best, and the best that leaves the next piece of handwork where
 * it is. Those that gain less than a technician would turn round for are not offered.
 *
 * @param leastMin what a change has to gain, weighted minutes late or minutes of the day
 * @param time how long each of them may take
 */
export function otherOrders(
  day: Day,
  now: readonly number[],
  leastMin: number,
  time: () => PlanTime = () => ({}),
): OtherOrder[] {
  const current = placedOrder(day, now);
  const isWorth = (o: Cost) =>
    current.late - o.late >= leastMin || (o.late <= current.late && current.endMin - o.endMin >= leastMin);
  const best = planDay(day, { from: now, ...time() });
  const first = now[0];
  const out: OtherOrder[] = [];
  if (isWorth(best)) out.push({ kind: "best", ...placedOrder(day, best.order) });
  if (out.length && first !== undefined && best.order[0] !== first) {
    const rest = bestBehind(day, first, now, time());
    if (isWorth(rest)) out.push({ kind: "goes-on", ...rest });
  }
  return out;
}

/** The best order that begins with the next piece of a job. */
function bestBehind(day: Day, first: number, now: readonly number[], time: PlanTime): PlacedOrder {
  const placed = placedOrder(day, [first, ...now.slice(1)]);
  const job = day.jobs[first];
  const c = chainsOf(day);
  const piece = c.jobs[first]?.pieces[0];
  const at = placed.tasks.find((t) => t.job === job?.id && t.task === piece?.task);
  if (!job || !piece || !at) return placed;
  const behind: Day = {
    ...day,
    handsFromMin: piece.hands > 0 ? at.start + piece.hands : (day.handsFromMin ?? 0),
    rigsTakenTo: [...(day.rigsTakenTo ?? []), ...(piece.rig > 0 ? [at.end] : [])],
    jobs: day.jobs.map((j, i) =>
      i === first
        ? { ...j, readyMin: at.end, tasks: j.tasks.slice(j.tasks.findIndex((t) => t.id === piece.task) + 1) }
        : j,
    ),
  };
  const rest: Planned = planDay(behind, { from: now.slice(1), ...time });
  return placedOrder(day, [first, ...rest.order]);
}
