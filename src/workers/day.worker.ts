import { expose } from "comlink";
import {
  namedOrder,
  otherOrders,
  planDay,
  timeOf,
  type Day,
  type NamedPiece,
  type OtherOrder,
} from "../core/workshop/day";

/** An answer is given after so long at the latest, ms. */
const MOST_MS = 9_000;

const within = (ms: number) => timeOf(() => performance.now(), ms);

/** Orders of a day, off the thread that draws. */
const planner = {
  plan: (day: Day, onShare: (share: number) => void): NamedPiece[] =>
    namedOrder(day, planDay(day, { ...within(MOST_MS), onShare }).order),
  others: (day: Day, now: readonly number[], leastMin: number): (OtherOrder & { named: NamedPiece[] })[] =>
    // two plans at most
    otherOrders(day, now, leastMin, () => within(MOST_MS / 2)).map((o) => ({ ...o, named: namedOrder(day, o.order) })),
};

export type DayPlanner = typeof planner;
expose(planner);
