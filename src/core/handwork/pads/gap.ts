import type { Softness } from "./stiffness";

/**
 * How a gap is known: by a feeler between the faces, by clay or solder pressed in it, by what the old pad measures
 * after it came out, by heights in the drawing, or not at all.
 */
export type GapBy = "feeler" | "clay" | "solder" | "old" | "heights" | "none";

/** Ways a hand measures a gap, in order of trust, with what each is off by, mm. */
export const GAP_WAYS: readonly (readonly [by: Exclude<GapBy, "heights" | "none">, name: string, offMm: number])[] = [
  ["feeler", "feeler between the faces", 0.05],
  ["clay", "clay pressed in it", 0.08],
  ["solder", "solder pressed in it", 0.06],
  ["old", "the old pad", 0.05],
];

/** A gap and the span it may lie in, mm. */
export interface Gap {
  mm: number;
  lowMm: number;
  highMm: number;
  by: GapBy;
}

/**
 * Share of its squeeze an old pad comes back by once it is free, least to most: soft ones keep most of their set,
 * firm ones spring back.
 */
const SPRINGS_BACK: Record<Softness, readonly [least: number, most: number]> = {
  soft: [0.05, 0.3],
  medium: [0.1, 0.4],
  firm: [0.15, 0.5],
};
/** Heights in a drawing are read off, mm. */
const HEIGHTS_OFF_MM = 0.15;

/**
 * A gap as it was measured, and how. An old pad reads high, for it springs back: of what it was pressed by, a share r
 * is gone when it is measured, measured = gap + r (free − gap).
 *
 * @example
 * measuredGap(0.95, "old", 1.5, "soft"); // { mm: 0.83, lowMm: 0.66, highMm: 0.97, by: "old" }
 */
export function measuredGap(mm: number, by: GapBy, freeMm: number, softness: Softness): Gap {
  const off = GAP_WAYS.find(([w]) => w === by)?.[2] ?? HEIGHTS_OFF_MM;
  if (by !== "old" || mm >= freeMm) return { mm, lowMm: Math.max(0.05, mm - off), highMm: mm + off, by };
  const pressed = (back: number) => Math.max(0.05, (mm - back * freeMm) / (1 - back));
  const [least, most] = SPRINGS_BACK[softness];
  return {
    mm: pressed((least + most) / 2),
    lowMm: Math.max(0.05, pressed(most) - off),
    highMm: pressed(least) + off,
    by,
  };
}

/**
 * A gap nobody measured: a pad that did its work was pressed within the bounds of its class. Its middle stands for it
 * where a figure is needed; no thickness can be told to fit it.
 *
 * @example
 * unmeasuredGap(1, { least: 0.07, target: 0.18, most: 0.32 }); // { mm: 0.82, lowMm: 0.68, highMm: 0.93, by: "none" }
 */
export const unmeasuredGap = (
  freeMm: number,
  { least, target, most }: { least: number; target: number; most: number },
): Gap => ({
  mm: freeMm * (1 - target),
  lowMm: freeMm * (1 - most),
  highMm: freeMm * (1 - least),
  by: "none",
});

/**
 * The gap by heights in the drawing: from the die's face by the bond line to the plate, by the step of what lies over
 * the pad, down to the top of its part.
 *
 * @example
 * gapFromHeights({ dieTopMm: 2, partTopMm: 1.2, stepMm: 0.2 })?.mm; // 1.04
 */
export function gapFromHeights(of: { dieTopMm: number; partTopMm: number; stepMm: number }): Gap | null {
  if (!(of.dieTopMm > 0) || !(of.partTopMm > 0)) return null;
  const mm = of.dieTopMm + BOND_LINE_MM + of.stepMm - of.partTopMm;
  return mm > 0.05 ? measuredGap(mm, "heights", mm, "medium") : null;
}

const BOND_LINE_MM = 0.04;

/** A measured gap as the journal keeps it: "0.95;by=clay"; one without a way came from the old pad. */
export const gapText = (mm: number, by: GapBy): string => (by === "old" ? String(mm) : `${mm};by=${by}`);

/** What the journal kept, back; null for none. */
export function gapOfText(text: string): { mm: number; by: GapBy } | null {
  const [, number, way] = /^([\d.]+)(?:;by=([a-z]+))?$/.exec(text) ?? [];
  const mm = Number(number);
  const by = GAP_WAYS.find(([w]) => w === (way ?? "old"))?.[0];
  return mm > 0 && by ? { mm, by } : null;
}
