import { rightAngles } from "../parts/geometry";
import type { CoolingMap } from "../parts/map";
import { legsOf, walk } from "../parts/way";
import type { Figures, HeatPipe } from "../parts/parts";

/** How wide and how thick a pipe is, mm, whether it lies flat or stands on its edge. */
const flattened = ({ widthMm: w, heightMm: h }: Pick<HeatPipe, "widthMm" | "heightMm">) => ({
  wideMm: Math.max(w, h),
  thickMm: Math.min(w, h),
});

/**
 * Diameter of the round pipe a flattened one was made from, mm: the wall keeps its length, π d = 2 (w − h) + π h. One
 * drawn higher than wide stands on its edge.
 */
export function roundMm(pipe: Pick<HeatPipe, "widthMm" | "heightMm">): number {
  const { wideMm, thickMm } = flattened(pipe);
  return (2 * (wideMm - thickMm)) / Math.PI + thickMm;
}

/** What is left of a pipe's capacity where it is bent in: a dent narrows its vapour, a kink shuts it. */
const LEFT = { none: 1, dent: 0.75, kink: 0.25 } as const;
/** Thickness of a pipe of 6 mm flattened as usual, mm. */
const USUAL_FLAT_MM = 2.5;

/**
 * Watts one leg of a level pipe usually carries: with the round size it was made from to the 1.5 and how flat it was
 * pressed, less a share for every right angle, less what a dent or a kink takes. An estimate on the careful side; the
 * figures can be set.
 */
export function levelCapacityW(pipe: HeatPipe, figures: Figures): number {
  const flat = Math.min(1.15, Math.max(0.35, flattened(pipe).thickMm / USUAL_FLAT_MM));
  const bends = Math.max(0.4, 1 - figures.perBend * rightAngles(pipe.points));
  return figures.pipe6W * (roundMm(pipe) / 6) ** 1.5 * flat * bends * LEFT[pipe.damage];
}

/** Weight of water at 60 °C, Pa per m of height; what a usual sintered wick lifts, 2 σ / r with r about 60 µm, Pa. */
const WATER_PAM = 9_650;
const WICK_PA = 2_130;
/** The least that is left of a leg that has to lift its water, and the most that falling water adds. */
const LIFTED = [0.1, 1.1] as const;

/**
 * What the lie of the machine leaves of a leg whose hot end stands so much higher than its fins, m: the wick has to
 * lift the water back (capillary limit, Δp = 2 σ / r − ρ g h; Faghri 1995). Below 0 the water runs back by itself.
 *
 * @example
 * liftShare(0.1); // 0.55
 */
export const liftShare = (higherM: number): number =>
  Math.min(LIFTED[1], Math.max(LIFTED[0], 1 - (WATER_PAM * higherM) / WICK_PA));

/**
 * Watts a pipe usually carries as the machine stands: over both legs of one with fins at both ends, for where one is
 * full the other takes more. A pipe without legs counts as one.
 */
export function usualCapacityW(map: CoolingMap, pipe: HeatPipe): number {
  const { figures } = map.layout;
  const legs = legsOf(map, pipe);
  const level = levelCapacityW(pipe, figures);
  const slope = Math.sin((figures.rearUpDeg * Math.PI) / 180);
  if (legs.length === 0) return level;
  const steps = walk(pipe.points);
  const yAt = (s: number) => steps.find((p) => p.s >= s - 1e-6)?.at[1] ?? steps[steps.length - 1]?.at[1] ?? 0;
  return legs.reduce((sum, leg) => {
    // y runs towards the front: what lies nearer the hinge stands higher where the rear is raised
    const higherM = ((yAt((leg.finsS + leg.endS) / 2) - yAt(leg.fromS)) / 1000) * slope;
    return sum + level * liftShare(higherM);
  }, 0);
}
