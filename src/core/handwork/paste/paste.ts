import { words } from "../../base/words";
/** What a paste is like, SI but for what its name says. */
export interface Paste {
  name: string;
  densityGcm3: number;
  /** Yield stress, Pa. */
  yieldPa: number;
  /** Viscosity once it flows, Pa·s. */
  viscosityPas: number;
  conductivityWmK: number;
  /** Size of its largest filler grains, µm: no film is thinner. */
  fillerUm: number;
  /** Whether it conducts electricity. */
  conductive: boolean;
  /** Liquid metal: conducts, and eats aluminium. */
  liquidMetal: boolean;
}

/** The paste of trials and estimates where none is chosen. */
export const USUAL_PASTE: Paste = {
  name: "Grey silicone paste, 6 W/m·K",
  densityGcm3: 2.6,
  yieldPa: 140,
  viscosityPas: 160,
  conductivityWmK: 6,
  fillerUm: 20,
  conductive: false,
  liquidMetal: false,
};

/** Generic pastes to choose from when a lot is entered. */
export const PASTES: readonly Paste[] = [
  USUAL_PASTE,
  {
    name: "Thick paste for films, 9 W/m·K",
    densityGcm3: 3.1,
    yieldPa: 320,
    viscosityPas: 420,
    conductivityWmK: 9,
    fillerUm: 25,
    conductive: false,
    liquidMetal: false,
  },
  {
    name: "Soft white paste, 3 W/m·K",
    densityGcm3: 2.3,
    yieldPa: 60,
    viscosityPas: 70,
    conductivityWmK: 3,
    fillerUm: 15,
    conductive: false,
    liquidMetal: false,
  },
  {
    name: "Silver-filled paste, 8 W/m·K, conducts",
    densityGcm3: 3.6,
    yieldPa: 180,
    viscosityPas: 200,
    conductivityWmK: 8,
    fillerUm: 18,
    conductive: true,
    liquidMetal: false,
  },
  {
    name: "Liquid metal, 40 W/m·K, conducts",
    densityGcm3: 6.3,
    yieldPa: 2,
    viscosityPas: 0.02,
    conductivityWmK: 40,
    fillerUm: 8,
    conductive: true,
    liquidMetal: true,
  },
];

/** Prasher's constants: BLT = C (yield / pressure)^M, metres and pascals. */
export const PRASHER_C_M = 1.31e-4;
export const PRASHER_M = 0.166;

/** What of a paste decides how thin it gets. */
export type Thinning = Pick<Paste, "yieldPa" | "fillerUm"> & Partial<Pick<Paste, "liquidMetal">>;

/**
 * Film of liquid metal, µm. It holds no grains and hardly any yield stress, so no pressure decides it: its oxide skin,
 * and how rough and bowed die and plate are, hold it open. Measured films scatter over this range, whatever the screws.
 */
export const LIQUID_METAL_UM = { low: 8, usual: 15, high: 30 } as const;

/**
 * Bond line thickness at rest, m, not under the filler's size. Scaling of a particle-laden paste under pressure
 * (R. Prasher, J. Shang, S. Prstic, J. Heat Transfer 125, 2003): BLT = 1.31e-4 (yield / pressure)^0.166.
 * Liquid metal has {@link LIQUID_METAL_UM} instead.
 * @throws RangeError for a pressure that is not above 0
 */
export function bondLineM(paste: Thinning, pressurePa: number): number {
  if (!(pressurePa > 0)) throw new RangeError("pressure must be above 0 Pa");
  if (paste.liquidMetal) return LIQUID_METAL_UM.usual * 1e-6;
  return Math.max(paste.fillerUm * 1e-6, PRASHER_C_M * (paste.yieldPa / pressurePa) ** PRASHER_M);
}

/** What stops a paste here; hard stops have no way round. */
export interface PasteStop {
  hard: boolean;
  title: string;
  say: string;
}

/** Stops and cautions of a paste at a chip: what it touches, and open parts near it. */
export function stopsOf(paste: Paste, at: { aluminium: readonly string[]; openParts: boolean }): PasteStop[] {
  const out: PasteStop[] = [];
  if (paste.liquidMetal && at.aluminium.length)
    out.push({
      hard: true,
      title: "Liquid metal is blocked",
      say:
        `${words.listed(at.aluminium)} ${words.agreeing(at.aluminium.length, "is", "are")} aluminium, ` +
        "which it eats away.",
    });
  if (paste.conductive)
    out.push({
      hard: false,
      title: "It conducts",
      say: at.openParts
        ? "Open parts stand round the chip: no more than the amount says, none past the edge, and the parts " +
          "covered first."
        : "No more than the amount says, and none past the edge.",
    });
  return out;
}
