import type { Unit } from "./words";
import { columnAs, type ColumnGuess, type ColumnHead, type Role } from "./recognise";

/** What the technician said a column is, overriding what was recognised. Keyed by heading. */
export type ColumnChoices = Readonly<Record<string, Role>>;

/**
 * Key of a header line, by which its columns are remembered (FNV-1a over the headings).
 *
 * @example
 * headerKey(["Time", "CPU"]); // "2-0416e2f546bb03a0"
 */
export function headerKey(headings: readonly string[]): string {
  let a = 0x811c9dc5;
  let b = 0x9dc5811c;
  for (const c of headings.join("\u001f")) {
    a = Math.imul(a ^ (c.codePointAt(0) ?? 0), 0x01000193);
    b = Math.imul(b ^ (c.codePointAt(0) ?? 0), 0x01000197);
  }
  return `${headings.length}-${(a >>> 0).toString(16).padStart(8, "0")}${(b >>> 0).toString(16).padStart(8, "0")}`;
}

/** The columns as recognised, overridden by what was told; `heads` tell the unit of a quantity that is new. */
export function applyChoices(
  columns: readonly ColumnGuess[],
  choices: ColumnChoices,
  heads: readonly ColumnHead[],
  units: Readonly<Record<string, Unit>> = {},
): ColumnGuess[] {
  const taken = new Set(columns.flatMap((c) => (choices[c.heading] ? [choices[c.heading] as Role] : [])));
  return columns.map((c) => {
    const told = choices[c.heading];
    if (told !== undefined) return toldColumn(c, told, heads[c.index], units[c.heading]);
    // a told column takes the place of the one recognised for the same channel
    return taken.has(c.role) && c.role !== "none"
      ? { ...c, role: "none", note: "another column was chosen", why: "told" }
      : c;
  });
}

/** A column as the technician named it: its conversion stays with the quantity, or is found for the new one. */
function toldColumn(c: ColumnGuess, role: Role, head: ColumnHead | undefined, unit?: Unit): ColumnGuess {
  if (role === c.role && !unit) return { ...c, sure: true };
  if (role === "none" || !head)
    return { ...c, role, sure: true, why: "told", note: role === "none" ? "left out" : c.note };
  return { ...c, ...columnAs(head, role, unit), role, sure: true, why: "told" };
}
