import { Defs, Drawing } from "./Drawing";
import type { Layout } from "@/core/drawing/parts";

/** What stands free round the base, mm. */
const EDGE = 6;

/** The opened underside small and to scale, for the bench and the machine page. */
export function SmallUnderside({ layout, pxPerMm }: { layout: Layout; pxPerMm: number }) {
  const w = layout.base.widthMm + 2 * EDGE;
  const h = layout.base.depthMm + 2 * EDGE;
  return (
    <svg
      aria-hidden
      width={w * pxPerMm}
      height={h * pxPerMm}
      viewBox={`${-EDGE} ${-EDGE} ${w} ${h}`}
      className="block max-w-full"
    >
      <Defs />
      <Drawing layout={layout} />
    </svg>
  );
}
