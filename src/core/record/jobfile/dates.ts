import { isDay } from "../../base/days";

/** Fields that hold a day or a moment, by how they are named throughout a job's document. */
const DATED = /(^at|At|^day|Day|On|bestBefore|^bought)$/;

/**
 * Where a document names a day or a moment that stands in no calendar, such as 31 February; null where all do.
 *
 * @example
 * oddDate({ due: { dueOn: "2027-02-31" } }); // "due.dueOn"
 */
export function oddDate(plain: unknown, at = ""): string | null {
  if (typeof plain !== "object" || plain === null) return null;
  for (const [key, value] of Object.entries(plain)) {
    const where = Array.isArray(plain) ? `${at}[${key}]` : at ? `${at}.${key}` : key;
    if (typeof value === "string") {
      if (DATED.test(key) && value !== "" && !isMoment(value)) return where;
      continue;
    }
    const within = oddDate(value, where);
    if (within !== null) return within;
  }
  return null;
}

/** A month or a day of the calendar, alone or with a time of day. */
function isMoment(text: string): boolean {
  if (text.length === 7) return isDay(`${text}-01`);
  return isDay(text.slice(0, 10)) && (text.length === 10 || Number.isFinite(Date.parse(text)));
}
