import type { Decoding } from "./decode";
import type { ColumnGuess } from "./guess";
import type { LogWarning } from "./problems";
import type { Layout } from "./sniff";
import type { TimeForm } from "./times";

/** A read log: the columns as numbers in the units of the file, before any conversion. */
export interface LogTable {
  decoding: Decoding;
  layout: Layout;
  columns: ColumnGuess[];
  timeForm: TimeForm;
  rows: number;
  /** Raw time per row in seconds, as written (not yet put in order). */
  time: Float64Array;
  /** 1-based line of each row, for messages. */
  lines: Uint32Array;
  /** One array per column of the file; null where the column holds no numbers or was not kept. */
  values: (Float32Array | null)[];
  warnings: LogWarning[];
}
