import type { SentencePart } from "../../measure/says";
import type { MeasuredAhead } from "../upkeep";
import { words } from "../../base/words";
import { LEAST_INTERVALS, type Rate } from "./drift";
import type { Course } from "./course";
import type { Forecast } from "./hotDay";

/** A path that adds less than this in a year at the usual load is not worth a service of its own, K. */
const LITTLE_K = 3;

/** Whether each interval was faster than the one before, by more than chance between the first and the last. */
function quickens(rates: readonly Rate[]): boolean {
  const [first, last] = [rates[0], rates.at(-1)];
  if (rates.length < 3 || !first || !last) return false;
  const rises = rates.every((r, i) => i === 0 || r.perMonth > (rates[i - 1]?.perMonth ?? 0));
  return rises && last.perMonth - first.perMonth > 1.645 * Math.hypot(first.se, last.se);
}

/** What the years say, in one or two sentences; one sentence a path. */
export function courseHeadline(course: Course): string {
  const { airflow, contact, totalW, ownW } = course;
  if (airflow.rates.length === 0 && contact.rates.length === 0)
    return course.now ? "One service so far: nothing drifts yet that could be told." : "Nothing measured yet.";
  const air = airflow.drift;
  if (!air || !contact.drift) return "One interval so far: a second tells how fast it drifts.";
  const airK = 12 * totalW * air.mid;
  const contactK = 12 * ownW * contact.drift.mid;
  const dust =
    airK < LITTLE_K
      ? "Hardly any dust comes back."
      : quickens(airflow.rates)
        ? "Dust comes back faster each time."
        : "Dust comes back.";
  const paste =
    contactK < LITTLE_K
      ? contactK * 2 < LITTLE_K
        ? "The paste holds."
        : "The paste dries slowly."
      : quickens(contact.rates)
        ? "The paste dries faster each time."
        : "The paste dries.";
  return `${dust} ${paste}`;
}

/** How fast each path grew: "Airflow climbed by 0.018, 0.025, then 0.033 K/W a month; contact by …". */
export function courseSummary(course: Course): SentencePart[] {
  const told = (rates: readonly Rate[]): SentencePart[] =>
    rates
      .slice(-4)
      .flatMap((r, i, all): SentencePart[] => [
        ...(i === 0 ? [] : [{ text: i === all.length - 1 ? (all.length > 2 ? ", then " : " and ") : ", " }]),
        { text: perMonth(r.perMonth), strong: true },
      ]);
  const { airflow, contact } = course;
  if (airflow.rates.length === 0) return [];
  return [
    { text: "Airflow changed by " },
    ...told(airflow.rates),
    { text: "\u00a0K/W a month" },
    ...(contact.rates.length
      ? [{ text: "; contact by " }, ...told(contact.rates), { text: "\u00a0K/W." }]
      : [{ text: "." }]),
  ];
}

/** A pace: 0.0254 → "+0.025". */
export const perMonth = (KW: number): string => words.signed(KW, 3);

/** What the due date is reckoned from; null where too little is measured, or the limit is not known. */
export function aheadOf(course: Course | null, forecast: Forecast | null): MeasuredAhead | null {
  const intervals = course?.airflow.drift?.of ?? 0;
  return forecast?.throttling && intervals >= LEAST_INTERVALS ? { early: forecast.throttling.early, intervals } : null;
}
