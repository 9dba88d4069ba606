"use client";
import { useDrag } from "@use-gesture/react";
import { useMemo, useState, type RefObject } from "react";
import { boundsOfParts, KINDS, type Layout, type Part } from "@/core/drawing/parts";
import { hits, moveParts, snapLines, snapMove, snapPoint, type Guide } from "@/core/drawing/edit";
import type { ViewControl } from "@/ui/drawing/underside/useView";
import { gripMark, gripParts, groupOf, partUnder, pulled, type Grip } from "./grips";
import type { Action, EditorState } from "./state";

export const EMPTY: ReadonlySet<string> = new Set();

/** What the hand does at the moment, before it counts. */
type Hold =
  | { is: "parts"; ids: ReadonlySet<string>; dx: number; dy: number; guides: Guide[] }
  | { is: "one"; ids: ReadonlySet<string>; part: Part; guides: Guide[]; what: string }
  | { is: "frame"; from: { x: number; y: number }; to: { x: number; y: number } }
  | { is: "pan" };

const SNAP_PX = 7;

interface UseSheetGiven {
  state: EditorState;
  view: ViewControl;
  pane: RefObject<HTMLDivElement | null>;
  dispatch: (a: Action) => void;
}

/** The sheet under the hand: what is held, what it would become, what snaps. */
export function useSheet({ state, view, pane, dispatch }: UseSheetGiven) {
  const layout = state.history.now;
  const { scale, x, y } = view.view;
  const [hold, setHold] = useState<Hold | null>(null);
  const selected = useMemo(() => layout.parts.filter((p) => state.selected.has(p.id)), [layout, state.selected]);
  const only = selected.length === 1 ? selected[0] : undefined;
  const visible = useMemo(
    () => layout.parts.filter((p) => !state.hidden.has(KINDS[p.kind].layer)),
    [layout, state.hidden],
  );

  const { tap, at } = useTap({ pane, view, state, layout, scale, dispatch, visible });

  const grip = (e: PointerEvent, p: { x: number; y: number }): Grip => {
    if (e.buttons === 4 || state.tool.name !== "select") return { on: "pan" };
    const marked = gripMark(
      layout,
      only,
      (e.target as Element).closest("[data-grip]")?.getAttribute("data-grip") ?? null,
    );
    if (marked) return marked;
    const mine = partUnder(visible, state.selected, p.x, p.y, 8 / scale);
    const held =
      mine &&
      gripParts(
        layout,
        state.selected.has(mine.id) ? state.selected : groupOf(layout, mine),
        mine.tag || KINDS[mine.kind].name,
      );
    if (!mine || !held) return e.pointerType === "touch" ? { on: "pan" } : { on: "frame" };
    if (!state.selected.has(mine.id)) dispatch({ do: "select", ids: [mine.id] });
    return held;
  };

  const drag = useDrop({ setHold, dispatch, visible, scale, layout });

  const bind = useDrag(
    ({
      first,
      last,
      tap: isTap,
      xy: [px, py],
      initial: [ix, iy],
      delta: [ddx, ddy],
      event,
      memo: m,
      shiftKey,
      touches,
      canceled,
    }) => {
      if (isTap) {
        setHold(null);
        if (!canceled) tap(px, py, shiftKey);
        return undefined;
      }
      const from = at(ix, iy);
      const start = first ? grip(event as PointerEvent, from) : (m as Grip | undefined);
      if (touches > 1 || !start) {
        setHold(null);
        return start;
      }
      if (start.on === "pan") {
        view.pan(ddx, ddy);
        setHold(last ? null : { is: "pan" });
      } else drag(start, from, at(px, py), last, shiftKey);
      return start;
    },
    { filterTaps: true, tapsThreshold: 4, pointer: { buttons: [1, 4], keys: false }, eventOptions: { passive: false } },
  );

  const lifted = hold?.is === "parts" || hold?.is === "one" ? hold.ids : EMPTY;
  const live = hold?.is === "one" ? hold.part : undefined;
  const guides = hold?.is === "parts" || hold?.is === "one" ? hold.guides : [];
  const moveBy = hold?.is === "parts" ? { x: hold.dx * scale, y: hold.dy * scale } : { x: 0, y: 0 };
  const liftedParts = useMemo(() => layout.parts.filter((p) => lifted.has(p.id)), [layout, lifted]);
  return { bind, hold, layout, lifted, scale, x, y, moveBy, liftedParts, live, selected, only, guides };
}

