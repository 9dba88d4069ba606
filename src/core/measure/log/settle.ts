import type { ColumnHead } from "./guess";
import { recogniseColumns } from "./recognise";
import { applyChoices, type ColumnChoices } from "./choices";
import { scaleOfMinutes } from "./order";
import { loadedChip } from "./rivals";
import type { LogTable } from "./table";

/** Readings of a column its size is judged by, spread over the whole log. */
const SAMPLES = 1_500;

/**
 * The columns of a log that was read to its end. What its head alone could not tell is decided by all of it: the head
 * of a wide or fast log holds nothing but idle. Columns whose numbers were not kept stay what the head said.
 */
export function settled(table: LogTable, choices: ColumnChoices): LogTable {
  const heads = table.layout.heads.map((h) => wholeHead(h, table));
  const fresh = recogniseColumns(heads).map((c) => {
    const first = table.layout.columns[c.index];
    const lost = c.role !== "none" && c.role !== "time" && c.role !== "date" && !table.values[c.index];
    const time = c.role === "time" || first?.role === "time";
    return first && (lost || time) ? first : c;
  });
  const columns = loadedChip({ ...table, columns: fresh, layout: { ...table.layout, heads } });
  const { timeForm } = table;
  return {
    ...table,
    layout: { ...table.layout, columns: columns.columns, heads },
    columns: applyChoices(columns.columns, choices, heads),
    timeForm: timeForm.kind === "clock" ? { ...timeForm, scale: scaleOfMinutes(table.time) } : timeForm,
    warnings: columns.warning ? [...table.warnings, columns.warning] : table.warnings,
  };
}

function wholeHead(head: ColumnHead, { values, rows }: LogTable): ColumnHead {
  const own = values[head.index];
  if (!own || head.timeLike) return head;
  const stride = Math.max(1, Math.floor(rows / SAMPLES));
  const samples: number[] = [];
  for (let i = 0; i < rows; i += stride) samples.push(own[i] ?? NaN);
  return { ...head, samples };
}
