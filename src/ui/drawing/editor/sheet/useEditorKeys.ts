"use client";
import { words } from "@/core/base/words";
import { useEffect, useRef } from "react";
import {
  alignParts,
  duplicateParts,
  groupParts,
  lockParts,
  mirrorParts,
  moveParts,
  turnParts,
  type Alignment,
} from "@/core/drawing/edit";
import { type Kind, type Layout } from "@/core/drawing/parts";
import type { ViewControl } from "@/ui/drawing/underside/useView";
import { nudgeOf, type Action, type EditorState } from "./state";
import { KIT } from "./Tray";

export type Act = "undo" | "redo" | "turn" | "mirror" | "duplicate" | "group" | "lock" | "remove" | "measure";

/** Takes a part of the kit in hand: paths are traced point by point, the rest is put down. */
export const takeKind = (kind: Kind): Action => ({
  do: "take",
  tool:
    kind === "pipe" || kind === "cable" || kind === "board" || kind === "sketch"
      ? { name: "trace", kind, points: [] }
      : { name: "place", kind },
});

/** What the tools do with the parts in hand. */
export function acts(state: EditorState, dispatch: (a: Action) => void) {
  const now = state.history.now;
  const ids = state.selected;
  const name = ids.size === 1 ? (now.parts.find((p) => ids.has(p.id))?.tag ?? "") || "the part" : `${ids.size} parts`;
  const change = (layout: Layout, what: string) => dispatch({ do: "change", layout, what });
  return {
    act: (what: Act) => {
      if (what === "undo" || what === "redo" || what === "remove") return dispatch({ do: what });
      if (what === "measure")
        return dispatch({
          do: "take",
          tool: state.tool.name === "measure" ? { name: "select" } : { name: "measure", points: [] },
        });
      if (ids.size === 0) return;
      if (what === "turn") change(turnParts(now, ids, 90), `${name} turned`);
      else if (what === "mirror") change(mirrorParts(now, ids), `${name} mirrored`);
      else if (what === "group") change(groupParts(now, ids), `Grouping of ${name}`);
      else if (what === "lock") change(lockParts(now, ids), `Lock of ${name}`);
      else {
        const made = duplicateParts(now, ids);
        dispatch({ do: "change", layout: made.layout, what: `${name} duplicated`, select: made.ids });
      }
    },
    align: (how: Alignment) => change(alignParts(now, ids, how), `${name} aligned`),
  };
}

/** Every key of the editor. Fields, menus and dialogs keep their own. */
export function useEditorKeys(state: EditorState, dispatch: (a: Action) => void, view: ViewControl): void {
  const latest = useRef({ state, view });
  useEffect(() => {
    latest.current = { state, view };
  });
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement | null;
      if (e.defaultPrevented || target?.closest("input, textarea, select, [role=dialog], [role=menu], [role=listbox]"))
        return;
      const { state: s, view: v } = latest.current;
      const { act } = acts(s, dispatch);
      const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
      const take = () => e.preventDefault();
      if (e.ctrlKey || e.metaKey) {
        if (key === "z") return (take(), dispatch({ do: e.shiftKey ? "redo" : "undo" }));
        if (key === "y") return (take(), dispatch({ do: "redo" }));
        if (key === "a")
          return (
            take(),
            dispatch({ do: "select", ids: s.history.now.parts.filter((p) => p.kind !== "board").map((p) => p.id) })
          );
        if (key === "d") return (take(), act("duplicate"));
        if (key === "Enter") return (take(), dispatch({ do: "end-path" }));
        return;
      }
      const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[key];
      if (arrow) {
        take();
        const by = e.altKey ? 0.1 : e.shiftKey ? 10 : 1;
        const [dx = 0, dy = 0] = [(arrow[0] ?? 0) * by, (arrow[1] ?? 0) * by];
        if (s.tool.name !== "select") return dispatch({ do: "cursor", xMm: s.cursor.xMm + dx, yMm: s.cursor.yMm + dy });
        if (s.selected.size === 0) return v.pan(-dx * 20, -dy * 20);
        const n = nudgeOf(s.history.now, s.selected, dx, dy);
        return dispatch({
          do: "change",
          layout: moveParts(s.history.now, s.selected, n.dx, n.dy),
          what: `${words.counted(s.selected.size, "part")} nudged`,
          joins: true,
        });
      }
      if (e.altKey) return;
      const onControl = target?.closest("button, a, summary");
      if (key === "Enter") {
        if (onControl || s.tool.name === "select") return;
        take();
        if (e.shiftKey) return dispatch({ do: "end-path" });
        return dispatch({ do: "point", xMm: s.cursor.xMm, yMm: s.cursor.yMm });
      }
      if (key === "Escape") return (take(), dispatch({ do: "escape" }));
      if (key === "Delete" || key === "Backspace") return (take(), dispatch({ do: "remove" }));
      const kit = KIT.find(([, k]) => k === key);
      if (kit) return (take(), dispatch(takeKind(kit[0])));
      const own: Record<string, () => void> = {
        u: () => act("undo"),
        y: () => act("redo"),
        r: () => act("turn"),
        m: () => act("mirror"),
        d: () => act("duplicate"),
        g: () => act("group"),
        l: () => act("lock"),
        q: () => act("measure"),
        "+": () => v.zoom(1.25),
        "=": () => v.zoom(1.25),
        "-": () => v.zoom(0.8),
        "0": v.fit,
      };
      if (own[key]) {
        take();
        own[key]();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [dispatch]);
}
