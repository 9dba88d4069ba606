import { expose } from "comlink";
import { namedOrder, otherOrders, planDay, type Day, type NamedPiece, type OtherOrder } from "../core/day";

/** A plan is given after so long at the latest, ms. */
const MOST_MS = 9_000;

const untilThen = (): (() => boolean) => {
  const end = performance.now() + MOST_MS;
  return () => performance.now() < end;
};

/** Orders of a day, off the thread that draws. */
const planner = {
  plan: (day: Day, onShare: (share: number) => void): NamedPiece[] =>
    namedOrder(day, planDay(day, { mayGoOn: untilThen(), onShare }).order),
  others: (day: Day, now: readonly number[], leastMin: number): (OtherOrder & { named: NamedPiece[] })[] =>
    otherOrders(day, now, leastMin, untilThen()).map((o) => ({ ...o, named: namedOrder(day, o.order) })),
};

export type DayPlanner = typeof planner;
expose(planner);
