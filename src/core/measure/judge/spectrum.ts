import { blockEquations, riseAt, solveBlocks, type BlockEquations, type ChipId, type ResponseCache } from "../thermal";
import { type Matched, type Windowed } from "../pair/conditions";
import { dominantTau, type SpectrumLine } from "./estimate";
import type { FanState } from "../pair/fan";
import type { Pair } from "../pair/pair";

const EXPONENTS = [0.35, 0.5, 0.65, 0.85] as const;
/** Over a guessed fan curve the exponent may be anything from none at all. */
const GUESSED_EXPONENTS = [0, 0.25, 0.5, 0.75] as const;
const GUESSED_PRIOR = { mean: 0.42, sd: 0.2 };
const EXPONENT_PRIOR = { mean: 0.57, sd: 0.13 };
/** The model is not the machine: its likelihood counts for less than its face value. */
const TEMPER = 0.7;
interface Side {
  series: Windowed;
  /** Fan speed the air path is stated at for this run; null leaves the fan out. */
  reference: number | null;
}

/** What the spectrum alone says of a chip: where the ladder starts from, and a second opinion. */
export interface ChipSpectrum {
  chip: ChipId;
  /** Heights at matched conditions, K. */
  heights: Record<Run, { contactK: number; airflowK: number }>;
  /** Dominant time constant of the air path, s. */
  tauS: Record<Run, number>;
  spectrum: Record<Run, SpectrumLine[]>;
}

/**
 * The spectrum of time constants of every chip in both runs, each run by itself: non-negative least squares over a grid
 * (network identification by deconvolution), averaged over the fan exponent's likelihood.
 */
export function spectraOf({ before, after, matched, fan }: Pair): ChipSpectrum[] {
  const sides = { before: sideOf(before, matched, fan, "before"), after: sideOf(after, matched, fan, "after") };
  const chips = before.chips.filter((c) => after.chips.some((a) => a.chip === c.chip)).map((c) => c.chip);
  const scaled = sides.before.reference !== null || sides.after.reference !== null;
  const guessed = before.fanGuessed;
  const prior = guessed ? GUESSED_PRIOR : EXPONENT_PRIOR;
  const exponents = !scaled ? [prior.mean] : guessed ? GUESSED_EXPONENTS : EXPONENTS;
  const caches = { before: new Map() as ResponseCache, after: new Map() as ResponseCache };
  const fits = exponents.map((m) => fitAll(chips, sides, m, caches));
  const weights = exponentWeights(exponents, fits, prior);
  return chips.map((chip) => {
    const spectrum = pair((run) => spectrumOf(chip, run, fits, weights, matched.powerW));
    return {
      chip,
      heights: bestOf(chip, fits, weights, matched),
      tauS: pair((run) => dominantTau(spectrum[run])),
      spectrum,
    };
  });
}

const sideOf = (series: Windowed, matched: Matched, fan: FanState, which: "before" | "after"): Side => ({
  series,
  reference: fanReference(series, matched, fan, which),
});

/** Fan speed the air path of one run is stated at; null leaves the fan out (none, or standing). */
export function fanReference(
  series: Windowed,
  matched: Matched,
  fan: FanState,
  which: "before" | "after",
): number | null {
  if (!series.fan || matched.fanRpm === null || fan.kind === "none") return null;
  if (fan.kind === "stopped") return fan.run === which ? null : which === "before" ? matched.fanRpm : meanFan(series);
  return fan.kind === "weak" && which === "after" && fan.ratio ? matched.fanRpm * fan.ratio : matched.fanRpm;
}

/** A before run with a standing fan cannot set the speed; the after run is then judged at its own. */
function meanFan(series: Windowed): number {
  const f = series.fan ?? new Float64Array(1);
  let s = 0;
  for (let i = series.off - 1; i >= Math.max(series.on, series.off - 60); i--) s += f[i] ?? 0;
  return Math.max(1, s / Math.max(1, Math.min(60, series.off - series.on)));
}

interface SideFit {
  eq: BlockEquations;
  x: Float64Array;
  passive: Uint8Array;
  sse: number;
  n: number;
}
type PairFit = Record<"before" | "after", Map<ChipId, SideFit>>;

function fitAll(
  chips: readonly ChipId[],
  sides: Record<"before" | "after", Side>,
  exponent: number,
  caches: Record<"before" | "after", ResponseCache>,
): PairFit {
  const fit = (side: Side, cache: ResponseCache) =>
    new Map(
      chips.map((chip) => {
        const eq = blockEquations(
          side.series,
          chip,
          { fanReference: side.reference, fanExponent: exponent, roomKnown: side.series.room !== null },
          cache,
        );
        const passive = new Uint8Array(eq.columns.length);
        const s = solveBlocks(eq, passive);
        return [chip, { eq, x: s.x, passive, sse: s.sse, n: s.n }];
      }),
    );
  return { before: fit(sides.before, caches.before), after: fit(sides.after, caches.after) };
}

function exponentWeights(
  exponents: readonly number[],
  fits: readonly PairFit[],
  prior: { mean: number; sd: number },
): number[] {
  const logs = exponents.map((m, i) => {
    let log = -0.5 * ((m - prior.mean) / prior.sd) ** 2;
    for (const side of ["before", "after"] as const) {
      for (const f of fits[i]?.[side].values() ?? [])
        log -= TEMPER * 0.5 * f.eq.grams.length * Math.log((f.sse + 0.05 * f.n) / f.n);
    }
    return log;
  });
  const top = Math.max(...logs);
  const raw = logs.map((l) => Math.exp(l - top));
  const total = raw.reduce((a, b) => a + b, 0);
  return raw.map((w) => w / total);
}

type Run = "before" | "after";

const pair = <T>(of: (run: Run) => T): Record<Run, T> => ({ before: of("before"), after: of("after") });

/** The paths' heights averaged over the fits by their weight; what the plate seems to change by is contact. */
function bestOf(
  chip: ChipId,
  fits: readonly PairFit[],
  weights: readonly number[],
  matched: Matched,
): ChipSpectrum["heights"] {
  const best = pair((run) => {
    const sum = { contactK: 0, airflowK: 0, plateK: 0 };
    fits.forEach((fit, i) => {
      const f = fit[run].get(chip);
      if (!f) return;
      const rise = riseAt(f.eq.columns, f.x, matched.powerW);
      for (const k of ["contactK", "airflowK", "plateK"] as const) sum[k] += (weights[i] ?? 0) * rise[k];
    });
    return sum;
  });
  const moved = best.after.plateK - best.before.plateK;
  best.after.contactK += moved;
  best.after.airflowK -= moved;
  return best;
}

/** Heights per time constant, averaged over the fan exponents; lines under 0.05 K are left out. */
function spectrumOf(
  chip: ChipId,
  side: "before" | "after",
  fits: readonly PairFit[],
  weights: readonly number[],
  power: Matched["powerW"],
): SpectrumLine[] {
  const lines = new Map<string, SpectrumLine>();
  fits.forEach((fit, i) => {
    const f = fit[side].get(chip);
    f?.eq.columns.forEach((c, j) => {
      if (!c.driver || c.path === "nuisance") return;
      const key = `${c.path} ${c.tauS}`;
      const line = lines.get(key) ?? { path: c.path, tauS: c.tauS, K: 0 };
      line.K += (weights[i] ?? 0) * (f.x[j] ?? 0) * (power[c.driver] ?? 0);
      lines.set(key, line);
    });
  });
  return [...lines.values()].filter((l) => l.K >= 0.05).sort((a, b) => a.tauS - b.tauS);
}
