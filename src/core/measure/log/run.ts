import { words } from "../../base/words";
import { bad, ok, type Result } from "../../base/result";
import { orderRows } from "./order";
import { logProblem, type LogWarning } from "./problems";
import type { LogTable } from "./table";
import type { ColumnGuess } from "./guess";
import { levelsOf } from "./spread";

/** One measured quantity over the run. `values` in `unit`, NaN where there is no reading. */
export interface Channel {
  key: string;
  unit: string;
  heading: string;
  values: Float32Array;
}

/** A load run as numbers: every channel has one value per entry of `timeS` (s since the first reading). */
export interface Run {
  timeS: Float64Array;
  stepS: number;
  /** Clock time of the first reading, ms since 1970 in the log's own zone, where the log says so. */
  startMs: number | null;
  channels: Channel[];
  gaps: { atS: number; lengthS: number }[];
  warnings: LogWarning[];
}

/**
 * The channel of a run by its key; undefined when the log has none.
 *
 * @example
 * channelOf(run, "cpu.power")?.values[0]; // 8, in W
 */
export const channelOf = (run: Run, key: string): Channel | undefined => run.channels.find((c) => c.key === key);

/**
 * The run a read table stands for: converted units, rows in order, hottest core, outliers taken out.
 *
 * @example
 * const table = reader.finish();
 * const run = table.ok ? toRun(table.value) : table;
 */
export function toRun(table: LogTable): Result<Run> {
  const taken = table.columns.filter(
    (c) => c.role !== "none" && c.role !== "time" && c.role !== "date" && table.values[c.index],
  );
  if (!taken.some((c) => isChipTemperature(c.role) || isWork(c.role)))
    return bad(logProblem.noTemperature(table.layout.headerLine, table.layout.headings));
  const order = orderRows(table.time, table.lines, table.timeForm);
  if (order.index.length < 10) return bad(logProblem.tooFewRows(order.index.length));
  if (!((order.timeS[order.timeS.length - 1] ?? 0) > 0)) return bad(logProblem.noTimePasses());
  const rows = isStraight(order.index, table.rows) ? null : order.index;
  const channels = taken.map((c) => channelFrom(c, table.values[c.index] ?? new Float32Array(0), rows));
  const warnings = [...table.warnings, ...order.warnings];
  for (const c of channels) if (c.unit === "°C") dropImpossible(c, table.lines, order.index, warnings);
  const hottest = hottestCore(channels);
  const rest = hottest ? channels.filter((c) => c.key !== "cpu.temperature") : channels;
  const usable = (hottest ? [hottest, ...rest] : rest).filter((c) => c.values.some((v) => Number.isFinite(v)));
  if (!usable.some((c) => isChipTemperature(c.key) || isWork(c.key)))
    return bad(logProblem.noTemperature(table.layout.headerLine, table.layout.headings));
  warnings.sort((a, b) => a.line - b.line);
  return ok({
    timeS: order.timeS,
    stepS: order.stepS,
    startMs: order.startMs,
    channels: usable,
    gaps: order.gaps,
    warnings,
  });
}

const isChipTemperature = (key: string): boolean =>
  key === "cpu.temperature" || key === "gpu.temperature" || /^cpu\.core\d+\.temperature$/.test(key);

/** Work a second shows what a chip holds without any sensor: a log of it alone is one. */
const isWork = (key: string): boolean => key === "cpu.work" || key === "gpu.work";

/** Whether every row stands where it was written: then columns are copied whole. */
function isStraight(index: Uint32Array, rows: number): boolean {
  if (index.length !== rows) return false;
  for (let k = 0; k < rows; k++) if (index[k] !== k) return false;
  return true;
}

/** The readings of a column in its unit, in the order of `rows`; null for the order they stand in. */
function channelFrom(c: ColumnGuess, raw: Float32Array, rows: Uint32Array | null): Channel {
  const { factor, offset } = c;
  const values = rows ? new Float32Array(rows.length) : raw.slice();
  if (rows) for (let k = 0; k < values.length; k++) values[k] = raw[rows[k] as number] as number;
  if (factor !== 1 || offset !== 0)
    for (let k = 0; k < values.length; k++) values[k] = (values[k] as number) * factor + offset;
  return { key: c.role, unit: c.unit, heading: c.heading, values };
}

/** Readings no chip in a laptop can have: a sensor that answered 0, 127 or 255 for "no answer". */
function dropImpossible(c: Channel, lines: Uint32Array, index: Uint32Array, warnings: LogWarning[]): void {
  let count = 0;
  let first = 0;
  const chip = isChipTemperature(c.key) || c.key === "drive.temperature";
  const [usual = NaN] = chip ? levelsOf(c.values, 0.5) : [];
  for (let k = 0; k < c.values.length; k++) {
    const v = c.values[k] ?? NaN;
    const before = c.values[k - 1] ?? NaN;
    const after = c.values[k + 1] ?? NaN;
    const spike = Math.abs(v - before) > 25 && Math.abs(v - after) > 25 && Math.abs(after - before) < 12;
    const dead = chip && usual > 15 && (v <= 0 || v >= 125.5);
    if (v > 130 || v < -30 || spike || dead || (v === 0 && (before > 15 || after > 15))) {
      if (count++ === 0) first = lines[index[k] ?? 0] ?? 0;
      c.values[k] = NaN;
    }
  }
  if (count)
    warnings.push({
      line: first,
      message: `${words.counted(count, "reading")} of ${c.heading} cannot be true and count as gaps.`,
    });
}

/** cpu.temperature as the hottest core at each moment, where cores are logged. */
function hottestCore(channels: readonly Channel[]): Channel | null {
  const cores = channels.filter((c) => /^cpu\.core\d+\.temperature$/.test(c.key));
  const first = cores[0];
  if (!first) return null;
  const values = new Float32Array(first.values.length).fill(NaN);
  for (const core of cores) {
    for (let k = 0; k < values.length; k++) {
      const v = core.values[k] ?? NaN;
      if (!(v <= (values[k] ?? NaN))) values[k] = Number.isFinite(v) ? v : (values[k] ?? NaN);
    }
  }
  return {
    key: "cpu.temperature",
    unit: "°C",
    heading: `hottest of ${words.counted(cores.length, "core")}`,
    values,
  };
}
