import { chainsOf, costOf } from "./placing";
import type { Cost, Day } from "./problem";
import type { NamedPiece } from "./orders";

/** Why a piece stands where it does. */
export interface Why extends NamedPiece {
  why: "late" | "longer" | "alone" | "even";
  /** What it would cost to take it behind another job's next piece: weighted minutes late, or minutes of the day. */
  costs: number;
  /** Whose piece would go first in its place; "" where there is no other. */
  instead: string;
}

/**
 * Why each piece of an order stands where it does: what it would cost to let the next piece of another job go first.
 */
export function whyOf(day: Day, order: readonly number[]): Why[] {
  const c = chainsOf(day);
  const own = costOf(c, order);
  const next = c.jobs.map(() => 0);
  return order.map((job, i): Why => {
    const task = c.jobs[job]?.pieces[next[job] ?? 0]?.task ?? "";
    next[job] = (next[job] ?? 0) + 1;
    const other = order.findIndex((j, k) => k > i && j !== job);
    const named = { job: day.jobs[job]?.id ?? "", task };
    if (other < 0) return { ...named, why: "alone", costs: 0, instead: "" };
    const turned = [...order.slice(0, i), order[other] ?? job, ...order.slice(i, other), ...order.slice(other + 1)];
    return { ...named, ...reason(costOf(c, turned), own), instead: day.jobs[order[other] ?? -1]?.id ?? "" };
  });
}

function reason(turned: Cost, own: Cost): Pick<Why, "why" | "costs"> {
  if (turned.late > own.late + 1e-9) return { why: "late", costs: Math.round(turned.late - own.late) };
  if (turned.endMin > own.endMin) return { why: "longer", costs: turned.endMin - own.endMin };
  return { why: "even", costs: 0 };
}
