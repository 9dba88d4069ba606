import { bondLineM, LIQUID_METAL_UM, type Paste } from "./paste";
import type { Pattern } from "./pattern";

/** A chip's face under the plate, and what presses and heats it. */
export interface PastedFace {
  widthMm: number;
  heightMm: number;
  /** Force of screws and springs that comes to this face, N. */
  forceN: number;
  powerW: number;
}

export interface Amount {
  pressurePa: number;
  bondLineUm: number;
  /** Where no pressure decides the bond line: between what it lies, µm. */
  bondRangeUm: readonly [low: number, high: number] | null;
  /** With the margin, mm³. */
  volumeMm3: number;
  marginShare: number;
  grams: number;
  /** A half-round drop of that volume, mm. */
  dropMm: number;
  /** A half-round line of the nozzle's width, mm; longer than the chip means a wider bead. */
  lineMm: number;
  /** An even film of that volume over the face, µm. */
  filmUm: number;
  /** Way of the plunger in its barrel, mm. */
  plungerMm: number;
  /** Expected resistance of the film, K/W, and the K it costs at the chip's power. */
  resistanceKW: number;
  riseK: number;
}

export const NOZZLE_MM = 1.6;
export const BARREL_MM = 9;
/** Mean roughness of die and plate together, m; half of it counts on each side. */
const ROUGHNESS_M = 3e-6;

/** Share over the bond line's own volume: squeezed-out rest does no harm unless it conducts. */
export const marginOf = (paste: Pick<Paste, "conductive">): number => (paste.conductive ? 0.1 : 0.4);

/**
 * How much paste a face takes: bond line under the mounting pressure, volume with margin, and what that is as drop,
 * line, film, grams and plunger way. Film resistance R = BLT / (k A) + roughness / (2 k A) (Prasher 2001).
 * @throws RangeError for a face or force that is not above 0
 */
export function amountFor(face: PastedFace, paste: Paste, nozzleMm = NOZZLE_MM, barrelMm = BARREL_MM): Amount {
  const areaMm2 = face.widthMm * face.heightMm;
  if (!(areaMm2 > 0)) throw new RangeError("a face needs an area");
  const pressurePa = face.forceN / (areaMm2 * 1e-6);
  const bltM = bondLineM(paste, pressurePa);
  const marginShare = marginOf(paste);
  const volumeMm3 = areaMm2 * bltM * 1e3 * (1 + marginShare);
  const resistanceKW = (bltM + ROUGHNESS_M / 2) / (paste.conductivityWmK * areaMm2 * 1e-6);
  return {
    pressurePa,
    bondLineUm: bltM * 1e6,
    bondRangeUm: paste.liquidMetal ? [LIQUID_METAL_UM.low, LIQUID_METAL_UM.high] : null,
    volumeMm3,
    marginShare,
    grams: (volumeMm3 * paste.densityGcm3) / 1000,
    dropMm: dropMm(volumeMm3),
    lineMm: volumeMm3 / ((Math.PI * nozzleMm ** 2) / 8),
    filmUm: (volumeMm3 / areaMm2) * 1000,
    plungerMm: volumeMm3 / ((Math.PI * barrelMm ** 2) / 4),
    resistanceKW,
    riseK: resistanceKW * face.powerW,
  };
}

/** Diameter of a half-round drop, mm. */
export const dropMm = (volumeMm3: number): number => ((12 * volumeMm3) / Math.PI) ** (1 / 3);
/** Way from the barrel to the tip of a nozzle, mm: what stands in it is wiped off when the cap goes back. */
const NOZZLE_LONG_MM = 2.5;
/** Share of a film that stays on the card. */
const ON_CARD = 0.25;

/**
 * What a tube gives up for a chip, mm³: what is laid, what stands in the nozzle, and of a film what stays on the card.
 *
 * @example
 * takenMm3("dot", 8) - 8; // 5: what stands in the nozzle
 */
export const takenMm3 = (pattern: Pattern, laidMm3: number, nozzleMm = NOZZLE_MM): number =>
  laidMm3 * (pattern === "film" ? 1 / (1 - ON_CARD) : 1) + (Math.PI / 4) * nozzleMm ** 2 * NOZZLE_LONG_MM;

/** Jobs of that many grams a tube still holds. */
export const jobsLeft = (leftG: number, gramsPerJob: number): number =>
  gramsPerJob > 0 ? Math.floor(leftG / gramsPerJob + 1e-9) : 0;
