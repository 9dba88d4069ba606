import { dayAfter } from "../../base/days";
import type { ChipId } from "../../measure/thermal";
import { driftOf, type Drift, type Rate } from "./drift";
import { atFanSpeed, soundSpeedOf, type Levels, type Measured, type Resistance } from "./measured";

/** A job of a machine as its history tells it. */
export interface Visit {
  jobId: number;
  /** Days the run before and the run after were taken; null without one. */
  beforeDay: string | null;
  afterDay: string | null;
  measured: Measured | null;
  /** What was done, in a few words: "Dust", "Dust, paste". */
  did: readonly string[];
  /** What was found, in a few words. */
  found: string;
}

export type PathName = "contact" | "airflow";

/** One mark on a strip. */
export interface Mark extends Resistance {
  jobId: number;
  day: string;
  run: "before" | "after";
}

/** One path over the years. */
export interface PathCourse {
  path: PathName;
  marks: Mark[];
  /** What it grew between services. */
  rates: Rate[];
  drift: Drift | null;
}

/** What a machine's cooling did over the years, all runs brought to one fan speed and one usual load. */
export interface Course {
  chip: ChipId;
  /** Fan speed the airflow is told at, rpm; null where no run told one. */
  fanRpm: number | null;
  /** Its usual load: what the newest job was matched at, W. */
  ownW: number;
  totalW: number;
  contact: PathCourse;
  airflow: PathCourse;
  /** Where it stands now: the newest mark of each path. */
  now: { day: string; contact: Resistance; airflow: Resistance } | null;
}

/** Intervals shorter than this say nothing of a drift of months, days. */
const LEAST_DAYS = 21;
/** Mean days of a month. */
export const DAYS_A_MONTH = 30.44;
/** Half of a 90 % interval, standard errors. */
const WIDE = 1.645;

/**
 * The course of one chip of a machine.
 *
 * @param visits jobs in the order of their days
 */
export function courseOf(visits: readonly Visit[], chip: ChipId): Course | null {
  const own = visits.flatMap((v) => {
    const measured = v.measured?.chips.find((c) => c.chip === chip);
    return measured && v.measured ? [{ visit: v, chip: measured, at: v.measured }] : [];
  });
  const newest = own[own.length - 1];
  if (!newest) return null;
  const speeds = own.flatMap(({ at }) => soundSpeedOf(at) ?? []).sort((a, b) => a - b);
  const fanRpm = speeds[(speeds.length - 1) >> 1] ?? null;
  const seen = own.flatMap(({ visit, chip: c, at }) => {
    const of = (run: "before" | "after", day: string | null) =>
      day === null ? [] : [{ jobId: visit.jobId, day, run, levels: atFanSpeed(c[run], soundSpeedOf(at), fanRpm) }];
    return [...of("before", visit.beforeDay), ...of("after", visit.afterDay)];
  });
  const contact = pathOf("contact", seen);
  const airflow = pathOf("airflow", seen);
  const [c, a] = [contact.marks.at(-1), airflow.marks.at(-1)];
  return {
    chip,
    fanRpm,
    ownW: newest.chip.ownW,
    totalW: newest.chip.totalW,
    contact,
    airflow,
    now: c && a ? { day: c.day > a.day ? c.day : a.day, contact: c, airflow: a } : null,
  };
}

function pathOf(
  path: PathName,
  seen: readonly { jobId: number; day: string; run: "before" | "after"; levels: Levels }[],
): PathCourse {
  const marks = seen.flatMap(({ levels, ...m }) => (levels[path] ? [{ ...m, ...levels[path] }] : []));
  const rates = marks.flatMap((to, i): Rate[] => {
    const from = marks[i - 1];
    // from what a service left to what the next one found; what a service did itself is no drift
    if (!from || from.run !== "after" || to.run !== "before") return [];
    const days = daysBetween(from.day, to.day);
    if (days < LEAST_DAYS) return [];
    const months = days / DAYS_A_MONTH;
    const se = Math.hypot(errorOf(from), errorOf(to)) / months;
    return [{ fromDay: from.day, toDay: to.day, perMonth: (to.KW - from.KW) / months, se }];
  });
  return { path, marks, rates, drift: driftOf(rates) };
}

export const errorOf = (r: Resistance): number => Math.max(1e-6, (r.high - r.low) / (2 * WIDE));

export const daysBetween = (from: string, to: string): number =>
  (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000;

/** The day so many months of a drift on. */
export const monthsOn = (day: string, months: number): string => dayAfter(day, Math.round(months * DAYS_A_MONTH));
