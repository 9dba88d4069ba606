import { AIR_TAUS_S, CASE_TAU_S, CONTACT_TAUS_S, fanSlowness, PIPE_TAUS_S, response } from "./kernels";
import type { ChipId, Series } from "./series";

/** One column of the fit: what it stands for, its time constant, whether it may be negative, its prior width. */
export interface Column {
  path: "contact" | "airflow" | "nuisance";
  /** Whose power drives it; null for an offset or a starting state. */
  driver: ChipId | null;
  tauS: number;
  free: boolean;
  /** Standard deviation of a zero-mean prior, in the column's own unit; Infinity for none. */
  priorSd: number;
  values: Float64Array;
}

export interface DesignOptions {
  /** Fan speed at which resistances are stated; null leaves the fan out. */
  fanReference: number | null;
  fanExponent: number;
  roomKnown: boolean;
}

/** All columns for one chip: contact by its own power, pipes, air by every chip's power, offset, starting state. */
export function designColumns(series: Series, chip: ChipId, options: DesignOptions): Column[] {
  const { timeS, on } = series;
  const slow = options.fanReference && series.fan ? fanSlowness(series.fan, options.fanReference, options.fanExponent) : undefined;
  const columns: Column[] = [];
  for (const source of series.chips) {
    const own = source.chip === chip;
    const startW = startPower(source.power, on);
    const add = (path: Column["path"], tauS: number, fan: boolean) =>
      columns.push({ path, driver: source.chip, tauS, free: false, priorSd: Infinity, values: response(timeS, source.power, tauS, startW, fan ? slow : undefined) });
    if (own) {
      for (const tau of CONTACT_TAUS_S) add("contact", tau, false);
      for (const tau of PIPE_TAUS_S) add("airflow", tau, false);
    }
    for (const tau of AIR_TAUS_S) if (own || tau > 20) add("airflow", tau, true);
  }
  const blind = !series.chips.every((c) => c.powerLogged);
  columns.push({ path: "nuisance", driver: null, tauS: Infinity, free: true, priorSd: options.roomKnown ? (blind ? 2 : 0.5) : 1e3, values: new Float64Array(timeS.length).fill(1) });
  // a machine still warm from before decays at its own slow pace
  for (const tau of [60, 300]) columns.push({ path: "nuisance", driver: null, tauS: tau, free: true, priorSd: 1.5, values: Float64Array.from(timeS, (t) => Math.exp(-(t - (timeS[0] ?? 0)) / tau)) });
  return columns;
}

function startPower(power: Float64Array, on: number): number {
  const n = Math.max(1, Math.min(on, 30));
  let s = 0;
  for (let i = 0; i < n; i++) s += power[i] ?? 0;
  return s / n;
}
