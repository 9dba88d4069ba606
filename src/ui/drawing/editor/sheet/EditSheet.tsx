"use client";
import { useDrag } from "@use-gesture/react";
import { memo, useMemo, useState, type ReactNode, type RefObject } from "react";
import { boundsOfParts, drawOrder, isPath, KINDS, type Layer, type Layout, type Part } from "@/core/drawing/parts";
import {
  handleAt,
  HANDLES,
  hits,
  moved,
  moveParts,
  snapLines,
  snapMove,
  snapPoint,
  type Guide,
} from "@/core/drawing/edit";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Chosen, Hidden } from "@/ui/drawing/underside/Marks";
import { PartShape } from "@/ui/drawing/underside/PartShape";
import { Rulers } from "@/ui/drawing/underside/Rulers";
import { Tags } from "@/ui/drawing/underside/Tags";
import type { ViewControl } from "@/ui/drawing/underside/useView";
import { gripMark, gripParts, groupOf, partUnder, pulled, type Grip } from "./grips";
import { Cross } from "./Cross";
import { PathInHand } from "./PathInHand";
import { Measure } from "./Measure";
import type { Action, EditorState } from "./state";

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

/** What the hand does at the moment, before it counts. */
type Hold =
  | { is: "parts"; ids: ReadonlySet<string>; dx: number; dy: number; guides: Guide[] }
  | { is: "one"; ids: ReadonlySet<string>; part: Part; guides: Guide[]; what: string }
  | { is: "frame"; from: { x: number; y: number }; to: { x: number; y: number } }
  | { is: "pan" };

const SNAP_PX = 7;
const EMPTY: ReadonlySet<string> = new Set();

