import { boundsOfPart, boundsOfParts, centreOf, corners } from "../parts/geometry";
import { nextId, nextTag } from "../parts/kinds";
import { isPath, type Blower, type BoxPart, type Layout, type Part, type PathPoint, type Side } from "../parts/parts";

const round = (v: number) => Math.round(v * 1000) / 1000;
const turned = (deg: number) => round((((deg % 360) + 540) % 360) - 180);

/** The layout with some parts changed; locked parts stay as they are. Returns the same layout when nothing changed. */
export function change(layout: Layout, ids: ReadonlySet<string>, how: (p: Part) => Part): Layout {
  let any = false;
  const parts = layout.parts.map((p) => {
    if (!ids.has(p.id) || p.locked) return p;
    const next = how(p);
    any ||= next !== p;
    return next;
  });
  return any ? { ...layout, parts } : layout;
}

/** A part moved by dx, dy mm. */
export function moved(p: Part, dx: number, dy: number): Part {
  if (dx === 0 && dy === 0) return p;
  if (isPath(p))
    return { ...p, points: p.points.map((q) => ({ ...q, xMm: round(q.xMm + dx), yMm: round(q.yMm + dy) })) };
  return { ...p, xMm: round(p.xMm + dx), yMm: round(p.yMm + dy) };
}

/** A part turned about a point, degrees clockwise as drawn. */
export function turnedAbout(p: Part, cx: number, cy: number, deg: number): Part {
  const c = Math.cos((deg * Math.PI) / 180);
  const s = Math.sin((deg * Math.PI) / 180);
  const at = (x: number, y: number) => ({
    xMm: round(cx + (x - cx) * c - (y - cy) * s),
    yMm: round(cy + (x - cx) * s + (y - cy) * c),
  });
  if (isPath(p)) return { ...p, points: p.points.map((q) => ({ ...q, ...at(q.xMm, q.yMm) })) };
  return { ...p, ...at(p.xMm, p.yMm), turnDeg: turned(p.turnDeg + deg) };
}

const FLIP: Record<Side, Side> = { left: "right", right: "left", top: "top", bottom: "bottom" };

/** A part mirrored left to right at x = cx: outlets, turning sense and left/right marks swap with it. */
export function mirrored(p: Part, cx: number): Part {
  const flip = (x: number) => round(2 * cx - x);
  if (isPath(p)) return { ...p, points: p.points.map((q) => ({ ...q, xMm: flip(q.xMm) })) };
  const box = { ...p, xMm: flip(p.xMm), turnDeg: turned(-p.turnDeg) };
  if (box.kind === "fins") return { ...box, outlet: FLIP[box.outlet] };
  if (box.kind === "blower") return mirroredBlower(box);
  return box;
}

const mirroredBlower = (b: Blower): Blower => ({
  ...b,
  outlet: FLIP[b.outlet],
  outlet2: b.outlet2 === "none" ? "none" : FLIP[b.outlet2],
  turns: b.turns === "cw" ? "ccw" : "cw",
  hand: b.hand === "none" ? "none" : b.hand === "left" ? "right" : "left",
});

/** The middle of some parts together. */
function middle(parts: readonly Part[]): [number, number] {
  const b = boundsOfParts(parts);
  return [(b.left + b.right) / 2, (b.top + b.bottom) / 2];
}

const chosen = (layout: Layout, ids: ReadonlySet<string>) => layout.parts.filter((p) => ids.has(p.id));

export const moveParts = (layout: Layout, ids: ReadonlySet<string>, dx: number, dy: number): Layout =>
  change(layout, ids, (p) => moved(p, dx, dy));

/** Turns the chosen parts together about their middle; one box alone about its own centre. */
export function turnParts(layout: Layout, ids: ReadonlySet<string>, deg: number): Layout {
  const parts = chosen(layout, ids);
  const only = parts.length === 1 ? parts[0] : undefined;
  const [cx, cy] = only ? centreOf(only) : middle(parts);
  return change(layout, ids, (p) => turnedAbout(p, cx, cy, deg));
}

export function mirrorParts(layout: Layout, ids: ReadonlySet<string>): Layout {
  const [cx] = middle(chosen(layout, ids));
  return change(layout, ids, (p) => mirrored(p, cx));
}

export type Alignment = "left" | "centre" | "right" | "top" | "middle" | "bottom";

/** Puts the chosen parts on one line along the edge or middle of them all. */
export function alignParts(layout: Layout, ids: ReadonlySet<string>, how: Alignment): Layout {
  const all = boundsOfParts(chosen(layout, ids));
  return change(layout, ids, (p) => {
    const b = boundsOfPart(p);
    if (how === "left") return moved(p, all.left - b.left, 0);
    if (how === "right") return moved(p, all.right - b.right, 0);
    if (how === "centre") return moved(p, (all.left + all.right - b.left - b.right) / 2, 0);
    if (how === "top") return moved(p, 0, all.top - b.top);
    if (how === "bottom") return moved(p, 0, all.bottom - b.bottom);
    return moved(p, 0, (all.top + all.bottom - b.top - b.bottom) / 2);
  });
}

/** Copies of the chosen parts, 8 mm aside, with tags and ids of their own; their ids come back with the layout. */
export function duplicateParts(layout: Layout, ids: ReadonlySet<string>): { layout: Layout; ids: string[] } {
  const parts = [...layout.parts];
  const fresh: string[] = [];
  const groups = new Map<string, string>();
  for (const p of chosen(layout, ids)) {
    const id = nextId(parts);
    let group = "";
    if (p.group) {
      group = groups.get(p.group) ?? freeGroup(parts, groups);
      groups.set(p.group, group);
    }
    parts.push({ ...moved(p, 8, 8), id, tag: p.tag ? nextTag(parts, p.kind) : "", group, locked: false });
    fresh.push(id);
  }
  return { layout: { ...layout, parts }, ids: fresh };
}

