import { boundsOf, dieRing, isPasted, type Chip, type CoolingMap } from "../../drawing/parts";
import type { Joined, PlateOf } from "./footing";
import type { ChipFace, PlateScrew } from "./pressure";
import { structuresOf } from "./structure";
import { screwN } from "./turns";

/** What is tightened together: plates that pipes join, the chips they press on, the screws that hold them. */
export interface Assembly extends Joined {
  plates: PlateOf[];
  screws: PlateScrew[];
  chips: ChipFace[];
}

/** The face of a chip under a plate; a turned die is taken by the box round it. */
export function faceUnder(c: Chip): ChipFace {
  const b = boundsOf(dieRing(c));
  return {
    id: c.id,
    xMm: (b.left + b.right) / 2,
    yMm: (b.top + b.bottom) / 2,
    widthMm: b.right - b.left,
    heightMm: b.bottom - b.top,
  };
}

/**
 * The assemblies of a drawing: plates that pipes join, each with its screws and chips. Those without screws or
 * without a pasted chip are left out; so are the pads, that give far more than films.
 *
 * @example
 * assembliesOf(new CoolingMap(layout))[0]?.plates.map((p) => p.id); // ["p43", "p44"]
 */
export function assembliesOf(map: CoolingMap): Assembly[] {
  return structuresOf(map).flatMap(({ spreads, pipes }) => {
    const chips = [...new Set(spreads.flatMap((p) => map.beside(p.id, "chip")))].filter(isPasted).map(faceUnder);
    const plates = spreads.flatMap((p): PlateOf[] => {
      const own = map.beside(p.id, "chip").filter(isPasted);
      const screws = map.screwsOf(p);
      return own.length || screws.length
        ? [{ id: p.id, screws: screws.map((s) => s.id), chips: own.map((c) => c.id) }]
        : [];
    });
    const screws = spreads
      .flatMap((p) => map.screwsOf(p))
      .map((s): PlateScrew => ({
        id: s.id,
        xMm: s.xMm,
        yMm: s.yMm,
        forceN: screwN(s, map.layout.figures),
        ...(s.stamp ? { stamp: s.stamp } : {}),
      }));
    return screws.length && chips.length ? [{ plates, pipes, screws, chips }] : [];
  });
}
