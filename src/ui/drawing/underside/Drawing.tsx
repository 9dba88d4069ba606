import { memo, type ReactNode } from "react";
import { drawBase, drawingDefs } from "@/core/drawing/draw";
import { drawOrder, KINDS, type Layer, type Layout, type Part } from "@/core/drawing/parts";
import { PartShape } from "./PartShape";

const Base = memo(function Base({ base }: { base: Layout["base"] }) {
  return <g dangerouslySetInnerHTML={{ __html: drawBase(base) }} />;
});

/** Gradients and patterns; once per svg. */
export const Defs = memo(function Defs() {
  return <g dangerouslySetInnerHTML={{ __html: drawingDefs() }} />;
});

interface Props {
  layout: Layout;
  hidden?: ReadonlySet<Layer>;
  /** Parts that recede, such as all but the metal in the heat lens. */
  faint?: (p: Part) => boolean;
  /** Parts that are drawn elsewhere, such as those under the hand. */
  without?: ReadonlySet<string>;
  /** A photo to trace: it takes the place of the drawn base, whose outline stays. */
  under?: ReactNode;
}

/** Every part of a layout in its order from the case up. */
export function Drawing({ layout, hidden, faint, without, under }: Props) {
  return (
    <>
      {under ? (
        <>
          {under}
          <rect
            width={layout.base.widthMm}
            height={layout.base.depthMm}
            rx={layout.base.cornerMm}
            fill="none"
            stroke="var(--sheet)"
            strokeWidth={2}
          />
          <rect
            width={layout.base.widthMm}
            height={layout.base.depthMm}
            rx={layout.base.cornerMm}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={0.8}
          />
        </>
      ) : (
        <Base base={layout.base} />
      )}
      {drawOrder(layout.parts)
        .filter((p) => !hidden?.has(KINDS[p.kind].layer) && !without?.has(p.id))
        .map((p) =>
          faint?.(p) ? (
            <g key={p.id} opacity={0.42}>
              <PartShape part={p} />
            </g>
          ) : (
            <PartShape key={p.id} part={p} />
          ),
        )}
    </>
  );
}
