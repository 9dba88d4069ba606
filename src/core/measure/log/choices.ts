import type { Unit } from "./words";
import { columnAs } from "./column";
import type { ColumnGuess, ColumnHead, Role } from "./guess";

/** What a column was said to be; without a unit the one it is written in is found by heading and size. */
export interface DeclaredColumn {
  role: Role;
  unit?: Unit;
}

/** What the technician said columns are, overriding what was recognised. Keyed by heading. */
export type ColumnChoices = Readonly<Record<string, DeclaredColumn>>;

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
): ColumnGuess[] {
  // a heading may be called as anything an object has of its own
  const toldOf = (heading: string) => (Object.hasOwn(choices, heading) ? choices[heading] : undefined);
  const taken = new Set(columns.flatMap((c) => toldOf(c.heading)?.role ?? []));
  return columns.map((c) => {
    const told = toldOf(c.heading);
    if (told !== undefined) return declaredColumn(c, told, heads[c.index]);
    // a told column takes the place of the one recognised for the same channel
    return taken.has(c.role) && c.role !== "none"
      ? { ...c, role: "none", note: "another column was chosen", why: "told" }
      : c;
  });
}

/** A column as the technician named it: its conversion stays with the quantity, or is found for the new one. */
function declaredColumn(c: ColumnGuess, { role, unit }: DeclaredColumn, head: ColumnHead | undefined): ColumnGuess {
  const { asks, ...known } = c;
  const told = { ...known, role, sure: true, why: "told" as const, told: unit ? { role, unit } : { role } };
  // the quantity was told, its unit is still asked
  if (role === c.role && !unit) return asks ? { ...told, sure: false, asks } : told;
  if (role === "none" || !head) return { ...told, note: role === "none" ? "left out" : c.note };
  // a temperature stays on the scale of the log, whatever it is the temperature of
  if (!unit && c.unit === "°C" && role.endsWith(".temperature")) return told;
  return { ...told, ...columnAs(head, role, unit) };
}
