import type { ChipId } from "../thermal";

/** A figure with its 90 % interval. */
export interface Figure {
  K: number;
  low: number;
  high: number;
}

export interface PathEstimate {
  path: "contact" | "airflow";
  before: Figure;
  after: Figure;
  change: Figure;
}

export interface ChipEstimate {
  chip: ChipId;
  paths: [PathEstimate, PathEstimate];
  before: Figure;
  after: Figure;
  change: Figure;
  /** Dominant time constant of the air path, s. */
  tauS: { before: number; after: number };
  /** The fitted network at matched conditions: height in K per time constant. */
  spectrum: { before: SpectrumLine[]; after: SpectrumLine[] };
  /** Root mean square of what the fit leaves, K. */
  residualK: { before: number; after: number };
}

export interface SpectrumLine {
  path: "contact" | "airflow";
  tauS: number;
  K: number;
}

/**
 * Time constant that dominates the air path, s: the mean of all by their heights, in the logarithm, so that a slow tail
 * of the case counts for little.
 */
export function dominantTau(lines: readonly SpectrumLine[]): number {
  const air = lines.filter((l) => l.path === "airflow");
  const total = air.reduce((s, l) => s + l.K, 0);
  return total > 0 ? Math.exp(air.reduce((s, l) => s + (l.K / total) * Math.log(l.tauS), 0)) : 0;
}
