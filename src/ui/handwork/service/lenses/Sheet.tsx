import type { CoolingMap } from "@/core/drawing/parts";
import type { ServiceContext, ServiceStage, Step } from "@/core/handwork/service";
import { Defs } from "@/ui/drawing/underside/Drawing";
import type { View } from "@/ui/drawing/underside/useView";

export interface LensProps {
  stage: ServiceStage;
  ctx: ServiceContext;
  map: CoolingMap;
  step: Step | null;
  size: { width: number; height: number };
}

export function Sheet({
  size,
  view,
  label,
  style,
  children,
}: {
  size: { width: number; height: number };
  view: View;
  label: string;
  style?: React.CSSProperties | undefined;
  children: React.ReactNode;
}) {
  return (
    <svg
      style={style}
      width={size.width}
      height={size.height}
      role="img"
      aria-label={label}
      className="absolute inset-0 block"
    >
      <Defs />
      <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>{children}</g>
    </svg>
  );
}
