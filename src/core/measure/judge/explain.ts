import { words } from "../../base/words";
import { decimate, roundPoints, type CurvePoint } from "../log";
import { readingsOf } from "../ladder";
import type { ChipId, Series } from "../thermal";
import type { JudgeRun, Matched } from "../pair/conditions";
import type { FanState } from "../pair/fan";
import type { ChipEstimate, SpectrumLine } from "./estimate";
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
  /** The arithmetic, step by step, in plain words. */
  steps: { title: string; text: string }[];
}

/** Points of a curve: more than its picture has columns for. */
const POINTS = 300;

/**
 * The fits behind a verdict, with what they leave over and the arithmetic in words; empty when a load is missing.
 *
 * @example
 * explainPair(before, after)[0]?.steps.map((s) => s.title); // ["The fit", "Contact", "Airflow", …]
 */
export function explainPair(before: JudgeRun, after: JudgeRun): ChipExplanation[] {
  if (!before.phases || !after.phases) return [];
  const { series, joint, chips, matched, fan } = preparePair(before, before.phases, after, after.phases);
  const exponent = exponentOf(joint);
  return chips.map((c, i) => ({
    chip: c.chip,
    before: fitView(series.before, joint, "before", i, c),
    after: fitView(series.after, joint, "after", i, c),
    steps: stepsOf(c, series, matched, fan, exponent),
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

function fitView(series: Series, { fit }: JointPair, run: "before" | "after", chip: number, c: ChipEstimate): FitView {
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

const K = (v: number): string => words.with(v, "K", 1);

function stepsOf(
  c: ChipEstimate,
  series: { before: Series; after: Series },
  matched: Matched,
  fan: FanState,
  m: { mean: number; sd: number },
): { title: string; text: string }[] {
  const own = series.before.chips.find((s) => s.chip === c.chip);
  const powerW = matched.powerW[c.chip] ?? 0;
  const [contact, airflow] = c.paths;
  const height = (v: number) =>
    own?.powerLogged
      ? `${words.kelvinPerWatt(v / powerW, 3)} × ${powerW.toFixed(1)}\u00a0W = ${K(v)}`
      : `${K(v)} at the work of the run before`;
  const rpm =
    matched.fanRpm === null || series.before.fanGuessed ? null : Math.round(matched.fanRpm).toLocaleString("en");
  const steps = [
    {
      title: "The fit",
      text:
        "One ladder is fitted to both runs at once: die, paste, plate, pipe, fins, room. What belongs to the machine " +
        "is the same in both; what a service changes may differ. The spectrum beside it is found without the ladder, " +
        "as a second opinion: up to 7 s is contact, from 14 s airflow.",
    },
    {
      title: "Contact",
      text: `Before ${height(contact.before.K)}. After ${height(contact.after.K)}. Change ${K(contact.change.K)}.`,
    },
    {
      title: "Airflow",
      text:
        `Before ${height(airflow.before.K)}. After ${height(airflow.after.K)}` +
        `${rpm && fan.kind === "usual" ? `, both at ${rpm}\u00a0rpm` : ""}. Change ${K(airflow.change.K)}` +
        `${series.before.chips.length > 1 ? "; what comes from the other chip through shared air is in it" : ""}.`,
    },
  ];
  if (rpm && fan.kind === "usual")
    steps.push({
      title: "Fan speed",
      text:
        `The fins' part goes with fan speed to the power of ${words.number(-m.mean, 2)} (± ` +
        `${m.sd.toFixed(2)}, from both logs): that brings the run after to ${rpm}\u00a0rpm.`,
    });
  if (fan.kind === "stopped" || fan.kind === "weak")
    steps.push({
      title: "Fan speed",
      text:
        `A fan that is ${fan.kind} is the reason itself: the run ${fan.run ?? "after"} is judged at the ` +
        "speed it had.",
    });
  if (series.before.fanGuessed)
    steps.push({
      title: "Fan speed",
      text:
        "No fan is logged: a usual fan curve over the temperature stands in, and the data decide how much it " +
        "counts.",
    });
  steps.push({
    title: "Room",
    text:
      `Both totals stand on a room of ${matched.roomC}\u00a0°C: ` +
      `${(matched.roomC + c.before.K).toFixed(1)}\u00a0°C before, ` +
      `${(matched.roomC + c.after.K).toFixed(1)}\u00a0°C after.`,
  });
  steps.push({
    title: "How sure",
    text:
      "From what the readings leave open of the ladder, with the drift of two power readings and what the room may " +
      `be off in each run: ${K(c.change.low)} to ${K(c.change.high)}, which holds the truth nine times in ten.`,
  });
  return steps;
}
