import { isPasted } from "../parts/links";
import type { CoolingMap } from "../parts/map";

/** One way of heat from a chip to the air: names of the parts in their order. */
export interface HeatPath {
  chip: string;
  parts: string[];
  /** True when it ends in fins with a blower, or in a spreader that gives heat to still air. */
  reachesAir: boolean;
}

/** Parts heat can run on through, beyond the plate on its own chip. */
const CARRIES = ["plate", "chamber", "spreader", "pipe", "chip"] as const;

/**
 * The shortest ways on from the last part of a chain to parts that stand in fins, over other plates, pipes and chips:
 * a chip whose plate has no fins of its own may give its heat to another's.
 */
function onward(map: CoolingMap, chain: readonly string[]): string[][] {
  const seen = new Set(chain);
  let ring: string[][] = [[]];
  while (ring.length > 0) {
    const next = ring.flatMap((way) =>
      map
        .beside(way[way.length - 1] ?? chain[chain.length - 1] ?? "", ...CARRIES)
        .filter((p) => !seen.has(p.id) && seen.add(p.id))
        .map((p) => [...way, p.id]),
    );
    const there = next.filter((way) => map.beside(way[way.length - 1] ?? "", "fins").length > 0);
    if (there.length > 0) return there;
    ring = next;
  }
  return [];
}

/** Every way of heat of every chip, from die to air. */
export function heatPaths(map: CoolingMap): HeatPath[] {
  const out: HeatPath[] = [];
  const ends = (id: string): { parts: string[]; reachesAir: boolean }[] =>
    map.beside(id, "fins").flatMap((f): { parts: string[]; reachesAir: boolean }[] => {
      const blowers = map.beside(f.id, "blower");
      return blowers.length
        ? blowers.map((b) => ({ parts: [f.id, b.id], reachesAir: true }))
        : [{ parts: [f.id], reachesAir: false }];
    });
  const from = (chip: string, chain: string[], spreadId: string) => {
    const spread = map.part(spreadId);
    let any = false;
    const on = () => {
      for (const way of onward(map, [chip, ...chain, spreadId]))
        for (const e of ends(way[way.length - 1] ?? "")) {
          out.push({ chip, parts: [...chain, spreadId, ...way, ...e.parts], reachesAir: e.reachesAir });
          any = true;
        }
    };
    for (const e of ends(spreadId)) {
      out.push({ chip, parts: [...chain, spreadId, ...e.parts], reachesAir: e.reachesAir });
      any = true;
    }
    if (spread && spread.kind !== "pipe") {
      for (const h of map.beside(spreadId, "pipe")) {
        for (const e of ends(h.id)) {
          out.push({ chip, parts: [...chain, spreadId, h.id, ...e.parts], reachesAir: e.reachesAir });
          any = true;
        }
      }
      if (spread.kind === "spreader" && !any) {
        out.push({ chip, parts: [...chain, spreadId], reachesAir: true });
        any = true;
      }
    }
    if (!any) on();
    if (!any) out.push({ chip, parts: [...chain, spreadId], reachesAir: false });
  };
  for (const c of map.ofKind("chip")) {
    if (isPasted(c)) for (const s of [...map.spreadsOf(c), ...map.beside(c.id, "pipe")]) from(c.id, [], s.id);
    else
      for (const p of map.beside(c.id, "pad"))
        for (const s of map.beside(p.id, "plate", "chamber", "spreader", "pipe")) from(c.id, [p.id], s.id);
  }
  return out;
}
