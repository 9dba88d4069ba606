import { boundsOf, dieRing, isPasted, rigidGroups, type CoolingMap } from "../drawing";
import type { ChipFace, PlateScrew } from "./pressure";
import { screwN } from "./turns";

/** What is tightened as one: plates, the chips they press on, the screws that hold them. */
export interface Assembly {
  plates: string[];
  screws: PlateScrew[];
  chips: ChipFace[];
}

/**
 * The rigid assemblies of a drawing: plates joined by pipes. A turned die is taken
 * by the box round it. Assemblies without screws or without a pasted chip are left out.
 *
 * @example
 * assembliesOf(new CoolingMap(layout))[0]?.plates; // ["CP1", "CP2"]
 */
export function assembliesOf(map: CoolingMap): Assembly[] {
  return rigidGroups(map).flatMap((own) => {
    const chips = [...new Set(own.flatMap((p) => map.beside(p.id, "chip")))].filter(isPasted).map((c): ChipFace => {
      const b = boundsOf(dieRing(c));
      return {
        id: c.id,
        xMm: (b.left + b.right) / 2,
        yMm: (b.top + b.bottom) / 2,
        widthMm: b.right - b.left,
        heightMm: b.bottom - b.top,
      };
    });
    const screws = own
      .flatMap((p) => map.screwsOf(p))
      .map((s): PlateScrew => ({
        id: s.id,
        xMm: s.xMm,
        yMm: s.yMm,
        forceN: screwN(s.sprung),
        ...(s.stamp ? { stamp: s.stamp } : {}),
      }));
    return screws.length && chips.length ? [{ plates: own.map((p) => p.id), screws, chips }] : [];
  });
}