interface UseTapGiven {
  pane: RefObject<HTMLDivElement | null>;
  view: ViewControl;
  state: EditorState;
  layout: Layout;
  scale: number;
  dispatch: (a: Action) => void;
  visible: Part[];
}

/** Where on the drawing a tap fell, and what it picks or puts down. */
function useTap({ pane, view, state, layout, scale, dispatch, visible }: UseTapGiven) {
  const at = (clientX: number, clientY: number) => {
    const box = pane.current?.getBoundingClientRect();
    return view.toSheet(clientX - (box?.left ?? 0), clientY - (box?.top ?? 0));
  };

  const tap = (px: number, py: number, also: boolean) => {
    const p = at(px, py);
    if (state.tool.name !== "select") {
      const s = snapPoint(snapLines(layout, EMPTY), p.x, p.y, SNAP_PX / scale);
      dispatch({ do: "point", xMm: s.xMm, yMm: s.yMm });
      return;
    }
    const found = hits(visible, p.x, p.y, 12 / scale).filter((q) => q.kind !== "board" || state.hidden.size > 0);
    const again = found.findIndex((q) => state.selected.has(q.id) && state.selected.size === 1);
    const next = found[again >= 0 && !also ? (again + 1) % found.length : 0];
    dispatch({ do: "select", ids: next ? [next.id] : [], also });
  };
  return { tap, at };
}

interface UseDropGiven {
  setHold: React.Dispatch<React.SetStateAction<Hold | null>>;
  dispatch: (a: Action) => void;
  visible: Part[];
  scale: number;
  layout: Layout;
}

/** What letting go does with what was held. */
function useDrop({ setHold, dispatch, visible, scale, layout }: UseDropGiven) {
  const drag = (
    start: Grip,
    from: { x: number; y: number },
    to: { x: number; y: number },
    last: boolean,
    also: boolean,
  ) => {
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    if (start.on === "frame") {
      if (!last) return setHold({ is: "frame", from, to });
      const b = {
        left: Math.min(from.x, to.x),
        right: Math.max(from.x, to.x),
        top: Math.min(from.y, to.y),
        bottom: Math.max(from.y, to.y),
      };
      dispatch({ do: "select", ids: visible.filter((p) => p.kind !== "board" && within(p, b)).map((p) => p.id), also });
    } else if (start.on === "parts") {
      const { dx: mx, dy: my, guides } = snapMove(start.lines, start.bounds, dx, dy, SNAP_PX / scale);
      if (!last) return setHold({ is: "parts", ids: start.ids, dx: mx, dy: my, guides });
      dispatch({
        do: "change",
        layout: moveParts(layout, start.ids, mx, my),
        what: start.ids.size === 1 ? `${start.name} moved` : `${start.ids.size} parts moved`,
      });
    } else if (start.on !== "pan") {
      const one = pulled(start, dx, dy, SNAP_PX / scale);
      if (!last) return setHold({ is: "one", ids: start.ids, ...one });
      dispatch({
        do: "change",
        layout: { ...layout, parts: layout.parts.map((p) => (p.id === one.part.id ? one.part : p)) },
        what: one.what,
      });
    }
    setHold(null);
  };
  return drag;
}

function within(p: Part, b: { left: number; right: number; top: number; bottom: number }): boolean {
  const own = boundsOfParts([p]);
  return own.left >= b.left && own.right <= b.right && own.top >= b.top && own.bottom <= b.bottom;
}
