import { KINDS, partName } from "../parts/kinds";
import type { Layout, Part } from "../parts/parts";
import { words } from "../../base/words";

/** What changed from one drawing to another, in words, most telling first; empty when nothing did. */
export function changesBetween(from: Layout, to: Layout): string[] {
  const out: string[] = [];
  const was = new Map(from.parts.map((p) => [p.id, p]));
  const is = new Map(to.parts.map((p) => [p.id, p]));
  const name = (p: Part) => (p.tag || p.kind === "chip" ? partName(p) : KINDS[p.kind].name.toLowerCase());
  const added = to.parts.filter((p) => !was.has(p.id));
  const gone = from.parts.filter((p) => !is.has(p.id));
  if (added.length) out.push(`${counted(added, name)} added`);
  if (gone.length) out.push(`${counted(gone, name)} removed`);
  const touched = to.parts.filter((p) => was.has(p.id) && JSON.stringify(was.get(p.id)) !== JSON.stringify(p));
  const movedOnly = touched.filter((p) => onlyPlace(was.get(p.id), p));
  const other = touched.filter((p) => !movedOnly.includes(p));
  if (movedOnly.length) out.push(`${counted(movedOnly, name)} moved`);
  if (other.length) out.push(`${counted(other, name)} changed`);
  if (JSON.stringify(from.base) !== JSON.stringify(to.base)) out.push("size of the base changed");
  if (JSON.stringify(from.links) !== JSON.stringify(to.links)) out.push("links told by hand changed");
  if (JSON.stringify(from.figures) !== JSON.stringify(to.figures)) out.push("figures of the estimates changed");
  return out;
}

function counted(parts: readonly Part[], name: (p: Part) => string): string {
  if (parts.length <= 3) return parts.map(name).join(", ");
  const kinds = new Map<string, number>();
  for (const p of parts) {
    const kind = KINDS[p.kind].name.toLowerCase();
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  }
  return [...kinds].map(([kind, n]) => words.counted(n, kind)).join(", ");
}

const PLACE = ["xMm", "yMm", "turnDeg", "points"];

function onlyPlace(a: Part | undefined, b: Part): boolean {
  if (!a) return false;
  const rest = (p: Part) => JSON.stringify(Object.entries(p).filter(([k]) => !PLACE.includes(k)));
  return rest(a) === rest(b);
}
