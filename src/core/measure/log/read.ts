import type { Result } from "../../base/result";
import { LogReader, type ReadOptions } from "./reader";
import type { LogTable } from "./table";
import { toRun, type Run } from "./run";

/**
 * Reads a whole log at once.
 *
 * @example
 * const table = readTable("Time [s],CPU [°C]\n0,41\n1,42\n2,55\n");
 * if (table.ok) table.value.columns.map((c) => c.role); // ["time", "cpu.temperature"]
 */
export function readTable(bytes: Uint8Array | string, options: ReadOptions = {}): Result<LogTable> {
  const data = typeof bytes === "string" ? new TextEncoder().encode(bytes) : bytes;
  const reader = new LogReader({ ...options, sizeBytes: data.length });
  reader.push(data);
  return reader.finish();
}

/**
 * Reads a whole log at once, to a run.
 *
 * @example
 * const run = readLog(bytes, { columns: { "Probe 3": "room.temperature" } });
 * if (!run.ok) throw new Error(describeProblem(run.problem));
 * run.value.stepS; // 1
 */
export function readLog(bytes: Uint8Array | string, options: ReadOptions = {}): Result<Run> {
  const table = readTable(bytes, options);
  return table.ok ? toRun(table.value) : table;
}
