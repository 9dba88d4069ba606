import { AIR_TAUS_S, CONTACT_TAUS_S, fanSlowness, PIPE_TAUS_S, response } from "./kernels";
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

/** Responses already worked out for one run at one fan exponent; both chips of a run share them. */
export type ResponseCache = Map<string, Float64Array>;

/** All columns for one chip: contact by its own power, pipes, air by every chip's power, offset, starting state. */
export function designColumns(
  series: Series,
  chip: ChipId,
  options: DesignOptions,
  cache: ResponseCache = new Map(),
): Column[] {
  const { timeS, on } = series;
  const slow =
    options.fanReference && series.fan
      ? kept(cache, `slow ${options.fanExponent}`, () =>
          fanSlowness(series.fan as Float64Array, options.fanReference as number, options.fanExponent),
        )
      : undefined;
  const columns: Column[] = [];
  for (const source of series.chips) {
    const own = source.chip === chip;
    const startW = startPower(source.power, on);
    const add = (path: Column["path"], tauS: number, fan: boolean) => {
      const scaled = fan && slow !== undefined;
      const values = kept(cache, `${source.chip} ${tauS} ${scaled ? options.fanExponent : ""}`, () =>
        response(timeS, source.power, tauS, startW, scaled ? slow : undefined),
      );
      columns.push({ path, driver: source.chip, tauS, free: false, priorSd: Infinity, values });
    };
    if (own) {
      for (const tau of CONTACT_TAUS_S) add("contact", tau, false);
      for (const tau of PIPE_TAUS_S) add("airflow", tau, false);
    }
    for (const tau of AIR_TAUS_S) if (own || tau > 20) add("airflow", tau, true);
  }
  const blind = !series.chips.every((c) => c.powerLogged);
  const nuisance = (tauS: number, priorSd: number) =>
    columns.push({
      path: "nuisance",
      driver: null,
      tauS,
      free: true,
      priorSd,
      values: kept(cache, `state ${tauS}`, () => decay(timeS, tauS)),
    });
  nuisance(Infinity, options.roomKnown ? (blind ? 2 : 0.5) : 1e3);
  // a machine still warm from before decays at its own slow pace
  for (const tau of [60, 300]) nuisance(tau, 1.5);
  return columns;
}

function kept(cache: ResponseCache, key: string, make: () => Float64Array): Float64Array {
  const known = cache.get(key);
  if (known) return known;
  const made = make();
  cache.set(key, made);
  return made;
}

const decay = (timeS: Float64Array, tauS: number): Float64Array =>
  timeS.map((t) => (tauS === Infinity ? 1 : Math.exp(-(t - (timeS[0] ?? 0)) / tauS)));

function startPower(power: Float64Array, on: number): number {
  const n = Math.max(1, Math.min(on, 30));
  let s = 0;
  for (let i = 0; i < n; i++) s += power[i] ?? 0;
  return s / n;
}