function freeGroup(parts: readonly Part[], taken: ReadonlyMap<string, string>): string {
  const used = new Set([...parts.map((p) => p.group), ...taken.values()]);
  let k = 1;
  while (used.has(`g${k}`)) k++;
  return `g${k}`;
}

/** Groups the chosen parts, or takes the grouping away when they are one group already. */
export function groupParts(layout: Layout, ids: ReadonlySet<string>): Layout {
  const parts = chosen(layout, ids);
  const first = parts[0]?.group ?? "";
  const together = first !== "" && parts.every((p) => p.group === first);
  const group = together ? "" : freeGroup(layout.parts, new Map());
  return { ...layout, parts: layout.parts.map((p) => (ids.has(p.id) ? { ...p, group } : p)) };
}

/** Locks the chosen parts, or frees them when all are locked. */
export function lockParts(layout: Layout, ids: ReadonlySet<string>): Layout {
  const locked = !chosen(layout, ids).every((p) => p.locked);
  return { ...layout, parts: layout.parts.map((p) => (ids.has(p.id) ? { ...p, locked } : p)) };
}

/** Takes parts away, with the links that were told of them. Locked parts stay. */
export function removeParts(layout: Layout, ids: ReadonlySet<string>): Layout {
  const gone = new Set(layout.parts.filter((p) => ids.has(p.id) && !p.locked).map((p) => p.id));
  return gone.size === 0
    ? layout
    : {
        ...layout,
        parts: layout.parts.filter((p) => !gone.has(p.id)),
        links: layout.links.filter((l) => !gone.has(l.a) && !gone.has(l.b)),
      };
}

export const addPart = (layout: Layout, part: Part): Layout => ({ ...layout, parts: [...layout.parts, part] });

/** The chosen ids with everything grouped with them. */
export function withGroups(layout: Layout, ids: Iterable<string>): Set<string> {
  const out = new Set(ids);
  const groups = new Set(layout.parts.filter((p) => out.has(p.id) && p.group).map((p) => p.group));
  for (const p of layout.parts) if (p.group && groups.has(p.group)) out.add(p.id);
  return out;
}

/** A handle of a box: which way it pulls, -1, 0 or 1 along each axis of the part's own frame. */
export interface Handle {
  x: -1 | 0 | 1;
  y: -1 | 0 | 1;
}

export const HANDLES: readonly Handle[] = [
  { x: -1, y: -1 },
  { x: 0, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
  { x: -1, y: 1 },
  { x: -1, y: 0 },
];

/**
 * A box pulled at a handle by dx, dy on the sheet; the opposite edge stays where it is. Round parts keep their form.
 */
export function resized(p: BoxPart, h: Handle, dx: number, dy: number): BoxPart {
  const a = (-p.turnDeg * Math.PI) / 180;
  const [ox, oy] = [dx * Math.cos(a) - dy * Math.sin(a), dx * Math.sin(a) + dy * Math.cos(a)];
  let w = Math.max(1, p.wMm + h.x * ox);
  let d = Math.max(1, p.hMm + h.y * oy);
  if (p.kind === "screw" || (p.kind === "module" && p.form === "coin"))
    w = d = Math.max(w, d) === Math.max(p.wMm, p.hMm) ? Math.min(w, d) : Math.max(w, d);
  const [sx, sy] = [(h.x * (w - p.wMm)) / 2, (h.y * (d - p.hMm)) / 2];
  const b = (p.turnDeg * Math.PI) / 180;
  return {
    ...p,
    wMm: round(w),
    hMm: round(d),
    xMm: round(p.xMm + sx * Math.cos(b) - sy * Math.sin(b)),
    yMm: round(p.yMm + sx * Math.sin(b) + sy * Math.cos(b)),
  };
}

/** Where a handle of a box lies on the sheet. */
export function handleAt(p: BoxPart, h: Handle): [number, number] {
  const [a, b, c, d] = corners(p);
  const at = (u: readonly [number, number] | undefined, v: readonly [number, number] | undefined): [number, number] => [
    ((u?.[0] ?? 0) + (v?.[0] ?? 0)) / 2,
    ((u?.[1] ?? 0) + (v?.[1] ?? 0)) / 2,
  ];
  if (h.x === -1 && h.y === -1) return at(a, a);
  if (h.x === 1 && h.y === -1) return at(b, b);
  if (h.x === 1 && h.y === 1) return at(c, c);
  if (h.x === -1 && h.y === 1) return at(d, d);
  if (h.y === -1) return at(a, b);
  if (h.x === 1) return at(b, c);
  if (h.y === 1) return at(c, d);
  return at(d, a);
}

/** The whole drawing seen from above: left and right swapped about the middle of the base. Twice gives it back. */
export const seenFromAbove = (layout: Layout): Layout => ({
  ...layout,
  parts: layout.parts.map((p) => mirrored(p, layout.base.widthMm / 2)),
});

/** One point of a path put elsewhere, or given another bend. */
export const withPoint = <P extends { points: PathPoint[] }>(p: P, i: number, point: Partial<PathPoint>): P => ({
  ...p,
  points: p.points.map((q, k) => (k === i ? { ...q, ...point } : q)),
});
