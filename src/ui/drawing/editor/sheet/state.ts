import { addPart, did, redo, removeParts, undo, withGroups, type History } from "@/core/drawing/edit";
import {
  boundsOfParts,
  KINDS,
  newPart,
  newPath,
  nextId,
  nextTag,
  spreadAt,
  type Kind,
  type Layer,
  type Layout,
  type Part,
  type PathPoint,
} from "@/core/drawing/parts";

/** What the hand holds: nothing, a part to place, a path being drawn, or the measuring rule. */
export type Tool =
  | { name: "select" }
  | { name: "place"; kind: Kind }
  | { name: "trace"; kind: Kind; points: PathPoint[] }
  | { name: "measure"; points: { xMm: number; yMm: number }[] };

export interface EditorState {
  history: History;
  selected: ReadonlySet<string>;
  tool: Tool;
  /** The cross the arrow keys move while a tool is in hand, mm. */
  cursor: { xMm: number; yMm: number };
  hidden: ReadonlySet<Layer>;
  /** Bend radius the next point of a path gets, mm. */
  bendMm: number;
  /** Screws placed on a plate get the next stamped number. */
  stamping: boolean;
}

export type Action =
  | { do: "take"; tool: Tool }
  | { do: "select"; ids: readonly string[]; also?: boolean }
  | { do: "point"; xMm: number; yMm: number }
  | { do: "end-path" }
  | { do: "change"; layout: Layout; what: string; joins?: boolean; select?: readonly string[] }
  | { do: "remove" }
  | { do: "undo" }
  | { do: "redo" }
  | { do: "cursor"; xMm: number; yMm: number }
  | { do: "layer"; layer: Layer }
  | { do: "set"; bendMm?: number; stamping?: boolean }
  | { do: "escape" }
  | { do: "replace"; layout: Layout };

export const startState = (history: History): EditorState => ({
  history,
  selected: new Set(),
  tool: { name: "select" },
  cursor: { xMm: history.now.base.widthMm / 2, yMm: history.now.base.depthMm / 2 },
  hidden: new Set(),
  bendMm: 12,
  stamping: true,
});

const NONE: ReadonlySet<string> = new Set();
const round = (v: number) => Math.round(v * 10) / 10;
const named = (p: Part) => p.tag || KINDS[p.kind].name.toLowerCase();

export function editorStep(s: EditorState, a: Action): EditorState {
  const now = s.history.now;
  const step = (layout: Layout, what: string, joins = false) => did(s.history, layout, what, joins);
  switch (a.do) {
    case "take":
      return { ...s, tool: a.tool, selected: a.tool.name === "select" ? s.selected : NONE };
    case "select": {
      const ids = withGroups(now, a.ids);
      if (!a.also) return { ...s, selected: ids };
      const all = [...ids].every((id) => s.selected.has(id));
      return { ...s, selected: new Set(all ? [...s.selected].filter((id) => !ids.has(id)) : [...s.selected, ...ids]) };
    }
    case "point":
      return put(s, a.xMm, a.yMm);
    case "end-path": {
      if (s.tool.name !== "trace") return s;
      const { kind, points } = s.tool;
      if (points.length < (kind === "board" ? 3 : 2)) return { ...s, tool: { name: "trace", kind, points: [] } };
      const part = newPath(kind, nextId(now.parts), nextTag(now.parts, kind), points);
      return {
        ...s,
        history: step(addPart(now, part), `${named(part)} drawn`),
        selected: new Set([part.id]),
        tool: { name: "select" },
      };
    }
    case "change":
      return { ...s, history: step(a.layout, a.what, a.joins), selected: a.select ? new Set(a.select) : s.selected };
    case "remove": {
      const gone = now.parts.filter((p) => s.selected.has(p.id));
      const first = gone[0];
      return first
        ? {
            ...s,
            history: step(
              removeParts(now, s.selected),
              gone.length === 1 ? `${named(first)} removed` : `${gone.length} parts removed`,
            ),
            selected: NONE,
          }
        : s;
    }
    case "undo":
      if (s.tool.name === "trace" && s.tool.points.length > 0)
        return { ...s, tool: { ...s.tool, points: s.tool.points.slice(0, -1) } };
      return { ...s, history: undo(s.history), selected: NONE };
    case "redo":
      return { ...s, history: redo(s.history), selected: NONE };
    case "cursor":
      return { ...s, cursor: { xMm: round(a.xMm), yMm: round(a.yMm) } };
    case "layer": {
      const hidden = new Set(s.hidden);
      if (!hidden.delete(a.layer)) hidden.add(a.layer);
      return { ...s, hidden };
    }
    case "set":
      return { ...s, bendMm: a.bendMm ?? s.bendMm, stamping: a.stamping ?? s.stamping };
    case "escape":
      if (s.tool.name === "trace" && s.tool.points.length > 0) return { ...s, tool: { ...s.tool, points: [] } };
      return s.tool.name === "select" ? { ...s, selected: NONE } : { ...s, tool: { name: "select" } };
    case "replace":
      return { ...s, history: { now: a.layout, past: [], future: [] }, selected: NONE };
  }
}

