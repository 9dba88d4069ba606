import type { LogWarning } from "./problems";
import type { LogTable } from "./table";
import type { ColumnGuess, Role } from "./guess";
import { levelsOf } from "./spread";

/** A chip that carries the load moves its power by this many times what the other moves, and at least so many W. */
const CLEARLY = 3;
const LEAST = 4;

/**
 * Two graphics chips under the same headings, one in the processor and one beside it: the one that carries the load is
 * taken. Its columns are those of the same turn: the second temperature goes with the second power.
 */
export function loadedChip(table: LogTable): { columns: ColumnGuess[]; warning: LogWarning | null } {
  const { columns } = table;
  // what was told stands
  if (columns.some((c) => c.told && /^gpu\./.test(c.told.role))) return { columns, warning: null };
  const turns = new Map<Role, number[]>();
  columns.forEach((c, i) => {
    const role = c.rival ?? c.role;
    if (/^gpu\./.test(role)) turns.set(role, [...(turns.get(role) ?? []), i]);
  });
  const by = (["gpu.power", "gpu.load", "gpu.temperature"] as const).find((r) => (turns.get(r)?.length ?? 0) > 1);
  const seats = by && turns.get(by);
  if (!seats) return { columns, warning: null };
  const spans = seats.map((i) => spanOf(table, columns[i]));
  const taken = seats.findIndex((i) => columns[i]?.role === by);
  const most = spans.indexOf(Math.max(...spans));
  if (most === taken || !((spans[most] ?? 0) > Math.max(LEAST, CLEARLY * (spans[taken] ?? 0))))
    return { columns, warning: null };
  const next = columns.map((c) => ({ ...c }));
  for (const [role, own] of turns) {
    const seat = own[most];
    if (own.length !== seats.length || seat === undefined) continue;
    for (const i of own) {
      const c = next[i];
      if (!c) continue;
      const idle = i !== seat;
      Object.assign(c, {
        role: idle ? "none" : role,
        note: idle ? "of the chip that idles, kept with the file" : c.unit,
      });
    }
  }
  const heading = columns[seats[most] ?? 0]?.heading ?? "";
  const message = `Two graphics chips are in the log; the one that carries the load was taken (column ${
    (seats[most] ?? 0) + 1
  }, ${heading}).`;
  return { columns: next, warning: { line: table.layout.headerLine, message } };
}

function spanOf(table: LogTable, column: ColumnGuess | undefined): number {
  const values = column && table.values[column.index];
  if (!values) return 0;
  const [low = NaN, high = NaN] = levelsOf(values, 0.03, 0.97);
  return (high - low) * column.factor || 0;
}