/** The still part of the sheet: not painted again while the hand moves something over it. */
const Still = memo(function Still({
  layout,
  hidden,
  without,
  scale,
  x,
  y,
  width,
  height,
  selected,
  children,
}: {
  layout: Layout;
  hidden: ReadonlySet<Layer>;
  without: ReadonlySet<string>;
  scale: number;
  x: number;
  y: number;
  width: number;
  height: number;
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
        scale={scale}
        x={x}
        y={y}
        width={size.width}
        height={size.height}
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

interface UseSheetGiven {
  state: EditorState;
  view: ViewControl;
  pane: RefObject<HTMLDivElement | null>;
  dispatch: (a: Action) => void;
}

/** The sheet under the hand: what is held, what it would become, what snaps. */
function useSheet({ state, view, pane, dispatch }: UseSheetGiven) {
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

interface OverlayProps {
  work: ReturnType<typeof useSheet>;
  size: { width: number; height: number };
  state: EditorState;
  view: ViewControl;
}

/** What lies over the still drawing: what is held, guides, marks. */
function Overlay({ work, size, state, view }: OverlayProps) {
  const { layout, x, y, scale, live, hold, liftedParts, selected, only, guides } = work;
  return (
    <svg
      width={size.width}
      height={size.height}
      className="absolute inset-0 block"
      role="img"
      aria-label={`Drawing of ${layout.model}, ${layout.parts.length} parts; the list beside it holds the same parts`}
    >
      <g transform={`translate(${x} ${y}) scale(${scale})`}>
        {live ? (
          <>
            <PartShape part={live} />
            <Chosen part={live} scale={scale} />
          </>
        ) : hold?.is === "parts" ? (
          liftedParts.slice(0, 40).map((p) => <Chosen key={p.id} part={moved(p, hold.dx, hold.dy)} scale={scale} />)
        ) : (
          selected.slice(0, 200).map((p) => <Chosen key={p.id} part={p} scale={scale} />)
        )}
        {only && !hold && !only.locked ? <Grips part={only} scale={scale} /> : null}
        {live ? <Grips part={live} scale={scale} /> : null}
        {guides.map((g) => (
          <GuideLine key={g.axis} guide={g} scale={scale} layout={layout} />
        ))}
        {hold?.is === "frame" ? (
          <rect
            x={Math.min(hold.from.x, hold.to.x)}
            y={Math.min(hold.from.y, hold.to.y)}
            width={Math.abs(hold.to.x - hold.from.x)}
            height={Math.abs(hold.to.y - hold.from.y)}
            fill="var(--copper-fill)"
            fillOpacity={0.12}
            stroke="var(--copper)"
            strokeWidth={1.4 / scale}
          />
        ) : null}
        {state.tool.name === "trace" ? (
          <PathInHand tool={state.tool} cursor={state.cursor} bendMm={state.bendMm} scale={scale} />
        ) : null}
        {state.tool.name === "measure" ? (
          <Measure points={state.tool.points} cursor={state.cursor} scale={scale} />
        ) : null}
        {state.tool.name === "place" ? <Cross xMm={state.cursor.xMm} yMm={state.cursor.yMm} scale={scale} /> : null}
      </g>
      <Rulers view={view.view} width={size.width} height={size.height} />
    </svg>
  );
}

/** The parts under the hand; drawn once, moved as a whole. */
const Lifted = memo(function Lifted({
  parts,
  x,
  y,
  scale,
}: {
  parts: readonly Part[];
  x: number;
  y: number;
  scale: number;
}) {
  return (
    <g transform={`translate(${x} ${y}) scale(${scale})`}>
      {drawOrder(parts).map((p) => (
        <PartShape key={p.id} part={p} />
      ))}
    </g>
  );
});

function within(p: Part, b: { left: number; right: number; top: number; bottom: number }): boolean {
  const own = boundsOfParts([p]);
  return own.left >= b.left && own.right <= b.right && own.top >= b.top && own.bottom <= b.bottom;
}

/** Handles of a box, or points and bend radii of a path; 24 px to the eye, more to the hand. */
function Grips({ part, scale }: { part: Part; scale: number }) {
  const r = 6 / scale;
  if (isPath(part)) {
    return (
      <g>
        {part.points.map((p, i) => {
          const inner = i > 0 && i < part.points.length - 1;
          return (
            <g key={i}>
              {inner && (part.kind === "pipe" || part.kind === "cable") ? (
                <BendGrip part={part} index={i} scale={scale} />
              ) : null}
              <g data-grip={`point:${i}`} className="cursor-move">
                <circle cx={p.xMm} cy={p.yMm} r={16 / scale} fill="transparent" />
                <path
                  d={`M${p.xMm} ${p.yMm - 1.7 * r}l${1.7 * r} ${1.7 * r}l${-1.7 * r} ${1.7 * r}l${-1.7 * r}
                    ${-1.7 * r}Z`}
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth={2 / scale}
                />
                <text
                  x={p.xMm}
                  y={p.yMm + 4 / scale}
                  fontSize={11.5 / scale}
                  textAnchor="middle"
                  fontWeight="var(--font-weight-bold)"
                  fontFamily="var(--font-num)"
                  fill="var(--ink)"
                  pointerEvents="none"
                >
                  {i + 1}
                </text>
              </g>
            </g>
          );
        })}
      </g>
    );
  }
  return (
    <g>
      {HANDLES.map((h) => {
        const [hx, hy] = handleAt(part, h);
        return (
          <g key={`${h.x}${h.y}`} data-grip={`handle:${h.x}:${h.y}`} className="cursor-nwse-resize">
            <circle cx={hx} cy={hy} r={13 / scale} fill="transparent" />
            <rect
              x={hx - 0.75 * r}
              y={hy - 0.75 * r}
              width={1.5 * r}
              height={1.5 * r}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth={1.8 / scale}
            />
          </g>
        );
      })}
    </g>
  );
}

/** The bend radius from its centre, to be pulled. */
function BendGrip({ part, index, scale }: { part: Extract<Part, { points: unknown }>; index: number; scale: number }) {
  const p = part.points[index];
  const a = part.points[index - 1];
  const c = part.points[index + 1];
  if (!p || !a || !c) return null;
  const unit = (q: { xMm: number; yMm: number }) => {
    const l = Math.hypot(q.xMm - p.xMm, q.yMm - p.yMm) || 1;
    return [(q.xMm - p.xMm) / l, (q.yMm - p.yMm) / l] as const;
  };
  const [ux, uy] = unit(a);
  const [vx, vy] = unit(c);
  const l = Math.hypot(ux + vx, uy + vy) || 1;
  const out = 20 / scale;
  const [gx, gy] = [p.xMm + ((ux + vx) / l) * out, p.yMm + ((uy + vy) / l) * out];
  return (
    <g data-grip={`bend:${index}`} className="cursor-ew-resize">
      <path d={`M${p.xMm} ${p.yMm}L${gx} ${gy}`} stroke="var(--ink)" strokeWidth={1.2 / scale} />
      <circle cx={gx} cy={gy} r={13 / scale} fill="transparent" />
      <g transform={`translate(${gx} ${gy}) scale(${1 / scale})`} pointerEvents="none">
        <rect
          x={-4}
          y={-10}
          width={58}
          height={20}
          rx={2.5}
          fill="var(--d-lab)"
          stroke="var(--d-ink)"
          strokeWidth={1.2}
        />
        <text
          x={25}
          y={4.6}
          fontSize="var(--text-tag)"
          fontWeight="var(--font-weight-strong)"
          textAnchor="middle"
          fontFamily="var(--font-num)"
          fill="var(--ink)"
        >
          r {p.bendMm.toFixed(1)}
        </text>
      </g>
      <rect x={gx - 4 / scale} y={gy - 12 / scale} width={58 / scale} height={24 / scale} fill="transparent" />
    </g>
  );
}

function GuideLine({ guide, scale, layout }: { guide: Guide; scale: number; layout: Layout }) {
  const { widthMm: w, depthMm: d } = layout.base;
  const line = guide.axis === "x" ? `M${guide.atMm} -20V${d + 20}` : `M-20 ${guide.atMm}H${w + 20}`;
  const [tx, ty] = guide.axis === "x" ? [guide.atMm, d * 0.42] : [w * 0.36, guide.atMm];
  const wide = guide.word.length * 7.4 + 14;
  return (
    <g aria-hidden pointerEvents="none">
      <path d={line} stroke="var(--sheet)" strokeWidth={4 / scale} />
      <path
        d={line}
        stroke="var(--copper)"
        strokeWidth={1.7 / scale}
        strokeDasharray={`${14 / scale} ${4 / scale} ${3 / scale} ${4 / scale}`}
      />
      <g transform={`translate(${tx} ${ty}) scale(${1 / scale})`}>
        <rect x={6} y={-11} width={wide} height={22} fill="var(--copper)" />
        <text x={6 + wide / 2} y={4.8} fontSize="var(--text-tag)" textAnchor="middle" fill="var(--on-copper)">
          {guide.word}
        </text>
      </g>
    </g>
  );
}

const cursorOf = (selects: boolean, pans: boolean): string =>
  selects ? (pans ? "cursor-grabbing" : "cursor-default") : "cursor-crosshair";
