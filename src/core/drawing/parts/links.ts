import { areaOf, corners, footprint, ringIn, sideBand, type Point } from "./geometry";
import { overlapMm2 } from "./overlap";
import { isKind, type Chip, type Layout, type Part } from "./parts";

/** How two parts belong together: a pipe lies on a plate, a plate on a chip, a pipe goes into fins, and so on. */
export type LinkKind =
  | "pipe-on-plate"
  | "plate-on-chip"
  | "pipe-on-chip"
  | "pipe-into-fins"
  | "plate-into-fins"
  | "blower-through-fins"
  | "pad-on-chip"
  | "pad-under";

export interface Link {
  kind: LinkKind;
  /** The first part named in the kind. */
  a: string;
  b: string;
  /** Shared area, mm²; 0 where it was only told. */
  areaMm2: number;
  by: "overlap" | "told";
}

/** Share of a chip's die a plate must cover to be on it. */
const ON_DIE = 0.25;
/** How far an outlet reaches to fins that do not touch it, and into its own housing, mm. */
const OUTLET_REACH = 14;
/** How far into its own housing that strip begins, mm. */
const OUTLET_IN = 8;

/** The die of a chip, or its whole package where none is drawn. */
export const dieRing = (c: Chip): Point[] =>
  c.dieWMm > 0 && c.dieHMm > 0 ? ringIn(c, -c.dieWMm / 2, -c.dieHMm / 2, c.dieWMm, c.dieHMm) : corners(c);

/** What a spreader's window takes away from its overlap with another part, mm². */
const windowed = (s: Part, other: Part, ring: (p: Part) => Point[]): number =>
  s.kind === "spreader" && s.windowWMm > 0 && s.windowHMm > 0
    ? overlapMm2(ringIn(s, -s.windowWMm / 2, -s.windowHMm / 2, s.windowWMm, s.windowHMm), ring(other))
    : 0;

const isSpread = (p: Part) => p.kind === "plate" || p.kind === "chamber" || p.kind === "spreader";

/** Chips that are cooled by a cold plate and paste; the others sit under pads. */
export const isPasted = (c: Chip): boolean => c.role === "cpu" || c.role === "gpu";

function derived(parts: readonly Part[]): Link[] {
  const out: Link[] = [];
  const rings = new Map(parts.map((p) => [p.id, footprint(p)]));
  const ring = (p: Part) => rings.get(p.id) ?? [];
  const shared = (p: Part, q: Part) => overlapMm2(ring(p), ring(q)) - windowed(p, q, ring) - windowed(q, p, ring);
  const add = (kind: LinkKind, a: Part, b: Part, areaMm2: number, least: number) => {
    if (areaMm2 > least) out.push({ kind, a: a.id, b: b.id, areaMm2, by: "overlap" });
  };
  const pipes = parts.filter((p) => p.kind === "pipe");
  const spreads = parts.filter(isSpread);
  const chips = parts.filter((p) => p.kind === "chip");
  const fins = parts.filter((p) => p.kind === "fins");
  const pads = parts.filter((p) => p.kind === "pad");
  for (const h of pipes) {
    for (const s of spreads)
      add("pipe-on-plate", h, s, shared(h, s), (s.kind === "spreader" ? 2 : 0.5) * h.widthMm * h.widthMm);
    for (const f of fins) add("pipe-into-fins", h, f, shared(h, f), 0.5 * h.widthMm * h.widthMm);
  }
  for (const s of spreads) {
    for (const c of chips) {
      if (!isPasted(c) || (s.kind === "spreader" && overWindow(s, c))) continue;
      const die = dieRing(c);
      add("plate-on-chip", s, c, overlapMm2(die, ring(s)), ON_DIE * areaOf(die));
    }
    for (const f of fins) add("plate-into-fins", s, f, shared(s, f), 0.08 * areaOf(ring(f)));
  }
  for (const c of chips) {
    if (!isPasted(c) || out.some((l) => l.kind === "plate-on-chip" && l.b === c.id)) continue;
    for (const h of pipes) add("pipe-on-chip", h, c, overlapMm2(dieRing(c), ring(h)), ON_DIE * areaOf(dieRing(c)));
  }
  for (const b of parts) {
    if (!isKind(b, "blower")) continue;
    for (const f of fins) {
      const faces = [b.outlet, ...(b.outlet2 !== "none" && b.outlet2 !== b.outlet ? [b.outlet2] : [])].map((side) =>
        overlapMm2(sideBand(b, side, OUTLET_IN, OUTLET_REACH), ring(f)),
      );
      add("blower-through-fins", b, f, Math.max(...faces), 0.12 * areaOf(ring(f)));
    }
  }
  for (const p of pads) {
    if (p.state === "missing") continue;
    const own = areaOf(ring(p));
    for (const c of chips)
      if (!isPasted(c)) add("pad-on-chip", p, c, shared(p, c), 0.15 * Math.min(own, areaOf(ring(c))));
    for (const s of [...spreads, ...pipes]) add("pad-under", p, s, shared(p, s), 0.12 * own);
  }
  return out;
}

const overWindow = (s: Extract<Part, { kind: "spreader" }>, c: Chip): boolean =>
  s.windowWMm > 0 &&
  s.windowHMm > 0 &&
  overlapMm2(dieRing(c), ringIn(s, -s.windowWMm / 2, -s.windowHMm / 2, s.windowWMm, s.windowHMm)) >
    (1 - ON_DIE) * areaOf(dieRing(c));

/** The kind of link two parts can have, the first one first; null when they cannot belong together. */
export function kindFor(a: Part, b: Part): LinkKind | null {
  if (a.kind === "pipe")
    return isSpread(b)
      ? "pipe-on-plate"
      : b.kind === "fins"
        ? "pipe-into-fins"
        : b.kind === "chip"
          ? "pipe-on-chip"
          : null;
  if (isSpread(a)) return b.kind === "chip" ? "plate-on-chip" : b.kind === "fins" ? "plate-into-fins" : null;
  if (a.kind === "blower") return b.kind === "fins" ? "blower-through-fins" : null;
  if (a.kind === "pad")
    return b.kind === "chip" ? "pad-on-chip" : isSpread(b) || b.kind === "pipe" ? "pad-under" : null;
  return null;
}

/**
 * What belongs to what. Derived from overlap; a link told by hand holds over it, either way.
 * Told links of parts that are gone are passed over.
 */
export function linksOf(layout: Layout): Link[] {
  const links = derived(layout.parts);
  for (const told of layout.links) {
    const same = (l: Link) => (l.a === told.a && l.b === told.b) || (l.a === told.b && l.b === told.a);
    const at = links.findIndex(same);
    if (!told.is) {
      if (at >= 0) links.splice(at, 1);
      continue;
    }
    if (at >= 0) continue;
    const p = layout.parts.find((x) => x.id === told.a);
    const q = layout.parts.find((x) => x.id === told.b);
    if (!p || !q) continue;
    const forward = kindFor(p, q);
    const kind = forward ?? kindFor(q, p);
    if (kind) links.push({ kind, a: forward ? p.id : q.id, b: forward ? q.id : p.id, areaMm2: 0, by: "told" });
  }
  return links;
}
