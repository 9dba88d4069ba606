import {
  findPhases,
  layoutOf,
  readTable,
  toRun,
  type ColumnGuess,
  type Phases,
  type PlannedLayout,
  type Run,
} from "../core/measure/log";
import { csvOf, LiveLog, type Sample } from "../core/measure/protocol";
import { ok, type Result } from "../core/base/result";

/** What one source of a live run sent. */
export interface LiveFeed {
  source: string;
  offsetS: number;
  samples: Sample[];
}

export interface LiveLogRequest {
  feeds: LiveFeed[];
  /** When the run's clock stood at 0, ms. */
  beganMs: number;
  /** Whether the log is read again, as any log that comes from elsewhere. */
  reads?: boolean;
}

export interface LiveLogAnswer {
  csv: string;
  log: Result<{ columns: ColumnGuess[]; layout: PlannedLayout; run: Run; phases: Phases | null }> | null;
}

/** Writes the log of a live run, and reads it as it would be read had it come as a file. */
export function liveLogAnswer({ feeds, beganMs, reads }: LiveLogRequest): LiveLogAnswer {
  const log = new LiveLog();
  for (const f of feeds) log.add(f.source, f.samples, f.offsetS);
  const csv = csvOf(log.run(), beganMs);
  return { csv, log: reads ? readAgain(csv) : null };
}

function readAgain(csv: string): LiveLogAnswer["log"] {
  const table = readTable(csv);
  if (!table.ok) return table;
  const run = toRun(table.value);
  if (!run.ok) return run;
  return ok({
    columns: table.value.columns,
    layout: layoutOf(table.value),
    run: run.value,
    phases: findPhases(run.value),
  });
}
