/**
 * The one text of a value: keys in order, no spaces, numbers and strings as JSON writes them (after RFC 8785). Two
 * values that say the same have the same text, so that a hash of it tells whether anything changed.
 *
 * @example
 * canonicalJson({ b: [1, undefined], a: undefined }); // '{"b":[1,null]}'
 */
export function canonicalJson(value: unknown): string {
  if (value === null || value === undefined || typeof value === "function") return "null";
  if (typeof value === "number") return Number.isFinite(value) ? JSON.stringify(value) : "null";
  if (typeof value !== "object") return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(",")}]`;
  const entries = Object.entries(value)
    .filter(([, v]) => v !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`).join(",")}}`;
}
