import type { Result } from "../result";
import { LogReader, type LogTable, type ReadOptions } from "./reader";
import { toRun, type Run } from "./run";

/** Reads a whole log at once. */
export function readTable(bytes: Uint8Array | string, options: ReadOptions = {}): Result<LogTable> {
  const data = typeof bytes === "string" ? new TextEncoder().encode(bytes) : bytes;
  const reader = new LogReader({ ...options, sizeBytes: data.length });
  reader.push(data);
  return reader.finish();
}

/** Reads a whole log at once, to a run. */
export function readLog(bytes: Uint8Array | string, options: ReadOptions = {}): Result<Run> {
  const table = readTable(bytes, options);
  return table.ok ? toRun(table.value) : table;
}
