import { boundsOfPart, centreOf, centreLine, inside, corners, type Point } from "./geometry";
import type { CoolingMap } from "./map";
import type { HeatPipe, Part, PathPoint } from "./parts";

/** A place along a centre line: where, which way, and how far from its start, mm. */
export interface Step {
  at: Point;
  along: Point;
  s: number;
}

/** A centre line in steps of about the given length, ends included. */
export function walk(points: readonly PathPoint[], stepMm = 2): Step[] {
  const out: Step[] = [];
  let s = 0;
  for (const p of centreLine(points)) {
    const length =
      p.kind === "line"
        ? Math.hypot(p.to[0] - p.from[0], p.to[1] - p.from[1])
        : (Math.abs(p.sweepDeg) * Math.PI * p.radiusMm) / 180;
    const n = Math.max(1, Math.ceil(length / stepMm));
    for (let i = out.length ? 1 : 0; i <= n; i++) {
      const t = i / n;
      if (p.kind === "line") {
        out.push({
          at: [p.from[0] + t * (p.to[0] - p.from[0]), p.from[1] + t * (p.to[1] - p.from[1])],
          along: [(p.to[0] - p.from[0]) / length, (p.to[1] - p.from[1]) / length],
          s: s + t * length,
        });
        continue;
      }
      const a = Math.atan2(p.from[1] - p.centre[1], p.from[0] - p.centre[0]) + (t * p.sweepDeg * Math.PI) / 180;
      const way = Math.sign(p.sweepDeg);
      out.push({
        at: [p.centre[0] + p.radiusMm * Math.cos(a), p.centre[1] + p.radiusMm * Math.sin(a)],
        along: [-Math.sin(a) * way, Math.cos(a) * way],
        s: s + t * length,
      });
    }
    s += length;
  }
  return out;
}

/** One leg of a pipe: from where it takes heat to the fins at one of its ends. */
export interface Leg {
  fins: string;
  /** True for the leg that runs against the pipe's own direction, to its first point. */
  back: boolean;
  /** Along the pipe: where the heat starts, where the fins begin, where it ends, mm from the pipe's start. */
  fromS: number;
  finsS: number;
  endS: number;
}

/** The legs of a pipe; empty while it takes heat from nothing or gives it to nothing. */
export function legsOf(map: CoolingMap, pipe: HeatPipe): Leg[] {
  const steps = walk(pipe.points);
  const last = steps[steps.length - 1];
  const sources: Part[] = [
    ...map.beside(pipe.id, "plate", "chamber"),
    ...map.beside(pipe.id, "pad"),
    ...map.beside(pipe.id, "chip"),
  ];
  if (!last || sources.length === 0) return [];
  const over = steps.filter(({ at: [x, y] }) =>
    sources.some((p) => inside(corners(p as Extract<Part, { xMm: number }>), x, y)),
  );
  const cx = sources.reduce((t, p) => t + centreOf(p)[0], 0) / sources.length;
  const cy = sources.reduce((t, p) => t + centreOf(p)[1], 0) / sources.length;
  const nearest = steps.reduce((best, p) =>
    Math.hypot(p.at[0] - cx, p.at[1] - cy) < Math.hypot(best.at[0] - cx, best.at[1] - cy) ? p : best,
  );
  const middle = over.length ? over.reduce((t, p) => t + p.s, 0) / over.length : nearest.s;
  return map.beside(pipe.id, "fins").flatMap((f) => {
    const b = boundsOfPart(f);
    const within = steps.filter(
      ({ at: [x, y] }) =>
        x >= b.left - pipe.widthMm / 2 &&
        x <= b.right + pipe.widthMm / 2 &&
        y >= b.top - pipe.widthMm / 2 &&
        y <= b.bottom + pipe.widthMm / 2,
    );
    const first = within[0];
    const final = within[within.length - 1];
    if (!first || !final) return [];
    const back = (first.s + final.s) / 2 < middle;
    return [{ fins: f.id, back, fromS: middle, finsS: back ? final.s : first.s, endS: back ? first.s : final.s }];
  });
}

/** Chevrons along the legs of a pipe, from chip to fins: place and direction in degrees. */
export function chevronsOf(map: CoolingMap, pipe: HeatPipe, everyMm = 17): { at: Point; deg: number }[] {
  const steps = walk(pipe.points, 1);
  return legsOf(map, pipe).flatMap((leg) => {
    const [low, high] = leg.back ? [leg.endS, leg.fromS] : [leg.fromS, leg.endS];
    const n = Math.max(1, Math.floor((high - low) / everyMm));
    return Array.from({ length: n }, (_, i) => low + ((i + 0.5) / n) * (high - low)).flatMap((s) => {
      const p = steps.find((q) => q.s >= s);
      return p ? [{ at: p.at, deg: (Math.atan2(p.along[1], p.along[0]) * 180) / Math.PI + (leg.back ? 180 : 0) }] : [];
    });
  });
}

/** A band along part of a centre line whose width follows the way, as a ring; for heat that thins out along fins. */
export function bandAlong(
  points: readonly PathPoint[],
  fromS: number,
  toS: number,
  widthAt: (s: number) => number,
): Point[] {
  const [low, high] = [Math.min(fromS, toS), Math.max(fromS, toS)];
  const part = walk(points, 1.5).filter((p) => p.s >= low - 0.01 && p.s <= high + 0.01);
  const left = part.map(({ at, along, s }): Point => [
    at[0] - (along[1] * widthAt(s)) / 2,
    at[1] + (along[0] * widthAt(s)) / 2,
  ]);
  const right = part.map(({ at, along, s }): Point => [
    at[0] + (along[1] * widthAt(s)) / 2,
    at[1] - (along[0] * widthAt(s)) / 2,
  ]);
  return [...left, ...right.reverse()];
}
