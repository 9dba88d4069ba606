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
