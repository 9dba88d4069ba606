import fc from "fast-check";
import {
  arrangedLayout,
  ARRANGEMENTS,
  newPart,
  nextId,
  type ColdPlate,
  type Layout,
  type Part,
} from "../core/drawing/parts";

/** What is drawn at random of a machine that could be built. */
interface Drawn {
  name: (typeof ARRANGEMENTS)[number][0];
  base: readonly [number, number];
  die: readonly [number, number];
  pipeMm: number;
  pitchMm: number;
  plateMm: number;
  pads: number;
  softness: "soft" | "medium" | "firm";
  freeMm: number;
  sprung: boolean;
}

const tenths = (min: number, max: number) => fc.integer({ min: 10 * min, max: 10 * max }).map((v) => v / 10);

const drawn: fc.Arbitrary<Drawn> = fc.record({
  name: fc.constantFrom(...ARRANGEMENTS.map(([name]) => name)),
  base: fc.constantFrom([300, 212] as const, [322, 224] as const, [356, 246] as const, [398, 272] as const),
  die: fc.tuple(tenths(7, 18), tenths(6, 14)),
  pipeMm: fc.constantFrom(6, 8, 10, 12),
  pitchMm: tenths(0.8, 2.2),
  plateMm: tenths(38, 52),
  pads: fc.integer({ min: 0, max: 4 }),
  softness: fc.constantFrom("soft" as const, "medium" as const, "firm" as const),
  freeMm: fc.constantFrom(0.5, 1, 1.5),
  sprung: fc.boolean(),
});

/** Machines that could be built: a typical arrangement with parts of other sizes, memory under pads by its plates. */
export const buildable: fc.Arbitrary<Layout> = drawn.map((d) => {
  const layout = arrangedLayout(d.name, "Random", "", ...d.base);
  const parts = layout.parts.map((p): Part => {
    if (p.kind === "chip") return { ...p, dieWMm: d.die[0], dieHMm: d.die[1] };
    if (p.kind === "pipe") return { ...p, widthMm: d.pipeMm };
    if (p.kind === "fins") return { ...p, pitchMm: d.pitchMm };
    if (p.kind === "screw") return { ...p, sprung: d.sprung };
    return p;
  });
  const plates = parts.filter((p): p is ColdPlate => p.kind === "plate");
  const [over] = [...plates, ...parts.filter((p) => p.kind === "chamber" || p.kind === "spreader")];
  // memory stands along the rear edge of the first plate, a pad between each and the plate
  for (let i = 0; over && "wMm" in over && i < d.pads; i++) {
    const x = over.xMm + (i - (d.pads - 1) / 2) * 9;
    const y = over.yMm - over.hMm / 2 + 4;
    parts.push({
      ...newPart("chip", nextId(parts), "", x, y),
      role: "memory",
      dieWMm: 0,
      dieHMm: 0,
      wMm: 7,
      hMm: 6,
    } as Part);
    parts.push({
      ...newPart("pad", nextId(parts), `P${i + 1}`, x, y),
      wMm: 7,
      hMm: 6,
      thicknessMm: d.freeMm,
      softness: d.softness,
    } as Part);
  }
  return { ...layout, parts };
});
