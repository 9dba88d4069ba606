import fc from "fast-check";
import { expect, it } from "vitest";
import { demoLayouts, tessalyK15Layout } from "../../../samples/layouts";
import { anyLayout } from "../../../testing/layouts";
import { golden, summed, eachSummed } from "../../../testing/golden";
import {
  arrangedLayout,
  ARRANGEMENTS,
  bandAlong,
  boundsOfPart,
  centreLine,
  centreOf,
  chevronsOf,
  CoolingMap,
  countsOf,
  distanceTo,
  drawOrder,
  footprint,
  grown,
  inside,
  isBox,
  isPath,
  KINDS,
  kindFor,
  legsOf,
  lengthOf,
  overlapMm2,
  partName,
  ribbon,
  rightAngles,
  sampled,
  sideBand,
  sideLength,
  spreadAt,
  tightestBend,
  walk,
} from "./index";

/** A list as what it holds by its place: lists are thinned where they are long. */
const whole = <T>(of: readonly T[]) => Object.fromEntries(of.map((v, i) => [i, v]));

const maps = demoLayouts().map((l) => new CoolingMap(l));

it("kinds of parts hold what is kept: sizes, bounds, starts, words", async () => {
  await expect(golden(KINDS)).toMatchFileSnapshot("golden/kinds.txt");
});

it("typical arrangements are drawn as kept, on every base", async () => {
  const drawn = ARRANGEMENTS.map(([name]) =>
    [
      [300, 212],
      [398, 272],
    ].map(([w = 0, d = 0]) =>
      arrangedLayout(name, "M", "", w, d).parts.map((p) => [
        p.kind,
        p.tag,
        isBox(p) ? [p.xMm, p.yMm, p.wMm, p.hMm] : p.points,
      ]),
    ),
  );
  await expect(golden(drawn)).toMatchFileSnapshot("golden/arrangements.txt");
});

it("ways of pipes, their legs, chevrons and bands run as kept", async () => {
  const said = maps.map((map) =>
    map.ofKind("pipe").map((h) => {
      const legs = legsOf(map, h);
      return eachSummed({
        tag: h.tag,
        length: lengthOf(h.points),
        bend: tightestBend(h.points),
        angles: rightAngles(h.points),
        line: centreLine(h.points).map((p) => [p.kind, p.from, p.to]),
        walk: whole(walk(h.points, 9).map((s) => [s.at[0], s.at[1], s.along[0], s.along[1], s.s])),
        sampled: sampled(h.points, 30).map((s) => [...s.at, ...s.along]),
        legs,
        chevrons: whole(chevronsOf(map, h).map((c) => [...c.at, c.deg])),
        ribbon: ribbon(h.points, h.widthMm).map((p) => [...p]),
        band: legs.map((l) => bandAlong(h.points, l.finsS, l.endS, (s) => 8 - s / 100).map((p) => [...p])),
      });
    }),
  );
  await expect(golden(said)).toMatchFileSnapshot("golden/ways.txt");
});

it("what belongs to what, and is counted, stands as kept", async () => {
  const said = maps.map((map) => ({
    links: whole(map.links.map((l) => `${l.kind} ${map.part(l.a)?.tag ?? ""} ${map.part(l.b)?.tag ?? ""}`)),
    areas: summed(map.links.map((l) => l.areaMm2)),
    counts: countsOf(map.layout),
    names: whole(map.layout.parts.map(partName)),
    order: drawOrder(map.layout.parts).map((p) => p.id),
    holds: map.ofKind("screw").map((s) => spreadAt(map.layout, s.xMm, s.yMm)?.tag ?? "-"),
    serves: map.layout.parts.map((p) => map.servedBy(p).length),
  }));
  await expect(golden(said)).toMatchFileSnapshot("golden/belongs.txt");
});

it("shapes of any part are as kept: outlines, bands at their sides, what overlaps and what is near", async () => {
  const any = fc.sample(anyLayout, { seed: 11, numRuns: 3 }).flatMap((l) => l.parts);
  const parts = [...tessalyK15Layout().parts.filter((_, i) => i % 4 === 0), ...any].slice(0, 36);
  const said = parts.map((p, i) => {
    const ring = footprint(p);
    const other = parts[(i + 1) % parts.length] ?? p;
    const shape = {
      kind: p.kind,
      ring: ring.map((q) => [...q]),
      bounds: boundsOfPart(p),
      centre: centreOf(p),
      grown: ring.length > 2 ? grown(ring, 1.5).map((q) => [...q]) : [],
      near: [distanceTo(ring, 100, 80), inside(ring, 100, 80)],
      shared: overlapMm2(ring, footprint(other)),
      link: kindFor(p, other),
      sides: isBox(p)
        ? (["top", "right", "bottom", "left"] as const).map((s) => [
            sideLength(p, s),
            sideBand(p, s, 3, 5).map((q) => [...q]),
          ])
        : [],
      path: isPath(p) ? p.points.length : 0,
    };
    return [p.kind, summed(shape)];
  });
  await expect(golden(whole(said))).toMatchFileSnapshot("golden/shapes.txt");
});