/** A tap of the tool in hand at a place. */
function put(s: EditorState, xMm: number, yMm: number): EditorState {
  const now = s.history.now;
  const { tool } = s;
  if (tool.name === "measure")
    return {
      ...s,
      cursor: { xMm, yMm },
      tool: { name: "measure", points: tool.points.length >= 2 ? [{ xMm, yMm }] : [...tool.points, { xMm, yMm }] },
    };
  if (tool.name === "trace")
    return {
      ...s,
      cursor: { xMm, yMm },
      tool: {
        ...tool,
        points: [...tool.points, { xMm, yMm, bendMm: tool.kind === "pipe" || tool.kind === "cable" ? s.bendMm : 0 }],
      },
    };
  if (tool.name !== "place") return s;
  const part =
    tool.kind === "screw"
      ? screwAt(s, xMm, yMm)
      : newPart(tool.kind, nextId(now.parts), nextTag(now.parts, tool.kind), xMm, yMm);
  // screws are placed one after the other; everything else is put down and looked at
  const again = tool.kind === "screw" || tool.kind === "clip";
  return {
    ...s,
    cursor: { xMm, yMm },
    history: did(
      s.history,
      addPart(now, part),
      `${part.kind === "screw" ? `screw${part.stamp ? ` ${part.stamp}` : ""} of ${part.forWhat}` : named(part)} placed`,
    ),
    selected: new Set([part.id]),
    tool: again ? tool : { name: "select" },
  };
}

function screwAt(s: EditorState, xMm: number, yMm: number): Part {
  const now = s.history.now;
  const on = spreadAt(now, xMm, yMm);
  const screw = newPart("screw", nextId(now.parts), "", xMm, yMm);
  if (screw.kind !== "screw" || !on?.tag) return screw;
  const stamps = now.parts
    .map((p) => (p.kind === "screw" && p.forWhat === on.tag ? Number(p.stamp) : 0))
    .filter(Number.isInteger);
  return {
    ...screw,
    forWhat: on.tag,
    sprung: true,
    captive: true,
    thread: "M2",
    lengthMm: 3.5,
    wMm: 8.4,
    hMm: 8.4,
    stamp: s.stamping ? String(Math.max(0, ...stamps) + 1) : "",
  };
}

/** Where a nudge by the keys takes the chosen parts, kept near the sheet. */
export function nudgeOf(layout: Layout, ids: ReadonlySet<string>, dx: number, dy: number): { dx: number; dy: number } {
  const b = boundsOfParts(layout.parts.filter((p) => ids.has(p.id)));
  const reach = 60;
  const fits = (low: number, high: number, d: number, most: number) =>
    low + d < -reach || high + d > most + reach ? 0 : d;
  return { dx: fits(b.left, b.right, dx, layout.base.widthMm), dy: fits(b.top, b.bottom, dy, layout.base.depthMm) };
}
