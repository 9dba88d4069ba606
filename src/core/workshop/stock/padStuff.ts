import type { PadCurve, PadCurves, Softness } from "../../handwork/pads";
import type { Lot } from "./lots";
import type { Shelf } from "./shelf";

/** What a pad of a thickness would be made of: how it presses back, what it carries, and how both are known. */
export interface PadStuff {
  curve: PadCurve;
  conductivityWmK: number;
  by: "label" | "measured";
  /** The lot it would be cut from; null while the shelf has none of that thickness. */
  lot: Lot | null;
}

/**
 * The stuff a pad of a thickness would be cut from: a lot on the shelf with a sheet of it, of the pad's own softness
 * before others; else what its class says.
 *
 * @example
 * padStuffOf(shelf, 1, "medium", curves, 5).lot?.name; // "Pad sheet 1.0 mm, medium"
 */
export function padStuffOf(
  { lots, sheets }: Pick<Shelf, "lots" | "sheets">,
  thicknessMm: number,
  softness: Softness,
  curves: PadCurves,
  usualWmK: number,
): PadStuff {
  const held = new Set(sheets.filter((s) => s.thicknessMm === thicknessMm).map((s) => s.lotId));
  const own = lots.filter((l) => l.pad !== null && held.has(l.id));
  const lot = own.find((l) => l.pad?.softness === softness) ?? own[0] ?? null;
  const pad = lot?.pad;
  return {
    curve: pad?.curve ?? curves[pad?.softness ?? softness],
    conductivityWmK: pad?.conductivityWmK ?? usualWmK,
    by: pad?.figuresBy ?? "label",
    lot,
  };
}
