import { checked, layoutCheck, plainFrom, twiceIn } from "../../base/checked";
import type { Layout } from "../parts/parts";
import { bad, ok, type Result } from "../../base/result";
import { layoutProblem } from "./problems";
import { MOST_PARTS } from "./schema";

/**
 * A layout from plain data by its published schema; refuses unknown fields and kinds, figures out of range, ids that
 * stand twice, and says where.
 */
export function layoutFrom(plain: unknown): Result<Layout> {
  const parts: unknown = plain && typeof plain === "object" && "parts" in plain ? plain.parts : null;
  if (Array.isArray(parts) && parts.length > MOST_PARTS) return bad(layoutProblem.tooMany(MOST_PARTS));
  const read = checked<Layout>(layoutCheck, plain);
  if (!read.ok) return bad(layoutProblem.field(read.misfit.where, read.misfit.wants));
  const twice = twiceIn(read.value.parts, "parts");
  return twice ? bad(layoutProblem.field(twice.where, twice.wants)) : ok(read.value);
}

/** A layout from the text of a JSON file. */
export function parseLayout(json: string): Result<Layout> {
  const read = plainFrom(json);
  return read ? layoutFrom(read.plain) : bad(layoutProblem.notJson());
}

/** The file of a layout. */
export const layoutJson = (layout: Layout): string => `${JSON.stringify(layout, null, 1)}\n`;
