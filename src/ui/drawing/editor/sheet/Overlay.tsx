"use client";
import { memo } from "react";
import { drawOrder, type Layout, type Part } from "@/core/drawing/parts";
import { moved, type Guide } from "@/core/drawing/edit";
import { Chosen } from "@/ui/drawing/underside/Marks";
import { PartShape } from "@/ui/drawing/underside/PartShape";
import { Rulers } from "@/ui/drawing/underside/Rulers";
import type { ViewControl } from "@/ui/drawing/underside/useView";
import { Cross } from "./Cross";
import { PathInHand } from "./PathInHand";
import { Measure } from "./Measure";
import type { EditorState } from "./state";
import { Grips } from "./Grips";
import { type useSheet } from "./useSheet";

interface OverlayProps {
  work: ReturnType<typeof useSheet>;
  size: { width: number; height: number };
  state: EditorState;
  view: ViewControl;
}

/** What lies over the still drawing: what is held, guides, marks. */
export function Overlay({ work, size, state, view }: OverlayProps) {
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
export const Lifted = memo(function Lifted({
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
