import { bad, good, type Problem, type Result } from "./result";

/** Something in a JSON file that is not as it should be: where, and what it must be. */
class Wrong extends Error {
  constructor(
    readonly where: string,
    readonly wants: string,
  ) {
    super(`${where} ${wants}`);
  }
}
/** Stops reading a file with its place; only inside {@link readPlain}. */
export const wrong = (where: string, wants: string): never => {
  throw new Wrong(where, wants);
};

export type Plain = Record<string, unknown>;
export const plainObject = (v: unknown, where: string): Plain =>
  typeof v === "object" && v !== null && !Array.isArray(v) ? (v as Plain) : wrong(where, "must be an object");
export const plainList = (v: unknown, where: string): unknown[] =>
  Array.isArray(v) ? v : wrong(where, "must be a list");
/** A number of mm within ±5000, above `above` where it is given. */
export const plainNumber = (v: unknown, where: string, above = -5000): number =>
  typeof v === "number" && Number.isFinite(v) && v > above && v < 5000
    ? v
    : wrong(where, above < 0 ? "must be a number of mm" : "must be a number above 0");
export const plainName = (v: unknown, where: string): string =>
  typeof v === "string" && v !== "" ? v.slice(0, 60) : typeof v === "number" ? String(v) : wrong(where, "must be text");
/** Refuses an id that stands twice in a list. */
export function once(items: readonly { id: string }[], where: string): void {
  const twice = items.findIndex((s, i) => items.findIndex((t) => t.id === s.id) < i);
  if (twice >= 0) wrong(`${where}[${twice}].id`, "stands twice");
}

/** Reads a small JSON file; what {@link wrong} says comes back as a problem with its place. */
export function readPlain<T>(text: string, code: string, gives: string, read: (file: Plain) => T): Result<T> {
  const problem = (message: string, action: string, where?: string): Problem => ({
    code,
    message,
    action,
    ...(where ? { column: where } : {}),
  });
  let plain: unknown;
  try {
    plain = JSON.parse(text.replace(/^\ufeff/, ""));
  } catch {
    return bad(problem("The file is not JSON.", gives));
  }
  try {
    return good(read(plainObject(plain, "The file")));
  } catch (e) {
    if (e instanceof Wrong) return bad(problem(`${e.where} ${e.wants}.`, "Correct it in the file.", e.where));
    throw e;
  }
}
