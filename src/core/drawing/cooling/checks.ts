import { polygonHull } from "d3-polygon";
import { words } from "../../base/words";
import { centreOf, corners, inside, grown, type Point } from "../parts/geometry";
import { dieRing, isPasted } from "../parts/links";
import { chipLabel, partName } from "../parts/kinds";
import type { CoolingMap } from "../parts/map";
import { conductances, flows, solveNetwork } from "./network";
import { usualCapacityW } from "./capacity";
import { rigidGroups } from "../parts/rigid";
import { overlapMm2 } from "../parts/overlap";
import { heatPaths } from "./paths";
import type { MapCheck } from "./check";
import { placeChecks } from "./places";
import type { Chip, Screw } from "../parts/parts";

/** Watts a chip is taken to give off when nothing is known, by role; only for the load on pipes. */
export const USUAL_W: Record<Chip["role"], number> = {
  cpu: 28,
  gpu: 50,
  memory: 1.5,
  regulator: 1.2,
  inductor: 0.4,
  chipset: 4,
  drive: 4,
  other: 1,
};

/** Everything in the drawing that does not add up. */
export function checksOf(map: CoolingMap): MapCheck[] {
  return [
    ...heatChecks(map),
    ...padChecks(map),
    ...screwChecks(map),
    ...loadChecks(map),
    ...placeChecks(map),
    ...otherChecks(map),
  ];
}

function heatChecks(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  const paths = heatPaths(map);
  for (const c of map.ofKind("chip")) {
    const own = paths.filter((p) => p.chip === c.id);
    if (isPasted(c) && !own.some((p) => p.reachesAir))
      out.push({
        code: "no-path-to-air",
        message: `${chipLabel(c)} has no path to the air${own.length ? "" : ": no plate lies on it"}.`,
        parts: [c.id],
      });
  }
  for (const h of map.ofKind("pipe")) {
    const takes = map.chipsOf(h).length > 0;
    const gives = map.beside(h.id, "fins").length > 0;
    if (!gives)
      out.push({ code: "pipe-ends-in-nothing", message: `${h.tag || "A pipe"} ends in no fin stack.`, parts: [h.id] });
    if (!takes)
      out.push({ code: "pipe-takes-nothing", message: `${h.tag || "A pipe"} takes heat from no chip.`, parts: [h.id] });
  }
  for (const b of map.ofKind("blower"))
    if (map.beside(b.id, "fins").length === 0)
      out.push({
        code: "blower-without-fins",
        message: `${b.tag || "A blower"} blows through no fin stack.`,
        parts: [b.id],
      });
  for (const f of map.ofKind("fins"))
    if (map.beside(f.id, "blower").length === 0)
      out.push({
        code: "fins-without-blower",
        message: `${f.tag || "A fin stack"} gets air from no blower.`,
        parts: [f.id],
      });
  return out;
}

const NAMES = { memory: "memory chip", regulator: "regulator" } as const;

function padChecks(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  const bare = map
    .ofKind("chip")
    .filter((c) => (c.role === "memory" || c.role === "regulator") && map.beside(c.id, "pad").length === 0);
  for (const role of ["memory", "regulator"] as const) {
    const own = bare.filter((c) => c.role === role && coveredBy(map, c));
    if (own.length)
      out.push({
        code: "no-pad",
        message: `${words.counted(own.length, NAMES[role])} ${words.agreeing(own.length, "has", "have")} no pad.`,
        parts: own.map((c) => c.id),
      });
  }
  // pads under one plate share its level: unlike thickness is worth a second look
  for (const s of [...map.ofKind("plate"), ...map.ofKind("chamber"), ...map.ofKind("spreader")]) {
    for (const role of ["memory", "regulator"] as const) {
      const pads = map.beside(s.id, "pad").filter((p) => map.beside(p.id, "chip").some((c) => c.role === role));
      const thick = [...new Set(pads.map((p) => p.thicknessMm))].sort((a, b) => a - b);
      if (thick.length > 1)
        out.push({
          code: "pads-unlike",
          message: `Pads on the ${role === "memory" ? "memory" : "regulators"} under ${
            s.tag || "one plate"
          } differ: ${words.listed(thick.map(String))} mm on one level.`,
          parts: pads.map((p) => p.id),
        });
    }
  }
  return out;
}

/** Whether any of the cooling assembly lies over a chip at all. */
const coveredBy = (map: CoolingMap, c: Chip): boolean => {
  const ring = corners(c);
  return [...map.ofKind("plate"), ...map.ofKind("chamber"), ...map.ofKind("spreader")].some(
    (s) => overlapMm2(ring, corners(s)) > 0.3 * c.wMm * c.hMm,
  );
};

