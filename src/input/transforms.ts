import type { TransformFnParams } from "class-transformer";

/** Text without space around it. */
export const trimmed = ({ value }: TransformFnParams): unknown => (typeof value === "string" ? value.trim() : value);

/** A number typed with point or comma; an empty field is null. */
export function decimal({ value }: TransformFnParams): unknown {
  if (value === "" || value === undefined || value === null) return null;
  if (typeof value !== "string") return value;
  const text = value.trim().replace(",", ".");
  return text === "" ? null : /^[-+]?\d+(\.\d+)?$/.test(text) ? Number(text) : NaN;
}

/** An empty choice is null. */
export const choice = ({ value }: TransformFnParams): unknown => (value === "" || value === undefined ? null : value);
