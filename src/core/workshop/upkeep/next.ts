import { dayAfter, dayInWords } from "../../base/days";
import { dueByRules, monthsAfter, workingDayUpTo, type UpkeepFacts, type UpkeepRules } from "./rules";

/** By what a machine's date was set. */
export type DueBy = "drift" | "rule" | "hand" | "snooze";

/** The next service, and what it was reckoned from. */
export interface NextDue {
  dueOn: string;
  by: "drift" | "rule";
  /** One sentence for lists. */
  why: string;
  /** Every step of it. */
  reasons: string[];
}

/** What a measured course says of the time to come. */
export interface MeasuredAhead {
  /** Day the limit is reached on a hot day at the earliest; null where not within ten years. */
  early: string | null;
  /** Intervals it rests on. */
  intervals: number;
}

/**
 * The next service: by measured drift where there is any, two weeks before the early edge of when the machine first
 * throttles on a hot day; else by the workshop's rules.
 *
 * @param measured null where fewer than two intervals are known
 * @param from the last service, yyyy-mm-dd
 * @param today never due before it
 */
export function nextDue(
  measured: MeasuredAhead | null,
  facts: UpkeepFacts,
  rules: UpkeepRules,
  when: { from: string; today: string },
): NextDue {
  if (measured === null) {
    const ruled = dueByRules(facts, rules, when.from);
    return { dueOn: ruled.dueOn, by: "rule", why: ruled.reasons.join(", "), reasons: ruled.reasons };
  }
  const furthest = workingDayUpTo(monthsAfter(when.from, rules.mostMonths));
  const ahead = measured.early === null ? furthest : workingDayUpTo(dayAfter(measured.early, -rules.aheadDays));
  const dueOn = ahead > furthest ? furthest : ahead < when.today ? when.today : ahead;
  const edge =
    measured.early === null
      ? "no hot day throttles it within ten years"
      : measured.early <= when.today
        ? "a hot day throttles it now"
        : `a hot day may throttle it from ${dayInWords(measured.early)} on`;
  const reasons = [
    `measured over ${measured.intervals} intervals: ${edge}`,
    ...(measured.early !== null && ahead <= furthest && ahead > when.today
      ? [`${rules.aheadDays} days before that, on a working day`]
      : []),
    ...(ahead > furthest || measured.early === null ? [`not over ${rules.mostMonths} months`] : []),
  ];
  return { dueOn, by: "drift", why: `By measured drift: ${edge}`, reasons };
}
