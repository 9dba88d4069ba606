import { readTable, toRun, type ColumnChoices, type Run } from "../core/measure/log";
import type { Result } from "../core/base/result";

/** A log that was read before, with what was told of its columns then. */
export interface RereadRequest {
  bytes: Uint8Array;
  choices: ColumnChoices;
}

/** Reads a log anew, as it was read when it first came. */
export function readAgain({ bytes, choices }: RereadRequest): Result<Run> {
  const table = readTable(bytes, { choices });
  return table.ok ? toRun(table.value) : table;
}
