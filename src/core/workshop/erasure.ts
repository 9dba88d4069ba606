/** When machines are erased by themselves; null: never, which is what nobody said otherwise. */
export interface Retention {
  /** Years since the last job of a machine was closed. */
  years: number | null;
}

export const usualRetention: Retention = { years: null };

/**
 * The moment before which a last job must have been closed for its machine to be erased; null where none is.
 *
 * @example
 * erasedBefore({ years: 3 }, Date.parse("2031-03-02T10:00:00Z")); // "2028-03-02T10:00:00.000Z"
 */
export function erasedBefore({ years }: Retention, nowMs: number): string | null {
  if (years === null) return null;
  const at = new Date(nowMs);
  at.setUTCFullYear(at.getUTCFullYear() - years);
  return at.toISOString();
}

/** What is erased with a machine, as whoever erases it is told. */
export const ERASED_WITH =
  "its jobs, journal, photos, logs, verdicts, documents and dates, what search and the audit say of it, and " +
  "links for its owner";

/** What stays after it. */
export const STAYS_AFTER =
  "Signed documents leave their hash, date and role; drawings are of the model and stay; materials stay used. From " +
  "back-ups it is erased when one is restored.";
