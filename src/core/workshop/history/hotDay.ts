import { quantileSorted } from "d3-array";
import { DAYS_A_MONTH, daysBetween, errorOf, monthsOn, type Course, type Mark } from "./course";
import type { Drift } from "./drift";
import type { Resistance } from "./measured";
import { normalQuantile, quasi } from "./normal";

/** A hot day, °C. */
export const HOT_ROOM_C = 35;
/** Nothing is foretold beyond so many months. */
export const FURTHEST_MONTHS = 120;
/** Draws of the figures of a hot day: an odd number has a middle. */
const DRAWS = 499;

/** Chip temperature on a hot day at the usual load, °C, as a run left it. */
export interface HotMark {
  jobId: number;
  day: string;
  run: Mark["run"];
  C: number;
  low: number;
  high: number;
}

/** The marks of the hot-day strip: one for every run both paths are known of. */
export function hotMarks(course: Course): HotMark[] {
  return course.airflow.marks.flatMap((air) => {
    const contact = course.contact.marks.find((c) => c.jobId === air.jobId && c.run === air.run);
    if (!contact) return [];
    const C = HOT_ROOM_C + course.ownW * contact.KW + course.totalW * air.KW;
    // the paths of one run are told apart from one total: their errors lean against each other
    const wide = Math.max((course.ownW * (contact.high - contact.low)) / 2, (course.totalW * (air.high - air.low)) / 2);
    return [{ jobId: air.jobId, day: air.day, run: air.run, C, low: C - wide, high: C + wide }];
  });
}

/** When the limit is first reached on a hot day. */
export interface Throttling {
  /** 5 %, 50 % and 95 % of what may come; null where that lies beyond ten years. */
  early: string | null;
  middle: string | null;
  late: string | null;
}

/** The forecast from the newest runs on. */
export interface Forecast {
  fromDay: string;
  /** Hot-day temperature at so many months from then: 5 %, 50 % and 95 %, °C. */
  fan: { months: number; low: number; mid: number; high: number }[];
  throttling: Throttling | null;
}

interface Draw {
  C: number;
  perMonth: number;
}

/**
 * What a hot day will be like from now on, by the drift of both paths: T(t) = 35 °C + P·(Rc + rc·t) + Pt·(Ra + ra·t),
 * over draws of what is measured and of the drifts.
 *
 * @param limitC null where the machine's limit is not known: then no day is told
 */
export function forecastOf(course: Course, limitC: number | null, months: number): Forecast | null {
  if (!course.now || !course.airflow.drift || !course.contact.drift) return null;
  const draws = drawsOf(course, course.airflow.drift, course.contact.drift);
  const fan = [0, 0.25, 0.5, 0.75, 1].map((share) => {
    const at = share * months;
    const C = draws.map((d) => d.C + d.perMonth * at).sort((a, b) => a - b);
    return { months: at, low: ofSorted(C, 0.05), mid: ofSorted(C, 0.5), high: ofSorted(C, 0.95) };
  });
  return {
    fromDay: course.now.day,
    fan,
    throttling: limitC === null ? null : throttlingOf(draws, limitC, course.now.day),
  };
}

function throttlingOf(draws: readonly Draw[], limitC: number, day: string): Throttling {
  const months = monthsTo(draws, limitC);
  const at = (share: number) => {
    const m = ofSorted(months, share);
    return m > FURTHEST_MONTHS ? null : monthsOn(day, m);
  };
  return { early: at(0.05), middle: at(0.5), late: at(0.95) };
}

/** Months until each draw reaches the limit, rising; at once where it stands over it already. */
const monthsTo = (draws: readonly Draw[], limitC: number): number[] =>
  draws.map((d) => (d.C >= limitC ? 0 : d.perMonth > 0 ? (limitC - d.C) / d.perMonth : Infinity)).sort((a, b) => a - b);

function drawsOf({ now, ownW, totalW }: Course, airflow: Drift, contact: Drift): Draw[] {
  if (!now) return [];
  return Array.from({ length: DRAWS }, (_, i) => {
    const [u, v, w] = [quasi(i, 0), quasi(i, 1), quasi(i, 2)];
    const C = HOT_ROOM_C + ownW * now.contact.KW + totalW * now.airflow.KW;
    const error = Math.max(ownW * errorOf(now.contact), totalW * errorOf(now.airflow));
    return {
      C: C + error * normalQuantile(u),
      perMonth: ownW * drawn(contact, v) + totalW * drawn(airflow, w),
    };
  });
}

const drawn = (d: Drift, u: number): number => ofSorted(d.draws, u);

const ofSorted = (values: readonly number[], share: number): number => {
  const q = quantileSorted(values as number[], share) ?? 0;
  // between a day and never lies never
  return Number.isNaN(q) ? Infinity : q;
};

/**
 * How wide the forecast would be after a check run of the machine as it stands now: the pace of this very interval is
 * known then, and no longer that of others.
 *
 * @returns days from the early to the late edge now and then, ten years at most; null where it is at its limit now
 */
export function narrowing(
  course: Course,
  limitC: number | null,
  checkDay: string,
): { nowDays: number; thenDays: number } | null {
  const { now } = course;
  const { drift: air } = course.airflow;
  const { drift: contact } = course.contact;
  if (!now || !air || !contact || limitC === null) return null;
  const months = Math.max(0.5, daysBetween(now.day, checkDay) / DAYS_A_MONTH);
  const edges = (of: readonly Draw[]) => {
    const sorted = monthsTo(of, limitC);
    const at = (share: number) => Math.min(FURTHEST_MONTHS, ofSorted(sorted, share));
    return (at(0.95) - at(0.05)) * DAYS_A_MONTH;
  };
  const known = (r: Resistance, d: Drift): Drift => {
    const se = (Math.SQRT2 * errorOf(r)) / months;
    const draws = d.draws.map((_, i) => Math.max(0, d.mid + se * normalQuantile((i + 0.5) / d.draws.length)));
    return { ...d, draws };
  };
  const nowDays = edges(drawsOf(course, air, contact));
  const thenDays = edges(drawsOf(course, known(now.airflow, air), known(now.contact, contact)));
  return nowDays > 0 ? { nowDays, thenDays } : null;
}
