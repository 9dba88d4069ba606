import { readingsOf } from "../ladder";
import { decimate, roundPoints, type CurvePoint } from "../log";
import type { JudgeRun, Windowed } from "../pair/conditions";
import type { FanState } from "../pair/fan";
import type { Pair } from "../pair/pair";
import type { ChipId } from "../thermal";
import type { ChipEstimate, Figure, PathEstimate, SpectrumLine } from "./estimate";
import type { JointPair } from "./joint";
import { preparePair } from "./pair";

/** The fit of one chip in one run, as curves over the seconds of the run. */
export interface FitView {
  measured: CurvePoint[];
  fitted: CurvePoint[];
  /** Measured less fitted, K. */
  residual: CurvePoint[];
  rmsK: number;
  spectrum: SpectrumLine[];
}

/** How the figures of one chip were found. */
export interface ChipExplanation {
  chip: ChipId;
  before: FitView;
  after: FitView;
  /** What the arithmetic is made of. */
  sums: Sums;
}

/** The figures of one chip's arithmetic: heights in K, powers in W. */
export interface Sums {
  /** Matched power; null where it is not logged. */
  powerW: number | null;
  contact: PathEstimate;
  airflow: PathEstimate;
  total: { before: Figure; after: Figure; change: Figure };
  roomC: number;
  /** Matched speed; null where no fan is logged. */
  fanRpm: number | null;
  fan: Pick<FanState, "kind" | "run">;
  fanGuessed: boolean;
  /** How the fins' part goes with fan speed, and one sigma of it. */
  exponent: { mean: number; sd: number };
  chips: number;
}

/** Points of a curve: more than its picture has columns for. */
const POINTS = 300;

/**
 * The fits behind a verdict, with what they leave over and the arithmetic in words; empty when a load is missing.
 *
 * @example
 * explainPair(before, after)[0]?.sums.contact.change; // { K: -9.1, low: -10, high: -8.2 }
 */
export function explainPair(before: JudgeRun, after: JudgeRun): ChipExplanation[] {
  if (!before.phases || !after.phases) return [];
  const { pair, joint, chips } = preparePair(before, before.phases, after, after.phases);
  const exponent = exponentOf(joint);
  return chips.map((c, i) => ({
    chip: c.chip,
    before: fitView(pair.before, joint, "before", i, c),
    after: fitView(pair.after, joint, "after", i, c),
    sums: sumsOf(c, pair, exponent),
  }));
}

function exponentOf({ fit }: JointPair): { mean: number; sd: number } {
  const i = fit.places.unknowns.findIndex((u) => u.name === "exponent");
  const n = fit.u.length;
  return {
    mean: fit.places.value(fit.u, "exponent"),
    sd: (fit.places.unknowns[i]?.sd ?? 0) * Math.sqrt(fit.covariance[i * n + i] ?? 0),
  };
}

function fitView(
  series: Windowed,
  { fit }: JointPair,
  run: "before" | "after",
  chip: number,
  c: ChipEstimate,
): FitView {
  const track = fit.tracks[run];
  const fitted = readingsOf(fit, run)[chip] ?? new Float64Array(0);
  const read = track.read[chip] ?? new Float64Array(0);
  const tempC = series.chips.find((s) => s.chip === c.chip)?.tempC ?? new Float64Array(0);
  const curve = (timeS: ArrayLike<number>, v: ArrayLike<number>) => roundPoints(decimate(timeS, v, POINTS));
  return {
    measured: curve(series.timeS, tempC),
    fitted: curve(track.endS, fitted),
    residual: curve(
      track.endS,
      fitted.map((f, k) => (read[k] ?? NaN) - f),
    ),
    rmsK: c.residualK[run],
    spectrum: c.spectrum[run],
  };
}

function sumsOf(c: ChipEstimate, { before, matched, fan }: Pair, exponent: Sums["exponent"]): Sums {
  const own = before.chips.find((s) => s.chip === c.chip);
  const [contact, airflow] = c.paths;
  return {
    powerW: own?.powerLogged ? (matched.powerW[c.chip] ?? 0) : null,
    contact,
    airflow,
    total: { before: c.before, after: c.after, change: c.change },
    roomC: matched.roomC,
    fanRpm: matched.fanRpm === null || before.fanGuessed ? null : matched.fanRpm,
    fan: { kind: fan.kind, run: fan.run },
    fanGuessed: before.fanGuessed,
    exponent,
    chips: before.chips.length,
  };
}
