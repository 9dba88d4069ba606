const DAY = /^20\d{2}-\d{2}-\d{2}$/;

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

/** The day so many days on: "2026-12-31" and 1 is "2027-01-01". */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

const FORM = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });

/** A day as it is said: "2031-07-28" is "28 Jul 2031". */
export const dayInWords = (day: string): string => FORM.format(new Date(`${day}T00:00:00Z`));
