/**
 * JSON as it was stored; what cannot be read any more is noted and stands as what is given instead: one row takes no
 * page down.
 *
 * @param what the row, as the log names it: "lot 12"
 */
export function storedJson<T>(text: string | null, instead: T, what: string): T {
  if (text === null) return instead;
  try {
    const value = JSON.parse(text) as T | null;
    // where a list or a form is meant nothing else is one
    if (typeof value === "object" && value !== null) return value;
  } catch {
    // told below, as any that is none
  }
  console.error(`${what} cannot be read as it is stored.`);
  return instead;
}

/** What a document is made of cannot be read as it is stored. */
export class RowUnreadable extends Error {
  constructor(readonly what: string) {
    super(`${what} cannot be read as it is stored`);
  }
}

/**
 * A list or form that goes into a document, which is whole or none: nothing is left out of it without a word. Throws
 * RowUnreadable.
 */
export function wholeJson<T>(text: string, what: string): T {
  try {
    const value = JSON.parse(text) as T | null;
    if (typeof value === "object" && value !== null) return value;
  } catch {
    // thrown below, as any that is none
  }
  throw new RowUnreadable(what);
}
