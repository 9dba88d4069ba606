import type { Chip, Pad } from "../../drawing/parts";
import { riseAt, type Balance, type PlateStack, type StackPad } from "./balance";
import { forcesOn, type PlateForces } from "./forces";

/** Heights over the board and over the package where the drawing has none, mm. */
const DIE_MM = 0.75;
const PACKAGE_MM = 1.25;
/** Half of the least width that is shown, mm, and what stands free beside what is shown, mm. */
const LEAST_REACH_MM = 25;
const MARGIN_MM = 5;
/** The plate reaches so far over package and die, and a wing over its pads, mm. */
const OVER_PACKAGE_MM = 4;
const OVER_DIE_MM = 6;
const OVER_PAD_MM = 3;
/** Film where nothing is known of how the plate lies, mm. */
const USUAL_FILM_MM = 0.04;
/** Pads that bear more than this share, or an edge of a film over so much, lift the plate off the die. */
const MOST_SHARE = 0.35;
const MOST_EDGE_UM = 80;

/** What is cut: the stack as it lies, the pad, and the chip its plate presses on. */
export interface SectionOf {
  stack: PlateStack;
  balance: Balance;
  /** The thickest edge of any film under the plate, µm. */
  edgeUm: number;
  pad: Pad;
  chip: Chip;
}

/**
 * A cut from a pad across the chip beside it: heights over the board, and places along the cut from the chip's middle.
 */
export interface Section {
  /** Pads on the cut: the one across from the pad, if any, and the pad. */
  shown: StackPad[];
  own: StackPad | undefined;
  /** Of a place along the cut from the chip's middle, mm. */
  along: (place: { xMm: number; yMm: number }) => number;
  /** Of a pad along the cut, mm. */
  width: (pad: { widthMm: number; heightMm: number }) => number;
  /** Whether the plate of the cut lies over a pad. */
  onPlate: (pad: StackPad) => boolean;
  reachMm: number;
  dieMm: number;
  packageWideMm: number;
  packageMm: number;
  dieTopMm: number;
  plateHalfMm: number;
  wingMm: number;
  /** Film where the plate lies even, mm. */
  evenMm: number;
  /** The underside of the plate over the board at a place along the cut, mm. */
  underMm: (along: number) => number;
  /** Film at a place along the cut, µm: never thinner than the grains that hold it open. */
  filmUm: (along: number) => number;
  film: Balance["films"][number] | undefined;
  forces: PlateForces;
  lifts: boolean;
}

const within = (v: number, middle: number, half: number): number => Math.max(middle - half, Math.min(middle + half, v));

/**
 * The cut from the pad across the chip, along whichever of the sheet's two ways parts them more.
 *
 * @example
 * const cut = sectionOf({ stack, balance: balanceOf(stack), edgeUm: 24, pad, chip });
 * cut.underMm(-cut.dieMm / 2) - cut.dieTopMm; // 0.031: film at one rim of the die, mm
 */
export function sectionOf({ stack, balance, edgeUm, pad, chip }: SectionOf): Section {
  const upright = Math.abs(pad.yMm - chip.yMm) > Math.abs(pad.xMm - chip.xMm);
  const along = (p: { xMm: number; yMm: number }) => (upright ? p.yMm - chip.yMm : p.xMm - chip.xMm);
  const width = (p: { widthMm: number; heightMm: number }) => (upright ? p.heightMm : p.widthMm);
  const body = stack.chips.find((c) => c.id === chip.id)?.body ?? null;
  const own = stack.pads.find((p) => p.tag === pad.tag);
  const far = acrossFrom(stack, pad, { upright, along, body });
  const shown = [far, own].flatMap((p) => (p ? [p] : []));
  const dieW = chip.dieWMm || chip.wMm;
  const dieH = chip.dieHMm || chip.hMm;
  const [dieMm, packageWideMm] = upright ? [dieH, chip.hMm] : [dieW, chip.wMm];
  const ends = shown.map((p) => Math.abs(along(p)) + width(p) / 2);
  const onPlate = (s: StackPad) => s.body === (body ?? undefined);
  // the plate along the cut: through the pad's middle, or the rim of the die next to it
  const plane = balance.planes.find((p) => p.id === (body ?? "")) ?? balance.planes[0];
  const line = upright ? within(pad.xMm, chip.xMm, dieW / 2) : within(pad.yMm, chip.yMm, dieH / 2);
  const evenMm = plane?.evenMm ?? USUAL_FILM_MM;
  const rise = (s: number) => (plane ? riseAt(plane, upright ? line : chip.xMm + s, upright ? chip.yMm + s : line) : 0);
  const packageMm = chip.packageMm || PACKAGE_MM;
  const dieTopMm = Math.max(packageMm + 0.2, chip.topMm || packageMm + DIE_MM);
  const forces = forcesOn(stack, balance, body, along);
  return {
    shown,
    own,
    along,
    width,
    onPlate,
    reachMm: Math.max(...ends, packageWideMm / 2, LEAST_REACH_MM) + MARGIN_MM,
    dieMm,
    packageWideMm,
    packageMm,
    dieTopMm,
    plateHalfMm: Math.max(packageWideMm / 2 + OVER_PACKAGE_MM, dieMm / 2 + OVER_DIE_MM),
    // the wings of the plate reach over its own pads alone
    wingMm: Math.max(0, ...shown.map((p, i) => (onPlate(p) ? (ends[i] ?? 0) + OVER_PAD_MM : 0))),
    evenMm,
    underMm: (s) => dieTopMm + evenMm + rise(s),
    filmUm: (s) => Math.max(stack.paste.fillerUm, 1000 * (evenMm + rise(s))),
    film: balance.films.find((f) => f.chip === chip.id),
    forces,
    lifts: forces.padsShare > MOST_SHARE || edgeUm > MOST_EDGE_UM,
  };
}

interface Cut {
  upright: boolean;
  along: (place: { xMm: number; yMm: number }) => number;
  body: string | null;
}

/** The pad under the same plate on the chip's other side that lies nearest to the pad's own line. */
function acrossFrom(stack: PlateStack, pad: Pad, { upright, along, body }: Cut): StackPad | undefined {
  const at = along(pad);
  const off = (p: StackPad) => Math.abs(along(p) + at) + Math.abs(upright ? p.xMm - pad.xMm : p.yMm - pad.yMm);
  return stack.pads
    .filter((p) => p.tag !== pad.tag && p.body === body && Math.sign(along(p)) !== Math.sign(at))
    .sort((a, b) => off(a) - off(b))[0];
}
