import type { CoolingMap } from "./map";
import type { ColdPlate, Spreader, VapourChamber } from "./parts";

export type Spread = ColdPlate | VapourChamber | Spreader;

/** Plates, chambers and spreaders that are lifted off together: those joined by pipes. */
export function rigidGroups(map: CoolingMap): Spread[][] {
  const spreads: Spread[] = [...map.ofKind("plate"), ...map.ofKind("chamber"), ...map.ofKind("spreader")];
  const up = new Map(spreads.map((p) => [p.id, p.id]));
  const root = (id: string): string => {
    const next = up.get(id) ?? id;
    return next === id ? id : root(next);
  };
  for (const h of map.ofKind("pipe")) {
    const [first, ...others] = map.beside(h.id, "plate", "chamber", "spreader");
    for (const p of others) if (first) up.set(root(p.id), root(first.id));
  }
  return [...new Set(spreads.map((p) => root(p.id)))].map((r) => spreads.filter((p) => root(p.id) === r));
}
