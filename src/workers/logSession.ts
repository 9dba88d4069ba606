import {
  curvesOf,
  headerKey,
  LogReader,
  shapeOfRows,
  temperatureEvidence,
  unitEvidence,
  planOf,
  toRun,
  withChoices,
  type ColumnChoices,
  type ColumnGuess,
  type LogTable,
  type LogWarning,
  type ReadingPlan,
  type Run,
  type RunCurves,
} from "../core/measure/log";
import { bad, ok, type Problem, type Result } from "../core/base/result";

/** One column as the import page shows it: what it was taken for, its first value, its own small curve. */
export interface ColumnView extends ColumnGuess {
  first: string;
  /** Points of its shape in a box of 1 × 1; empty where it holds no numbers. */
  shape: [x: number, y: number][];
  /** For a column that is asked about. */
  evidence: string;
}

export interface ImportSummary {
  rows: number;
  durationS: number;
  stepS: number;
  startMs: number | null;
  /** How the log was read: sent along with the file. */
  plan: ReadingPlan;
  encoding: string;
  separator: string;
  decimalComma: boolean;
  headerLine: number;
  timeKind: string;
  columns: ColumnView[];
  warnings: LogWarning[];
  /** Null while no chip temperature is chosen. */
  curves: RunCurves | null;
  /** Why there is no run yet. */
  missing: Problem | null;
}

/** Bytes of a file that are read at once. */
const CHUNK = 1 << 20;

/** A log being looked at, in its own thread: read once, then shown again for every choice of columns. */
export class LogSession {
  private file: Blob | null = null;
  private table: LogTable | null = null;
  private remembered: Readonly<Record<string, ColumnChoices>> = {};

  /** Reads a file; `onShare` is told the share read so far. */
  async read(
    file: Blob,
    remembered: Readonly<Record<string, ColumnChoices>>,
    onShare: (share: number) => void,
  ): Promise<Result<ImportSummary>> {
    this.file = file;
    this.remembered = remembered;
    return this.readAgain({}, onShare);
  }

  /** Shows the log with other choices of columns. */
  async choose(choices: ColumnChoices, onShare: (share: number) => void): Promise<Result<ImportSummary>> {
    const table = this.table && withChoices(this.table, { ...this.rememberedHere(this.table), ...choices });
    if (!table) return this.readAgain(choices, onShare);
    this.table = table;
    return ok(summaryOf(table));
  }

  private rememberedHere({ layout }: LogTable): ColumnChoices {
    return this.remembered[headerKey(layout.headings)] ?? {};
  }

  private async readAgain(choices: ColumnChoices, onShare: (share: number) => void): Promise<Result<ImportSummary>> {
    const file = this.file;
    if (!file) return bad({ code: "log-gone", message: "The file is not at hand any more.", action: "Drop it again." });
    const reader = new LogReader({ choices, remembered: this.remembered, sizeBytes: file.size });
    try {
      for (let at = 0; at < file.size; at += CHUNK) {
        reader.push(new Uint8Array(await file.slice(at, at + CHUNK).arrayBuffer()));
        onShare(Math.min(1, (at + CHUNK) / file.size));
      }
    } catch {
      return bad({
        code: "log-unreadable",
        message: "The file could not be read to its end.",
        action: "Check that it still exists and is not open elsewhere, then drop it again.",
      });
    }
    const table = reader.finish();
    if (!table.ok) return table;
    this.table = table.value;
    return ok(summaryOf(table.value));
  }
}

function summaryOf(table: LogTable): ImportSummary {
  const run = toRun(table);
  const { layout } = table;
  return {
    rows: table.rows,
    durationS: run.ok ? (run.value.timeS[run.value.timeS.length - 1] ?? 0) : 0,
    stepS: run.ok ? run.value.stepS : 0,
    startMs: run.ok ? run.value.startMs : null,
    plan: planOf(table),
    encoding: table.decoding.encoding,
    separator: layout.separator,
    decimalComma: layout.decimalComma,
    headerLine: layout.headerLine,
    timeKind: table.timeForm.kind === "number" ? (table.timeForm.epoch ? "epoch" : "elapsed") : table.timeForm.kind,
    columns: table.columns.map((c) => ({
      ...c,
      first: layout.firstCells[c.index] ?? "",
      shape: shapeOfRows(table.values[c.index] ?? []),
      evidence: evidenceOf(c, table, run.ok ? chipValues(run.value) : null),
    })),
    warnings: run.ok ? run.value.warnings : table.warnings,
    curves: run.ok ? curvesOf(run.value) : null,
    missing: run.ok ? null : run.problem,
  };
}

/** What the numbers of an unsure column say, for the technician who is asked. */
function evidenceOf(c: ColumnGuess, table: LogTable, chip: Float32Array | null): string {
  if (c.sure) return "";
  const own = table.values[c.index] ?? new Float32Array(0);
  return c.asks ? unitEvidence(c, own) : temperatureEvidence(own, chip);
}

const chipValues = (run: Run): Float32Array | null =>
  run.channels.find((c) => c.key === "cpu.temperature" || c.key === "gpu.temperature")?.values ?? null;
