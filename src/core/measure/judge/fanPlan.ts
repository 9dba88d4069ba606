import type { FanScale } from "../ladder";
import { meanOver, type Windowed } from "../pair/conditions";
import { STOPPED_SHARE } from "../pair/fan";
import type { Pair } from "../pair/pair";

/** How the ladder takes the fans of both runs: what each is a share of, and where they turn at matched conditions. */
export interface FanPlan {
  before: FanScale;
  after: FanScale;
  at: { before: number[]; after: number[] };
}

/** Shares of the highest speed seen in either run, fan by fan; a fan that truly stands or is weak is judged so. */
export function fanPlan({ before, after, matched, fan }: Pair): FanPlan {
  const fans = { before: fansOf(before), after: fansOf(after) };
  const many = Math.min(fans.before.length, fans.after.length);
  if (many === 0 || matched.fanRpm === null)
    return { before: { top: [] }, after: { top: [] }, at: { before: [1], after: [1] } };
  const numbers = Array.from({ length: many }, (_, f) => f);
  const own = (run: "before" | "after") => numbers.map((f) => highest(fans[run][f]));
  const both = numbers.map((f) => Math.max(1, own("before")[f] ?? 0, own("after")[f] ?? 0));
  // one log in %, the other in rpm: equal where both machines were equally warm, else at their highest
  const alike = (f: number) => (fan.ratio ? (own("before")[f] ?? 1) * fan.ratio : (own("after")[f] ?? 1));
  const top =
    fan.unit === "mixed"
      ? { before: own("before").map(atLeastOne), after: numbers.map((f) => atLeastOne(alike(f))) }
      : null;
  const late = (run: "before" | "after", s: Windowed) =>
    numbers.map((f) => meanOver(fans[run][f] as Float64Array, s.late) / ((top?.[run] ?? both)[f] ?? 1));
  const was = late("before", before);
  const is = late("after", after);
  // a before run with a standing fan cannot set the speed: the run after is then judged at its own
  const reference = fan.kind === "stopped" && fan.run === "before" ? is : was;
  const at = {
    before: fan.kind === "stopped" && fan.run === "before" ? was : reference,
    after:
      fan.kind === "stopped" && fan.run === "after"
        ? reference.map((n, f) => ((is[f] ?? 0) < STOPPED_SHARE * n ? (is[f] ?? 0) : n))
        : fan.kind === "weak" && fan.ratio
          ? reference.map((n) => n * (fan.ratio ?? 1))
          : reference,
  };
  return { before: { top: top?.before ?? both }, after: { top: top?.after ?? both }, at };
}

const fansOf = (s: Windowed): Float64Array[] => (s.fans.length ? s.fans : s.fan ? [s.fan] : []);
const atLeastOne = (v: number): number => Math.max(1, v);

function highest(values: Float64Array | undefined): number {
  let top = 0;
  for (const v of values ?? []) if (v > top) top = v;
  return top;
}
