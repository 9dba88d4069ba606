import type { ErrorObject, ValidateFunction } from "ajv";
import { bad, ok, type Problem, type Result } from "../result";

/** Where a file is not as its schema says, and what it must be there. */
export interface Misfit {
  where: string;
  wants: string;
}

/** Plain data from the text of a JSON file; null when it is none. A byte order mark is no fault. */
export function plainFrom(text: string): { plain: unknown } | null {
  try {
    return { plain: JSON.parse(text.replace(/^\ufeff/, "")) };
  } catch {
    return null;
  }
}

/**
 * Checks plain data against a compiled schema and fills in what may be left out. What was given stays as it is.
 *
 * @example
 * checked(layoutCheck, { version: 2 }); // { ok: false, misfit: { where: "version", wants: "must be 1" } }
 */
export function checked<T>(
  check: ValidateFunction,
  plain: unknown,
): { ok: true; value: T } | { ok: false; misfit: Misfit } {
  const value = copied(plain);
  if (value === null) return { ok: false, misfit: { where: "The file", wants: "must be an object" } };
  if (check(value)) return { ok: true, value: value as T };
  const error = weightiest(check.errors ?? []);
  return { ok: false, misfit: error ? misfitOf(error) : { where: "The file", wants: "cannot be read" } };
}

/** A copy to fill in; null for what is nothing, or nested deeper than any file of ours. */
function copied(plain: unknown): unknown {
  try {
    return structuredClone(plain);
  } catch {
    return null;
  }
}

/** The error that says most: a kind that is not known comes before what the kinds miss. */
const weightiest = (errors: readonly ErrorObject[]): ErrorObject | undefined =>
  errors.find((e) => e.keyword === "discriminator") ?? errors.find((e) => e.keyword !== "oneOf") ?? errors[0];

function misfitOf(e: ErrorObject): Misfit {
  const at = placeOf(e.instancePath);
  const inner = (key: string) => (at ? `${at}.${key}` : key);
  const params = e.params as Record<string, string | number | string[]>;
  if (e.keyword === "additionalProperties")
    return { where: inner(String(params.additionalProperty).slice(0, 40)), wants: "is not a field here" };
  if (e.keyword === "discriminator")
    return { where: inner(String(params.tag)), wants: `must be one of ${kindsOf(e).join(", ")}` };
  if (e.keyword === "required")
    return {
      where: inner(String(params.missingProperty)),
      wants: wantsOf(propertyOf(e, String(params.missingProperty))),
    };
  const many = e.keyword === "minItems" || e.keyword === "maxItems";
  return { where: at || "The file", wants: many ? itemsWanted(e, at) : wantsOf(e.parentSchema ?? {}) };
}

type Schema = Record<string, unknown>;

const propertyOf = (e: ErrorObject, key: string): Schema =>
  ((e.parentSchema?.properties as Record<string, Schema> | undefined) ?? {})[key] ?? {};

function kindsOf(e: ErrorObject): string[] {
  const kinds = (e.parentSchema?.oneOf ?? []) as { properties: { kind: { const: string } } }[];
  return kinds.map((k) => k.properties.kind.const);
}

function itemsWanted(e: ErrorObject, at: string): string {
  const name = /[a-zA-Z]+$/.exec(at)?.[0] ?? "entries";
  const { minItems, maxItems } = (e.parentSchema ?? {}) as { minItems?: number; maxItems?: number };
  const here = Array.isArray(e.data) ? `, here are ${e.data.length}` : "";
  if (minItems === undefined) return `may hold ${maxItems ?? 0} ${name} at most${here}`;
  return maxItems === undefined
    ? `must hold ${minItems} ${name} or more${here}`
    : `must hold ${minItems} to ${maxItems} ${name}${here}`;
}

/** What a schema asks for, in words. */
function wantsOf(s: Schema): string {
  if ("const" in s) return `must be ${String(s.const)}`;
  if (Array.isArray(s.enum)) return `must be one of ${s.enum.join(", ")}`;
  if (s.type === "number") return numberWanted(s);
  if (s.type === "integer" || (Array.isArray(s.type) && s.type[0] === "integer"))
    return `must be a whole number from ${String(s.minimum)} to ${String(s.maximum)}`;
  if (s.type === "boolean") return "must be true or false";
  if (s.type === "array") return "must be a list";
  if (s.type === "object") return "must be an object";
  if (s.pattern) return "must be letters and digits";
  return typeof s.maxLength === "number" ? `must be text of up to ${s.maxLength} characters` : "must be text";
}

function numberWanted({ minimum, maximum, exclusiveMinimum, exclusiveMaximum }: Schema): string {
  const low = minimum as number | undefined;
  const high = (maximum ?? exclusiveMaximum) as number | undefined;
  if (low !== undefined && high !== undefined) return `must be a number from ${low} to ${high}`;
  return exclusiveMinimum === 0 ? "must be a number above 0" : "must be a number of mm";
}

/** "/parts/3/wMm" as the file's reader would say it: "parts[3].wMm". */
const placeOf = (path: string): string =>
  path
    .replace(/\/(\d+)/g, "[$1]")
    .replace(/\//g, ".")
    .replace(/^\./, "");

/** Refuses an id that stands twice in a list. */
export function twiceIn(items: readonly { id: string }[], where: string): Misfit | null {
  const seen = new Set<string>();
  const at = items.findIndex((s) => seen.size === seen.add(s.id).size);
  return at >= 0 ? { where: `${where}[${at}].id`, wants: "stands twice" } : null;
}

/** A small file read by its schema and by what a schema cannot say. */
export interface FileForm<T> {
  code: string;
  /** What such a file gives, for whoever handed in another. */
  gives: string;
  check: ValidateFunction;
  /** What is wrong beyond the schema; null where nothing is. */
  also: (value: T) => Misfit | null;
}

/** Reads a small JSON file; what is wrong comes back as a problem with its place. */
export function readFile<T>(text: string, form: FileForm<T>): Result<T> {
  const problem = (message: string, action: string, where?: string): Problem => ({
    code: form.code,
    message,
    action,
    ...(where ? { column: where } : {}),
  });
  const read = plainFrom(text);
  if (!read) return bad(problem("The file is not JSON.", form.gives));
  const result = checked<T>(form.check, read.plain);
  const misfit = result.ok ? form.also(result.value) : result.misfit;
  if (misfit) return bad(problem(`${misfit.where} ${misfit.wants}.`, "Correct it in the file.", misfit.where));
  return result.ok ? ok(result.value) : bad(problem("The file cannot be read.", form.gives));
}
