import "reflect-metadata";
import { plainToInstance } from "class-transformer";
import { validateSync, type ValidationError } from "class-validator";

/** What is wrong with a form, per field, in words for the technician. */
export type FieldErrors = Record<string, string>;

export type Checked<T> = { ok: true; value: T } | { ok: false; fields: FieldErrors };

/** Checks a plain object against an input class; unknown fields are refused. */
export function check<T extends object>(type: new () => T, plain: unknown): Checked<T> {
  if (typeof plain !== "object" || plain === null || Array.isArray(plain))
    return { ok: false, fields: { "": "Send the fields of the form." } };
  const ours = ownWord(plain, "");
  if (ours) return { ok: false, fields: { [ours]: "No form has a field of this name." } };
  const value = plainToInstance(type, plain);
  const errors = validateSync(value, { whitelist: true, forbidNonWhitelisted: true });
  return errors.length === 0
    ? { ok: true, value }
    : { ok: false, fields: Object.fromEntries(errors.flatMap((e) => flatten(e, ""))) };
}

/**
 * Where a name stands that means something to the language itself (constructor, __proto__ …): no form has one, and a
 * form made of it would no longer be checked by its own class. Null where none does.
 */
function ownWord(plain: object, at: string): string | null {
  for (const [key, value] of Object.entries(plain)) {
    const name = at ? `${at}.${key}` : key;
    if (!Array.isArray(plain) && key in Object.prototype) return name;
    const within = typeof value === "object" && value !== null ? ownWord(value as object, name) : null;
    if (within !== null) return within;
  }
  return null;
}

function flatten(e: ValidationError, prefix: string): [string, string][] {
  const name = prefix ? `${prefix}.${e.property}` : e.property;
  const own = Object.values(e.constraints ?? {})[0];
  return [...(own ? [[name, own] as [string, string]] : []), ...(e.children ?? []).flatMap((c) => flatten(c, name))];
}
