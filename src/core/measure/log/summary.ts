import type { LogWarning } from "./problems";
import type { Run } from "./run";

/** What `ovrant read` prints: the series of a log with their extent, and what was odd about it. */
export interface LogSummary {
  rows: number;
  durationS: number;
  stepS: number;
  series: { key: string; unit: string; heading: string; min: number; mean: number; max: number }[];
  warnings: LogWarning[];
}

/**
 * The series of a run with their extent, and the reader's warnings.
 *
 * @example
 * summarise(run).series[0]; // { key: "cpu.temperature", unit: "°C", heading: "CPU [°C]", min: 41, mean: 63, max: 70 }
 */
export function summarise(run: Run): LogSummary {
  const series = run.channels.map((c) => {
    let min = Infinity;
    let max = -Infinity;
    let total = 0;
    let n = 0;
    const { values } = c;
    for (let i = 0; i < values.length; i++) {
      const v = values[i] as number;
      // no number is no reading
      if (v !== v) continue;
      if (v < min) min = v;
      if (v > max) max = v;
      total += v;
      n++;
    }
    return { key: c.key, unit: c.unit, heading: c.heading, min: tidy(min), mean: tidy(total / n), max: tidy(max) };
  });
  return {
    rows: run.timeS.length,
    durationS: tidy(run.timeS[run.timeS.length - 1] ?? 0),
    stepS: tidy(run.stepS),
    series,
    warnings: run.warnings,
  };
}

const tidy = (v: number): number => Math.round(v * 1000) / 1000;
