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
