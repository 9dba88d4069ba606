"use client";
import { memo, useMemo, type ReactNode, type RefObject } from "react";
import { KINDS, type Layer, type Layout } from "@/core/drawing/parts";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Hidden } from "@/ui/drawing/underside/Marks";
import { Tags } from "@/ui/drawing/underside/Tags";
import type { ViewControl } from "@/ui/drawing/underside/useView";
import type { Action, EditorState } from "./state";
import { Lifted, Overlay } from "./Overlay";
import { useSheet } from "./useSheet";
import { cursorOf } from "./Grips";

interface Props {
  state: EditorState;
  dispatch: (a: Action) => void;
  view: ViewControl;
  pane: RefObject<HTMLDivElement | null>;
  size: { width: number; height: number };
  /** The squared photo under the drawing. */
  under: ReactNode;
  /** Parts are a little see-through over a photo until traced. */
  overPhoto: boolean;
}

/** The still part of the sheet: not painted again while the hand moves something over it. */
const Still = memo(function Still({
  layout,
  hidden,
  without,
  at: { scale, x, y },
  size: { width, height },
  selected,
  children,
}: {
  layout: Layout;
  hidden: ReadonlySet<Layer>;
  without: ReadonlySet<string>;
  /** Where the sheet lies: the objects of the view, that change when it moves. */
  at: ViewControl["view"];
  size: { width: number; height: number };
  selected: ReadonlySet<string>;
  children: ReactNode;
}) {
  const tagged = useMemo(
    () => layout.parts.filter((p) => !without.has(p.id) && !hidden.has(KINDS[p.kind].layer)),
    [layout, without, hidden],
  );
  return (
    <svg width={width} height={height} aria-hidden className="pointer-events-none absolute inset-0 block">
      <Defs />
      <g transform={`translate(${x} ${y}) scale(${scale})`}>
        <Drawing layout={layout} hidden={hidden} without={without} under={children} />
        <Hidden layout={layout} />
        <Tags parts={tagged} scale={scale} selected={selected} />
      </g>
    </svg>
  );
});

/** The sheet under the hand: pick, drag with guides, pull handles, move bends, place, trace, measure, frame, pan. */
export function EditSheet({ state, dispatch, view, pane, size, under, overPhoto }: Props) {
  const work = useSheet({
    state,
    view,
    pane,
    dispatch,
  });
  const { bind, hold, layout, lifted, scale, x, y, moveBy, liftedParts } = work;
  return (
    <div
      {...bind()}
      data-testid="edit-sheet"
      className={`absolute inset-0 touch-none
        ${cursorOf(state.tool.name === "select", hold?.is === "pan")}`}
    >
      <Still
        layout={layout}
        hidden={state.hidden}
        without={lifted}
        at={view.view}
        size={size}
        selected={state.selected}
      >
        {under}
      </Still>
      {hold?.is === "parts" ? (
        <svg
          width={size.width}
          height={size.height}
          aria-hidden
          className="pointer-events-none absolute inset-0 block"
          style={{ transform: `translate(${moveBy.x}px, ${moveBy.y}px)`, willChange: "transform" }}
        >
          <Lifted parts={liftedParts} x={x} y={y} scale={scale} />
        </svg>
      ) : null}
      <Overlay work={work} size={size} state={state} view={view} />
      {overPhoto ? <span className="sr-only">A photo lies under the drawing.</span> : null}
    </div>
  );
}
