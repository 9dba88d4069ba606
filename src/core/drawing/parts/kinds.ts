import { usualFigures, type Chip, type Kind, type Layout, type Part, type PathPoint } from "./parts";

import { kindsBoard, ROLE_NAMES } from "./kindsBoard";
import { kindsCooling } from "./kindsCooling";
import { kindsFixings } from "./kindsFixings";
import type { KindSpec } from "./spec";

/** What each kind of part may hold: the kit, the editor, the JSON reader and the schema follow from it. */
export const KINDS: Record<Kind, KindSpec> = { ...kindsBoard, ...kindsCooling, ...kindsFixings };

export const KIND_NAMES = Object.keys(KINDS) as Kind[];

/** What a part is called in a sentence: "Heat pipe H2", "Processor", "Screw 3 of C1". */
export function partName(p: Part): string {
  if (p.kind === "chip")
    return p.tag ? `${ROLE_NAMES[p.role]} ${p.tag}` : p.note && p.role === "other" ? p.note : ROLE_NAMES[p.role];
  if (p.kind === "screw")
    return `Screw ${p.stamp || p.tag || ""}${p.forWhat ? ` of ${p.forWhat}` : ""}`.replace("  ", " ");
  if ((p.kind === "plug" || p.kind === "cable") && p.forWhat) return `${KINDS[p.kind].name} of ${p.forWhat}`;
  if (p.kind === "tape" && p.forWhat) return `Tape on ${p.forWhat}`;
  return `${KINDS[p.kind].name}${p.tag ? ` ${p.tag}` : ""}`;
}

/** A new part of a kind at a place, with its usual size and properties; a path gets its usual course from there. */
export function newPart(kind: Kind, id: string, tag: string, xMm: number, yMm: number): Part {
  const spec = KINDS[kind];
  const [w, h] = spec.size;
  if (spec.shape === "box")
    return { ...common(kind, id, tag), xMm, yMm, wMm: w, hMm: h, turnDeg: 0, ...usualOf(kind) } as unknown as Part;
  const corners = [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ];
  const course =
    kind === "board"
      ? corners
      : [
          [0, 0],
          [w, 0],
        ];
  return newPath(
    kind,
    id,
    tag,
    course.map(([x = 0, y = 0]) => ({ xMm: xMm + x, yMm: yMm + y, bendMm: 0 })),
  );
}

/** A new path (a pipe, a cable, a board) through points, with its usual properties. */
export const newPath = (kind: Kind, id: string, tag: string, points: PathPoint[]): Part =>
  ({ ...common(kind, id, tag), points, ...usualOf(kind) }) as unknown as Part;

const common = (kind: Kind, id: string, tag: string) => ({ id, kind, tag, locked: false, group: "" });

const usualOf = (kind: Kind) => Object.fromEntries(KINDS[kind].fields.map((f) => [f.key, f.start]));

/**
 * A drawing kept before some property of a part was known, with that property as it starts; nothing that is there
 * changes.
 */
export const filled = (layout: Layout): Layout => ({
  ...layout,
  figures: { ...usualFigures, ...layout.figures },
  parts: layout.parts.map((p) => {
    const missing = Object.entries(usualOf(p.kind)).filter(([key]) => !(key in p));
    return missing.length ? { ...p, ...Object.fromEntries(missing) } : p;
  }),
});

/** The next free tag of a kind: B3 after B1 and B2; "" for kinds without tags. */
export function nextTag(parts: readonly Part[], kind: Kind): string {
  const letter = KINDS[kind].letter;
  if (!letter) return "";
  const taken = parts
    .map((p) => (p.tag.startsWith(letter) ? Number(p.tag.slice(letter.length)) : 0))
    .filter((n) => Number.isInteger(n));
  return `${letter}${Math.max(0, ...taken) + 1}`;
}

/** An id no part of the drawing has. */
export function nextId(parts: readonly Part[]): string {
  let most = 0;
  for (const p of parts) {
    const n = /^p(\d+)$/.exec(p.id);
    if (n) most = Math.max(most, Number(n[1]));
  }
  return `p${most + 1}`;
}

/** A chip by its role, and by its place where it is one of many. */
export const chipLabel = (c: Chip): string =>
  c.role === "cpu" || c.role === "gpu"
    ? ROLE_NAMES[c.role]
    : `${ROLE_NAMES[c.role]} at ${Math.round(c.xMm)}, ${Math.round(c.yMm)} mm`;
