import { linksOf, type Link } from "./links";
import { corners, inside } from "./geometry";
import type { Chip, HeatPipe, Layout, Part } from "./parts";

/** The drawing with its links, ready to be asked. */
export class CoolingMap {
  readonly links: Link[];
  private readonly byId: Map<string, Part>;

  constructor(readonly layout: Layout) {
    this.links = linksOf(layout);
    this.byId = new Map(layout.parts.map((p) => [p.id, p]));
  }

  part(id: string): Part | undefined {
    return this.byId.get(id);
  }

  ofKind<K extends Part["kind"]>(kind: K): Extract<Part, { kind: K }>[] {
    return this.layout.parts.filter((p): p is Extract<Part, { kind: K }> => p.kind === kind);
  }

  /** Parts linked to a part, of one kind. */
  beside<K extends Part["kind"]>(id: string, ...kinds: K[]): Extract<Part, { kind: K }>[] {
    const out: Part[] = [];
    for (const l of this.links) {
      const other = l.a === id ? l.b : l.b === id ? l.a : null;
      const p = other ? this.byId.get(other) : undefined;
      if (p && (kinds as string[]).includes(p.kind) && !out.includes(p)) out.push(p);
    }
    return out as Extract<Part, { kind: K }>[];
  }

  /** Plates, chambers and spreaders a chip gives its heat to. */
  spreadsOf(chip: Chip) {
    return this.beside(chip.id, "plate", "chamber", "spreader");
  }

  /** Chips whose heat a pipe takes up, through plates or pads. */
  chipsOf(pipe: HeatPipe): Chip[] {
    const found = new Set<Chip>(this.beside(pipe.id, "chip"));
    for (const s of this.beside(pipe.id, "plate", "chamber", "spreader"))
      for (const c of this.beside(s.id, "chip")) found.add(c);
    for (const p of this.beside(pipe.id, "pad")) for (const c of this.beside(p.id, "chip")) found.add(c);
    return [...found];
  }

  /** Chips a part cools, whatever the part is. */
  servedBy(part: Part): Chip[] {
    if (part.kind === "pipe") return this.chipsOf(part);
    if (part.kind === "plate" || part.kind === "chamber" || part.kind === "spreader")
      return [
        ...new Set([
          ...this.beside(part.id, "chip"),
          ...this.beside(part.id, "pad").flatMap((p) => this.beside(p.id, "chip")),
        ]),
      ];
    if (part.kind === "pad") return this.beside(part.id, "chip");
    if (part.kind === "fins")
      return [
        ...new Set(
          [...this.beside(part.id, "pipe"), ...this.beside(part.id, "plate", "chamber", "spreader")].flatMap((p) =>
            this.servedBy(p),
          ),
        ),
      ];
    if (part.kind === "blower") return [...new Set(this.beside(part.id, "fins").flatMap((f) => this.servedBy(f)))];
    return [];
  }

  /** Screws that hold a part: those that name its tag. */
  screwsOf(part: Part) {
    return this.ofKind("screw").filter((s) => s.forWhat !== "" && s.forWhat === part.tag);
  }
}

/**
 * The plate, chamber or spreader a screw at a point would hold: on it, or within reach of its arms (10 mm). Smaller
 * ones first.
 */
export function spreadAt(layout: Layout, xMm: number, yMm: number): Part | undefined {
  return layout.parts
    .filter((p) => p.kind === "plate" || p.kind === "chamber" || p.kind === "spreader")
    .sort((a, b) => a.wMm * a.hMm - b.wMm * b.hMm)
    .find((p) => inside(corners({ ...p, wMm: p.wMm + 20, hMm: p.hMm + 20 }), xMm, yMm));
}
