import { boundsOfParts, isBox, isPath, KINDS, type Bounds, type Layout, type Part } from "@/core/drawing/parts";
import {
  hits,
  resized,
  snapLines,
  snapPoint,
  withPoint,
  type Guide,
  type Handle,
  type SnapLines,
} from "@/core/drawing/edit";

/** What the hand has hold of from the press on. */
export type Grip =
  | { on: "pan" }
  | { on: "frame" }
  | { on: "parts"; ids: ReadonlySet<string>; bounds: Bounds; name: string; lines: SnapLines }
  | { on: "handle"; ids: ReadonlySet<string>; part: Part; handle: Handle }
  | { on: "point" | "bend"; ids: ReadonlySet<string>; part: Part; index: number; lines: SnapLines };

const nameOf = (p: Part) => p.tag || KINDS[p.kind].name;

/** Everything that is taken with a part: its group. */
export const groupOf = (layout: Layout, p: Part): ReadonlySet<string> =>
  new Set(p.group ? layout.parts.filter((q) => q.group === p.group).map((q) => q.id) : [p.id]);

/** Hold of parts that move together; null when all of them are locked. */
export function gripParts(layout: Layout, ids: ReadonlySet<string>, name: string): Grip | null {
  const free = new Set(layout.parts.filter((q) => ids.has(q.id) && !q.locked).map((q) => q.id));
  if (free.size === 0) return null;
  return {
    on: "parts",
    ids: free,
    bounds: boundsOfParts(layout.parts.filter((q) => free.has(q.id))),
    name,
    lines: snapLines(layout, free),
  };
}

/**
 * Hold of a handle, a point or a bend of the one part in hand, by the mark under the finger ("handle:1:-1", "point:2").
 */
export function gripMark(layout: Layout, only: Part | undefined, mark: string | null): Grip | null {
  const [kind, a = "", b = ""] = (mark ?? "").split(":");
  if (!only || only.locked) return null;
  const ids = new Set([only.id]);
  if (kind === "handle") return { on: "handle", ids, part: only, handle: { x: Number(a), y: Number(b) } as Handle };
  if (kind === "point" || kind === "bend")
    return { on: kind, ids, part: only, index: Number(a), lines: snapLines(layout, ids) };
  return null;
}

/** The part under a finger that a drag would take: one of those in hand if there is one. */
export function partUnder(
  parts: readonly Part[],
  selected: ReadonlySet<string>,
  xMm: number,
  yMm: number,
  reachMm: number,
): Part | undefined {
  const found = hits(parts, xMm, yMm, reachMm).filter((q) => q.kind !== "board");
  return found.find((q) => selected.has(q.id)) ?? found[0];
}

/** The one part as it would be with its grip moved by dx, dy mm, and what that would be called. */
export function pulled(
  grip: Extract<Grip, { part: Part }>,
  dx: number,
  dy: number,
  reachMm: number,
): { part: Part; guides: Guide[]; what: string } {
  const { part } = grip;
  if (grip.on === "handle")
    return {
      part: isBox(part) ? resized(part, grip.handle, Math.round(dx * 10) / 10, Math.round(dy * 10) / 10) : part,
      guides: [],
      what: `${nameOf(part)} resized`,
    };
  const p = isPath(part) ? part.points[grip.index] : undefined;
  if (!isPath(part) || !p) return { part, guides: [], what: "" };
  if (grip.on === "bend")
    return {
      part: withPoint(part, grip.index, { bendMm: Math.max(0, Math.round((p.bendMm + dx + dy) * 2) / 2) }),
      guides: [],
      what: `Bend ${grip.index + 1} of ${nameOf(part)}`,
    };
  const s = snapPoint(grip.lines, p.xMm + dx, p.yMm + dy, reachMm);
  return {
    part: withPoint(part, grip.index, { xMm: s.xMm, yMm: s.yMm }),
    guides: s.guides,
    what: `Point ${grip.index + 1} of ${nameOf(part)} moved`,
  };
}
