import { CoolingMap } from "./map";
import type { Layout } from "./parts";

/** So many drawings are remembered with their links. */
const MOST = 100;
const known = new Map<string, CoolingMap>();

/**
 * The map of a drawing; links of one that was seen of late are not derived again. Null where nothing is drawn.
 *
 * @param drawn which drawing it is: the same text is the same drawing. Without one nothing is remembered
 */
export function rememberedMap(drawn: string | undefined, layout: Layout | null): CoolingMap | null {
  if (!layout?.parts.length) return null;
  if (drawn === undefined) return new CoolingMap(layout);
  const map = known.get(drawn) ?? new CoolingMap(layout);
  known.delete(drawn);
  known.set(drawn, map);
  const oldest = known.keys().next();
  if (known.size > MOST && !oldest.done) known.delete(oldest.value);
  return map;
}
