import {
  corners,
  inside,
  rigidGroups,
  walk,
  type CoolingMap,
  type HeatPipe,
  type Pad,
  type Spread,
} from "../../drawing/parts";
import type { PipeSpring } from "./beam";

/** Plates, chambers and spreaders that pipes join, the pipes between them, and pads that lie under a free pipe. */
export interface Structure {
  spreads: Spread[];
  /** Spreaders without screws of their own that frame one of these plates: they move with it, by id. */
  carried: { spread: Spread; by: string }[];
  pipes: PipeSpring[];
  /** Pads that no plate but a pipe bears on: the place on the pipe is a body of its own, named as the pad's part. */
  onPipes: { pad: Pad; xMm: number; yMm: number }[];
}

/** A pipe that runs further than this from a plate holds nothing down there, mm. */
const REACH_MM = 60;

/**
 * What of a drawing presses as one, joined by pipes that give. A pipe is rigid where it lies on a plate, and a spring
 * between two, and from a plate to a pad under it. Fin stacks hang on their pipes and hold nothing.
 * @param withPads whether pads under free pipes are told, with the pipe as a spring to each of them
 *
 * @example
 * structuresOf(map)[0]?.pipes.map((p) => [p.from, p.to]); // [["C1", "C2"], ["C1", "C2"]], by id
 */
export function structuresOf(map: CoolingMap, withPads = false): Structure[] {
  const carried = carriedSpreaders(map);
  const groups = rigidGroups(map).filter((own) => !own.every((s) => carried.some((c) => c.spread.id === s.id)));
  return groups.map((spreads) => {
    const on = carried.filter((c) => spreads.some((s) => s.id === c.by));
    const made: Structure = { spreads, carried: on, pipes: [], onPipes: [] };
    for (const h of map.ofKind("pipe")) {
      const own = spreads.filter((s) => map.beside(h.id, "plate", "chamber", "spreader").includes(s));
      if (own.length) addPipe(map, h, own, withPads, made);
    }
    return made;
  });
}

/** How much wider than its plate a window may be for the spreader to be one with it, mm. */
const FRAME_MM = 10;

/** Spreaders that nothing of their own holds, with the plate that stands in their window. */
function carriedSpreaders(map: CoolingMap): { spread: Spread; by: string }[] {
  const plates: Spread[] = [...map.ofKind("plate"), ...map.ofKind("chamber")];
  return map.ofKind("spreader").flatMap((s) => {
    if (map.screwsOf(s).length) return [];
    const frames = plates.find(
      (p) =>
        far([p.xMm, p.yMm], s) < FRAME_MM &&
        Math.abs(s.windowWMm - p.wMm) < FRAME_MM &&
        Math.abs(s.windowHMm - p.hMm) < FRAME_MM,
    );
    return frames ? [{ spread: s, by: frames.id }] : [];
  });
}

/** A place along a pipe: on a plate, or over a pad. */
interface Stop {
  id: string;
  fromS: number;
  toS: number;
  pad?: { pad: Pad; xMm: number; yMm: number };
}

function addPipe(map: CoolingMap, h: HeatPipe, own: readonly Spread[], withPads: boolean, made: Structure): void {
  const steps = walk(h.points, 1);
  const stops = own.flatMap((s): Stop[] => {
    const on = steps.filter(({ at: [x, y] }) => inside(corners(s), x, y));
    const [first, last] = [on[0], on[on.length - 1]];
    return first && last ? [{ id: s.id, fromS: first.s, toS: last.s }] : [];
  });
  for (const pad of withPads ? map.beside(h.id, "pad") : []) {
    if (map.beside(pad.id, "plate", "chamber", "spreader").length) continue;
    const near = steps.reduce((best, p) => (far(p.at, pad) < far(best.at, pad) ? p : best));
    const away = Math.min(...stops.filter((s) => !s.pad).map((s) => Math.max(s.fromS - near.s, near.s - s.toS, 0)));
    if (!(away <= REACH_MM)) continue;
    const [xMm, yMm] = near.at;
    stops.push({ id: pad.id, fromS: near.s, toS: near.s, pad: { pad, xMm, yMm } });
  }
  stops.sort((a, b) => a.fromS - b.fromS);
  made.onPipes.push(...stops.flatMap((s) => (s.pad ? [s.pad] : [])));
  for (let i = 0; i + 1 < stops.length; i++) {
    const [a, b] = [stops[i], stops[i + 1]];
    if (!a || !b) continue;
    const between = steps.filter((p) => p.s >= a.toS && p.s <= b.fromS).map((p) => p.at);
    made.pipes.push({ from: a.id, to: b.id, points: between, widthMm: h.widthMm, heightMm: h.heightMm });
  }
}

const far = ([x, y]: readonly [number, number], p: { xMm: number; yMm: number }): number =>
  Math.hypot(x - p.xMm, y - p.yMm);
