import { lengthOf, newPath, type PathPoint } from "@/core/drawing/parts";
import { PartShape } from "@/ui/drawing/underside/PartShape";
import { Cross } from "./Cross";
import type { Tool } from "./state";

/** A path while it is drawn: what is set in full, the next piece as two copper lines, points numbered. */
export function PathInHand({
  tool,
  cursor,
  bendMm,
  scale,
}: {
  tool: Extract<Tool, { name: "trace" }>;
  cursor: { xMm: number; yMm: number };
  bendMm: number;
  scale: number;
}) {
  const { points } = tool;
  const last = points[points.length - 1];
  const next: PathPoint = { ...cursor, bendMm: 0 };
  const far = last && Math.hypot(next.xMm - last.xMm, next.yMm - last.yMm) > 1;
  const half = tool.kind === "pipe" ? 4 : 1.2;
  const [dx, dy] = last ? [next.xMm - last.xMm, next.yMm - last.yMm] : [0, 0];
  const l = Math.hypot(dx, dy) || 1;
  const [ox, oy] = [(-dy / l) * half, (dx / l) * half];
  const set = points.length >= 2 ? newPath(tool.kind, "hand", "", points) : null;
  return (
    <g aria-hidden pointerEvents="none">
      {set ? <PartShape part={set} /> : null}
      {far ? (
        <path
          d={`M${last.xMm + ox} ${last.yMm + oy}L${next.xMm + ox} ${next.yMm + oy}M${last.xMm - ox}
            ${last.yMm - oy}L${next.xMm - ox} ${next.yMm - oy}`}
          stroke="var(--copper)"
          strokeWidth={2 / scale}
        />
      ) : null}
      {points.map((p, i) => (
        <g key={i} transform={`translate(${p.xMm} ${p.yMm}) scale(${1 / scale})`}>
          <path d="M0 -11l11 11l-11 11l-11 -11Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
          <text
            y={4.4}
            fontSize={12}
            fontWeight="var(--font-weight-bold)"
            textAnchor="middle"
            fontFamily="var(--font-num)"
            fill="var(--ink)"
          >
            {i + 1}
          </text>
        </g>
      ))}
      {far && points.length ? (
        <g
          transform={
            `translate(${(last.xMm + next.xMm) / 2} ${(last.yMm + next.yMm) / 2 - 14 / scale}) ` + `scale(${1 / scale})`
          }
        >
          <rect
            x={-46}
            y={-11}
            width={92}
            height={21}
            rx={2.5}
            fill="var(--d-lab)"
            stroke="var(--d-ink)"
            strokeWidth={1.2}
          />
          <text
            y={4.6}
            fontSize="var(--text-tag)"
            fontWeight="var(--font-weight-strong)"
            textAnchor="middle"
            fontFamily="var(--font-num)"
            fill="var(--ink)"
          >
            {lengthOf([...points.map((p, i) => (i === points.length - 1 ? { ...p, bendMm } : p)), next]).toFixed(1)} mm
          </text>
        </g>
      ) : null}
      <Cross xMm={cursor.xMm} yMm={cursor.yMm} scale={scale} />
    </g>
  );
}
