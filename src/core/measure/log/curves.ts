import { decimate, roundPoints, type CurvePoint } from "./decimate";
import { findPhases, type FoundPhases } from "./phases";
import { channelOf, type Run } from "./run";

/** One drawn line: decimated readings and what it is. */
export interface Curve {
  key: string;
  label: string;
  unit: string;
  points: CurvePoint[];
}

export interface RunCurves {
  endS: number;
  temperature: Curve[];
  power: Curve[];
  fans: Curve[];
  found: FoundPhases | null;
}

/** Buckets a curve is thinned to: about one a column of its picture. */
const BUCKETS = 480;

const LABELS: [RegExp, string][] = [
  [/^cpu\.temperature$/, "Processor"],
  [/^gpu\.temperature$/, "Graphics chip"],
  [/^cpu\.power$/, "Processor"],
  [/^gpu\.power$/, "Graphics chip"],
  [/^room\.temperature$/, "Room"],
  [/^drive\.temperature$/, "Drive"],
  [/^case\.temperature$/, "Case"],
];

export const labelOf = (key: string): string =>
  LABELS.find(([form]) => form.test(key))?.[1] ??
  key
    .replace(/^fan(\d+)\.(speed|duty)$/, "Blower $1")
    .replace(/^cpu\.core(\d+)\.temperature$/, "Core $1")
    .replace(
      /^(cpu|gpu)\.(load|clock)$/,
      (_, c: string, q: string) => `${c === "cpu" ? "Processor" : "Graphics chip"} ${q}`,
    );

function curve(run: Run, key: string): Curve[] {
  const c = channelOf(run, key);
  return c
    ? [{ key, label: labelOf(key), unit: c.unit, points: roundPoints(decimate(run.timeS, c.values, BUCKETS)) }]
    : [];
}

/**
 * The curves of a run in three strips: °C, W, fan speed.
 *
 * @param finds whether the load is looked for as well
 *
 * @example
 * curvesOf(run); // strips of min/max points, at most 480 a curve
 */
export function curvesOf(run: Run, finds = true): RunCurves {
  const fans = run.channels.filter((c) => /^fan\d+\./.test(c.key)).map((c) => c.key);
  return {
    endS: run.timeS[run.timeS.length - 1] ?? 0,
    temperature: ["cpu.temperature", "gpu.temperature", "room.temperature"].flatMap((k) => curve(run, k)),
    power: ["cpu.power", "gpu.power"].flatMap((k) => curve(run, k)),
    fans: fans.flatMap((k) => curve(run, k)),
    found: finds ? findPhases(run) : null,
  };
}
