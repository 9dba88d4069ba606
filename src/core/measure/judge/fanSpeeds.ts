import type { Matched } from "../pair/conditions";
import type { Pair } from "../pair/pair";
import type { RunName } from "../pair/reason";

/** Fan speeds the two runs of a pair are judged at, rpm; null where none is told. */
export interface FanSpeeds {
  before: number | null;
  after: number | null;
  /** A fan that was weak, or stood, in one of the runs: they are not judged at one speed. */
  differ: "weak" | "stopped" | null;
  /** In which run it was. */
  run: RunName | null;
}

/** What is asked of a verdict, as given or as stored. */
interface Found {
  matched: Matched;
  reasons: readonly { code: string; seen?: { run: RunName } | undefined }[];
  facts: { after: { fanRpm: number | null } };
}

/**
 * At which fan speeds a verdict stands: one for both runs, but where a fan was weak or stood in one of them each is
 * judged at its own. A verdict of before 2.4 does not tell that of the run after: it is then what it turned at late.
 *
 * @example
 * fanSpeedsOf(verdict); // { before: 1800, after: 3400, differ: "weak", run: "before" }
 */
export function fanSpeedsOf({ matched, reasons, facts }: Found): FanSpeeds {
  const { fanRpm, fanRpmAfter } = matched;
  const odd = reasons.find((r) => r.code === "fan-weak" || r.code === "fan-stopped");
  if (!odd || fanRpm === null) return { before: fanRpm, after: fanRpm, differ: null, run: null };
  return {
    before: fanRpm,
    after: fanRpmAfter === undefined ? facts.after.fanRpm : fanRpmAfter,
    differ: odd.code === "fan-weak" ? "weak" : "stopped",
    run: odd.seen?.run ?? null,
  };
}

/**
 * Fan speed a pair is brought to, rpm, null where the run before tells none; and the run after's own, where a fan was
 * weak or stood.
 *
 * @param told whether the log before holds a fan, and what the run after turned at late
 */
export function fansAt(
  { before, matched: { fanRpm }, fan }: Pair,
  told: { logged: boolean; afterRpm: number | null },
): Pick<Matched, "fanRpm" | "fanRpmAfter"> {
  if (before.fanGuessed || !told.logged || fanRpm === null) return { fanRpm: null };
  if (fan.kind === "weak" && fan.ratio) return { fanRpm, fanRpmAfter: fanRpm * fan.ratio };
  return fan.kind === "stopped" ? { fanRpm, fanRpmAfter: told.afterRpm } : { fanRpm };
}