function screwChecks(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  for (const group of rigidGroups(map)) {
    const held = group.map((s) => ({ tag: s.tag, screws: map.screwsOf(s) })).filter((x) => x.screws.length > 0);
    // some number each plate from 1, some run on from plate to plate
    const anew = held.every((x) => x.screws.every((s) => s.stamp === "") || x.screws.some((s) => s.stamp === "1"));
    if (anew) out.push(...held.flatMap((x) => stampChecks(x.tag, x.screws)));
    else
      out.push(
        ...stampChecks(
          words.listed(held.map((x) => x.tag)),
          held.flatMap((x) => x.screws),
        ),
      );
  }
  for (const s of rigidGroups(map).flat()) {
    const screws = map.screwsOf(s);
    if (screws.length === 0) continue;
    for (const c of map.beside(s.id, "chip").filter(isPasted)) {
      const hull = hullOf(screws.map(centreOf));
      const [x, y] = centreOf(c);
      if (hull.length < 3 || !inside(hull, x, y) || !dieRing(c).every(([px, py]) => inside(grown(hull, 0.5), px, py))) {
        out.push({
          code: "screws-not-around",
          message: `The screws of ${s.tag} do not surround ${chipLabel(c).toLowerCase()}: its pressure will lean.`,
          parts: [s.id, c.id, ...screws.map((x) => x.id)],
        });
      }
    }
  }
  return out;
}

/** No part is held by more screws than this: a higher number is a date or a part's own. */
const MOST_STAMP = 40;

function stampChecks(tag: string, screws: readonly Screw[]): MapCheck[] {
  const out: MapCheck[] = [];
  // a year stamped beside a screw is no place in an order
  const isPlace = (s: Screw) => s.stamp !== "" && !(Number(s.stamp) > MOST_STAMP);
  const stamped = screws.filter(isPlace);
  if (stamped.length === 0) return out;
  const seen = new Map<string, Screw[]>();
  for (const s of stamped) seen.set(s.stamp, [...(seen.get(s.stamp) ?? []), s]);
  for (const [stamp, own] of seen)
    if (own.length > 1)
      out.push({
        code: "stamp-twice",
        message: `${tag} has the stamped mark ${stamp} ${own.length} times.`,
        parts: own.map((s) => s.id),
      });
  const numbers = stamped.map((s) => Number(s.stamp)).filter((n) => Number.isInteger(n) && n > 0);
  const missing =
    numbers.length === stamped.length
      ? Array.from({ length: Math.max(...numbers) }, (_, i) => i + 1).filter((n) => !numbers.includes(n))
      : [];
  const unmarked = screws.filter((s) => !isPlace(s));
  if (missing.length)
    out.push({
      code: "stamp-missing",
      message: `${tag} lacks the stamped ${words.noun(missing.length, "number")} ${missing.join(", ")}.`,
      parts: screws.map((s) => s.id),
    });
  else if (unmarked.length)
    out.push({
      code: "stamp-missing",
      message:
        `${unmarked.length} of ${screws.length} screws of ${tag} ` +
        `${words.agreeing(unmarked.length, "has", "have")} no stamped mark.`,
      parts: unmarked.map((s) => s.id),
    });
  return out;
}

/** The convex hull of points (Andrew's monotone chain, 1979), anticlockwise on the sheet. */
export const hullOf = (points: readonly Point[]): Point[] => polygonHull(points as [number, number][]) ?? [...points];

/** Watts of every chip as drawn, or the usual ones of its role. */
export const drawnWatts = (map: CoolingMap): Map<string, number> =>
  new Map(map.ofKind("chip").map((c) => [c.id, c.powerW || USUAL_W[c.role]]));

/**
 * Load on each pipe against what it usually carries, W: over both legs of one with fins at both ends, for where one is
 * full the other takes more.
 */
export function pipeLoads(map: CoolingMap, watts = drawnWatts(map)): { pipe: string; W: number; usualW: number }[] {
  const net = conductances(map);
  const T = solveNetwork(net, watts);
  const along = flows(net, T);
  return map.ofKind("pipe").map((h) => {
    const legs = along.filter((f) => f.a === h.id && f.b !== null && map.part(f.b)?.kind === "fins");
    return {
      pipe: h.id,
      W: legs.reduce((s, f) => s + Math.max(0, f.W), 0),
      usualW: usualCapacityW(map, h),
    };
  });
}

function loadChecks(map: CoolingMap): MapCheck[] {
  return pipeLoads(map).flatMap(({ pipe, W, usualW }) => {
    const h = map.part(pipe);
    return h && W > 1.1 * usualW
      ? [
          {
            code: "pipe-over-capacity" as const,
            message:
              `${partName(h)} would carry about ${words.watts(W)}; one of its size, bends and lie usually ` +
              `carries ${words.watts(usualW)}. An estimate.`,
            parts: [pipe],
          },
        ]
      : [];
  });
}

function otherChecks(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  for (const b of map.ofKind("battery"))
    if (b.swollen)
      out.push({
        code: "battery-swollen",
        message:
          "The battery is marked swollen: stop, no pressure, no charge, follow local rules for damaged lithium " +
          "batteries.",
        parts: [b.id],
      });
  const plugs = map.ofKind("plug");
  const cables = map.ofKind("cable");
  for (const b of map.ofKind("blower")) {
    if (plugs.some((p) => p.forWhat === b.tag) && !cables.some((c) => c.forWhat === b.tag))
      out.push({ code: "cable-unrouted", message: `The cable of ${b.tag} has no route drawn.`, parts: [b.id] });
  }
  return out;
}
