import { words } from "../../base/words";
import { KINDS, partName } from "./kinds";
import type { Part } from "./parts";

/** So many of one kind are told by their marks; more only by their number. */
const NAMED = 6;

/**
 * Parts as somebody would say them aloud: those of one kind together, by what is written on them where all of them bear
 * something.
 *
 * @example
 * partsWords(parts); // "fan F1 and screws 3, 4 and 6"
 */
export function partsWords(parts: readonly Part[]): string {
  const byKind = new Map<string, Part[]>();
  for (const p of parts) {
    const kind = KINDS[p.kind].name.toLowerCase();
    byKind.set(kind, [...(byKind.get(kind) ?? []), p]);
  }
  return words.listed([...byKind].map(([kind, of]) => together(kind, of)));
}

function together(kind: string, parts: readonly Part[]): string {
  const [only] = parts;
  if (only && parts.length === 1) return lowerFirst(partName(only));
  const marks = parts.map(markOf).filter(Boolean);
  if (marks.length < parts.length || marks.length > NAMED) return words.counted(parts.length, kind);
  return `${words.noun(2, kind)} ${words.listed(marks)}`;
}

const markOf = (p: Part): string => (p.kind === "screw" && p.stamp ? p.stamp : p.tag);

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
