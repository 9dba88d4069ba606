import { words } from "../words";
import { decimate, roundPoints, type CurvePoint } from "../log";
import { blockEquations, prepareSeries, solveBlocks, type ChipId, type Series } from "../thermal";
import { fanState, matchedConditions, type FanState, type JudgeRun, type Matched } from "./conditions";
import { estimatePair, fanReference, type ChipEstimate, type SpectrumLine } from "./estimate";
import { alike } from "./judge";

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

const POINTS = 300;

/** The fits behind a verdict, with what they leave over and the arithmetic in words; empty when a load is missing. */
export function explainPair(before: JudgeRun, after: JudgeRun): ChipExplanation[] {
  if (!before.phases || !after.phases) return [];
  const series = alike(
    prepareSeries(before.run, before.phases, before.room),
    prepareSeries(after.run, after.phases, after.room),
  );
  const matched = matchedConditions(series.before);
  const fan = fanState(series.before, series.after);
  const pair = estimatePair(series.before, series.after, matched, fan);
  return pair.chips.map((c) => ({
    chip: c.chip,
    before: fitView(
      series.before,
      c,
      fanReference(series.before, matched, fan, "before"),
      pair.fanExponent.mean,
      c.spectrum.before,
    ),
    after: fitView(
      series.after,
      c,
      fanReference(series.after, matched, fan, "after"),
      pair.fanExponent.mean,
      c.spectrum.after,
    ),
    steps: stepsOf(c, series, matched, fan, pair.fanExponent),
  }));
}

function fitView(
  series: Series,
  c: ChipEstimate,
  reference: number | null,
  exponent: number,
  spectrum: SpectrumLine[],
): FitView {
  const eq = blockEquations(series, c.chip, {
    fanReference: reference,
    fanExponent: exponent,
    roomKnown: series.room !== null,
  });
  const { x } = solveBlocks(eq, new Uint8Array(eq.columns.length));
  const tempC = series.chips.find((s) => s.chip === c.chip)?.tempC ?? new Float64Array(0);
  const fitted = series.timeS.map((_, k) =>
    eq.columns.reduce((s, column, i) => s + (x[i] ?? 0) * (column.values[k] ?? 0), series.room?.[k] ?? 0),
  );
  const residual = fitted.map((f, k) => (tempC[k] ?? NaN) - f);
  const known = residual.filter((r) => Number.isFinite(r));
  const curve = (v: ArrayLike<number>) => roundPoints(decimate(series.timeS, v, POINTS));
  return {
    measured: curve(tempC),
    fitted: curve(fitted),
    residual: curve(residual),
    rmsK: Math.sqrt(known.reduce((s, r) => s + r * r, 0) / Math.max(1, known.length)),
    spectrum,
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
        `The ${words.chip(c.chip)} temperature over the room is taken as a sum of answers to the logged power, ` +
        "each with its own time constant and a weight of zero or more. The weights that leave least over are in " +
        "the spectrum: up to 7 s is contact, from 14 s airflow.",
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
      "Blocks of 40 s are weighted anew 48 times and fitted again; with the drift of two power readings, " +
      `0.33 K of room in each run and the split between the paths that gives ${K(c.change.low)} to ` +
      `${K(c.change.high)}, which holds the truth nine times in ten.`,
  });
  return steps;
}
