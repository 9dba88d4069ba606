import {
  fitLadder,
  heightsOf,
  noTrack,
  trackOf,
  type AtPoint,
  type ChipHeights,
  type Height,
  type JointFit,
} from "../ladder";
import type { Windowed } from "../pair/conditions";
import { pairOf, type Pair } from "../pair/pair";
import { usualFan } from "../pair/fan";
import { spectraOf, type ChipSpectrum } from "./spectrum";
import type { ChipEstimate, Figure, PathEstimate } from "./estimate";
import { noFreedom, type Freedom } from "../witness";
import { fanPlan, type FanPlan } from "./fanPlan";
import type { ChipId } from "../thermal";

/** One sigma of two power readings of one sensor against each other, in the logarithm. */
const POWER_SD = 0.012;
const EXPONENT = { mean: 0.62, sd: 0.1 };
/** Over a guessed fan curve the exponent may be anything from none at all. */
const GUESSED_EXPONENT = { mean: 0.42, sd: 0.22 };
/** Half-width of a 90 % interval, in sigmas. */
export const NINETY = 1.645;

export interface JointPair {
  chips: {
    chip: ChipId;
    paths: [PathEstimate, PathEstimate];
    before: Figure;
    after: Figure;
    change: Figure;
    residualK: { before: number; after: number };
  }[];
  fit: JointFit;
  at: AtPoint;
}

/** Heights of contact and airflow of every chip of both runs at matched conditions, by one ladder fitted to both. */
export function jointPair(pair: Pair, freedom: Freedom = noFreedom, spectra: readonly ChipSpectrum[] = []): JointPair {
  const { before, after, fan } = pair;
  const chips = before.chips.filter((c) => after.chips.some((a) => a.chip === c.chip)).map((c) => c.chip);
  const plan = fanPlan(pair);
  const tracks = { before: trackOf(before, chips, plan.before), after: trackOf(after, chips, plan.after) };
  return fitted(tracks, plan, {
    pair,
    chips,
    freedom,
    spectra,
    stands: fan.kind === "stopped" ? fan.run : null,
  });
}

/** One run alone: the ladder by its typical figures and what the run shows, with the spectrum it started from. */
export function aloneWithSpectra(run: Windowed): [JointPair, ChipSpectrum[]] {
  const pair = pairOf(run, run, { ...usualFan, ratio: 1 });
  const chips = run.chips.map((c) => c.chip);
  const spectra = spectraOf(pair);
  const plan = fanPlan(pair);
  const tracks = { before: trackOf(run, chips, plan.before), after: noTrack(chips.length) };
  return [fitted(tracks, plan, { pair, chips, freedom: noFreedom, spectra, stands: null }), spectra];
}

interface Fitted {
  pair: Pair;
  chips: ChipId[];
  freedom: Freedom;
  spectra: readonly ChipSpectrum[];
  /** The run in which a fan stands. */
  stands: "before" | "after" | null;
}

function fitted(tracks: JointFit["tracks"], plan: FanPlan, given: Fitted): JointPair {
  const { pair, chips, freedom, spectra } = given;
  const lateW = chips.map((c) => pair.matched.powerW[c] ?? 0);
  const fit = fitLadder(tracks, {
    chips,
    lateW,
    roomKnown: { before: pair.before.room !== null, after: pair.after.room !== null },
    power: chips.map((c) => freedom.power[c] ?? { mean: 1, sd: POWER_SD }),
    exponent: pair.before.fanGuessed ? GUESSED_EXPONENT : EXPONENT,
    fanSd: freedom.fanSd,
    ...(freedom.caseSd === undefined ? {} : { caseSd: freedom.caseSd }),
    ...(freedom.roomSd === undefined ? {} : { roomSd: freedom.roomSd }),
    ...(spectra.length === chips.length ? { guess: spectra.map((c) => guessOf(c, given.stands)) } : {}),
  });
  const at: AtPoint = { powerW: lateW, fans: plan.at };
  return {
    fit,
    at,
    chips: heightsOf(fit, at).map((tight, i) => {
      const chip = chips[i] ?? "cpu";
      const apart = freedom.apart?.includes(chip) ? sensorsApartK(lateW[i] ?? 0) : 0;
      const h = widened(tight, apart, given.stands);
      return {
        chip,
        paths: [pathOf("contact", h), pathOf("airflow", h)],
        before: figureOf(h.total.before),
        after: figureOf(h.total.after),
        change: figureOf(h.total.change),
        residualK: { before: fit.residualK.before[i] ?? 0, after: fit.residualK.after[i] ?? 0 },
      };
    }),
  };
}

/** By how much two sensors of one chip read apart, one sigma: whatever it does, K, and by its power, K/W. */
const APART_K = 1.2;
const APART_KW = 0.05;
/** What two sensors of one chip may read apart at a power, one sigma, K. */
export const sensorsApartK = (powerW: number): number => Math.hypot(APART_K, APART_KW * powerW);

/** Standing air takes heat by more than the rise (natural convection): the ladder's share of it is off by so much. */
const STANDING_SHARE = 0.04;

/** Heights with the doubts that no unknown of the ladder stands for. */
function widened(h: ChipHeights, apartK: number, stands: "before" | "after" | null): ChipHeights {
  const stillK = stands ? STANDING_SHARE * h.airflow[stands].K : 0;
  if (apartK === 0 && stillK === 0) return h;
  const by = ({ K, sd }: Height, ...more: number[]): Height => ({ K, sd: Math.hypot(sd, ...more) });
  const inRun = (own: ChipHeights["total"], run: "before" | "after") => by(own[run], run === stands ? stillK : 0);
  const of = (own: ChipHeights["total"], ...more: number[]) => ({
    before: inRun(own, "before"),
    after: inRun(own, "after"),
    change: by(own.change, ...more),
  });
  return {
    contact: { ...h.contact, change: by(h.contact.change, apartK) },
    airflow: of(h.airflow, stillK),
    total: of(h.total, apartK, stillK),
  };
}

/** Where the fit starts; a run with a standing fan tells nothing of what the fins are when it turns. */
const guessOf = (c: ChipSpectrum, stands: "before" | "after" | null) => {
  const of = (run: "before" | "after") => {
    const speaks = stands === null ? run : stands === "before" ? "after" : "before";
    return c.heights[speaks];
  };
  return { before: of("before"), after: of("after") };
};

const figureOf = ({ K, sd }: Height): Figure => ({ K, low: K - NINETY * sd, high: K + NINETY * sd });

const pathOf = (path: "contact" | "airflow", h: ChipHeights): PathEstimate => ({
  path,
  before: figureOf(h[path].before),
  after: figureOf(h[path].after),
  change: figureOf(h[path].change),
});

/** What is known of each chip: heights and intervals by the ladder, time constants by the spectrum. */
export const estimatesOf = (joint: JointPair, spectra: readonly ChipSpectrum[]): ChipEstimate[] =>
  joint.chips.flatMap((c) => {
    const spectrum = spectra.find((s) => s.chip === c.chip);
    return spectrum ? [{ ...c, tauS: spectrum.tauS, spectrum: spectrum.spectrum }] : [];
  });
