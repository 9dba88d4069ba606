import { tz } from "@date-fns/tz";
import { format, parseISO } from "date-fns";

const DAY = /^20\d{2}-\d{2}-\d{2}$/;
const DAY_MS = 86_400_000;

/** A time zone by its name in the tz database: "Europe/Vienna", "America/Denver", "UTC". */
export type Zone = string;

/**
 * Whether a text names a time zone that is known here.
 *
 * @example
 * isZone("America/Denver"); // true
 * isZone("Denver"); // false
 */
export function isZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: text });
    return text !== "" && !/^[+-]/.test(text);
  } catch {
    return false;
  }
}

/** The zone of whatever runs this: a server's own until the workshop set one. */
export const zoneHere = (): Zone => new Intl.DateTimeFormat().resolvedOptions().timeZone;

/**
 * Whether a text is a day of this century as it stands in the calendar, year-month-day.
 *
 * @example
 * isDay("2026-02-28"); // true
 * isDay("2026-02-31"); // false
 */
export function isDay(text: unknown): text is string {
  if (typeof text !== "string" || !DAY.test(text)) return false;
  const date = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text);
}

/**
 * The day so many days on; fewer than none go back.
 *
 * @example
 * dayAfter("2026-12-31", 1); // "2027-01-01"
 */
export const dayAfter = (day: string, days: number): string => utcDay(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS);

/** The day of a moment that stands for midnight in UTC, as days are reckoned with. */
export const utcDay = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/**
 * The day it is in a zone at a moment: where the workshop is, not where its server's clock is read.
 *
 * @example
 * dayIn("America/Denver", "2026-12-02T03:30:00Z"); // "2026-12-01": still evening there
 */
export const dayIn = (zone: Zone, at: Date | number | string): string => dayText(at, "day", zone);

/** When a day of a zone begins, ms since 1970. */
export const beginOf = (day: string, zone: Zone): number => parseISO(day, { in: tz(zone) }).getTime();

/** Ways a day or moment is told, all said once. */
const FORMS = {
  day: "yyyy-MM-dd",
  year: "yyyy",
  month: "MMMM yyyy",
  short: "d MMM",
  plain: "d MMM yyyy",
  long: "d MMMM yyyy",
  spoken: "d MMMM",
  weekday: "EEE d MMM",
  today: "EEEE d MMMM",
  time: "HH:mm",
  moment: "d MMM, HH:mm",
  minute: "d MMM yyyy, HH:mm",
  second: "d MMM yyyy HH:mm:ss",
} as const;

export type DayForm = keyof typeof FORMS;

/** What is said of a date that was stored and cannot be read. */
export const UNREADABLE = "no readable date";
const LONG_AGO = "2000-01-01";

/**
 * A day or a moment as it is told in a zone. A day alone (year-month-day) is the same in every zone. One that cannot
 * be read is told as such, and stands long ago where days are reckoned with.
 *
 * @example
 * dayText("2031-07-28", "plain", "UTC"); // "28 Jul 2031"
 * dayText("2026-12-02T03:30:00Z", "minute", "America/Denver"); // "1 Dec 2026, 20:30"
 */
export function dayText(at: Date | number | string, form: DayForm, zone: Zone): string {
  const own = tz(zone);
  const date = typeof at === "string" ? parseISO(at, { in: own }) : at;
  if (!Number.isFinite(+date)) return form === "day" ? LONG_AGO : UNREADABLE;
  return format(date, FORMS[form], { in: own });
}

/** A day of the calendar as it is said, the same in every zone: "2031-07-28" is "28 Jul 2031". */
export const dayInWords = (day: string, form: DayForm = "plain"): string => dayText(day, form, "UTC");
