import {
  planOf,
  declaredIn,
  toRun,
  withChoices,
  type ColumnGuess,
  type LogTable,
  type Run,
  type DeclaredColumn,
} from "../core/measure/log";
import { words } from "../core/base/words";
import { Unusable } from "./unusable";

/** A log the command read, with what it had to guess. */
export interface ReadFile {
  path: string;
  table: LogTable;
  run: Run;
}

/** One column the page would ask about: how it was taken, and the other ways it could be. */
interface Doubt {
  column: ColumnGuess;
  others: DeclaredColumn[];
}

/** What the page would ask of this log, and the other readings of each that would leave a run to judge. */
function doubtsIn(table: LogTable, roomMissing: boolean): Doubt[] {
  return table.columns
    .filter((c) => !c.sure)
    .map((column) => {
      const { role, asks } = column;
      if (asks) return { column, others: asks.slice(1).map((unit) => ({ role, unit })) };
      // a nameless temperature that is left out may be the room that is missing
      if (role === "none") return { column, others: roomMissing ? [{ role: "room.temperature" as const }] : [] };
      return { column, others: [] };
    });
}

/** How a column was taken, for the one who was not asked. */
function takenAs({ heading, role, asks, note }: ColumnGuess): string {
  if (asks) return `"${heading}" names no unit that can be; read as ${asks[0] ?? ""}.`;
  return role === "none" ? `"${heading}" is ${note}; left out.` : `"${heading}" is taken for ${role}: ${note}.`;
}

const option = (heading: string, { role, unit }: DeclaredColumn): string =>
  `--column "${heading}=${role}${unit ? `:${unit}` : ""}"`;

/** The run with a warning for every column that was guessed. */
export const withGuesses = ({ table, run }: ReadFile): Run => ({
  ...run,
  warnings: [
    ...table.columns.filter((c) => !c.sure).map((c) => ({ line: table.layout.headerLine, message: takenAs(c) })),
    ...run.warnings,
  ],
});

/**
 * Where a guess would decide the outcome the command ends and names the option that settles it.
 * @param outcome what is decided, for a run in place of this file's; null where the reading cannot be true
 * @throws Unusable
 */
export function refuseDecisiveGuess(file: ReadFile, roomMissing: boolean, outcome: (run: Run) => string | null): void {
  const doubts = doubtsIn(file.table, roomMissing);
  if (doubts.length === 0) return;
  const taken = outcome(file.run);
  for (const { column, others } of doubts) {
    const decisive = others.some((told) => {
      const table = withChoices(file.table, { ...declaredIn(planOf(file.table)), [column.heading]: told });
      const run = table && toRun(table);
      const other = run?.ok ? outcome(run.value) : null;
      return other !== null && other !== taken;
    });
    if (!decisive) continue;
    const units = column.asks?.map((unit) => ({ role: column.role, unit }));
    const ways: DeclaredColumn[] =
      units ?? (column.role === "none" ? [{ role: "none" }, ...others] : [{ role: column.role }, ...others]);
    throw new Unusable(
      `${file.path}: ${takenAs(column)} The verdict depends on it: give ` +
        `${words.listed(
          ways.map((w) => option(column.heading, w)),
          "or",
        )}.`,
    );
  }
}
