"use client";
import { isPath, type Part } from "@/core/drawing/parts";
import { handleAt, HANDLES } from "@/core/drawing/edit";

/** Handles of a box, or points and bend radii of a path; 24 px to the eye, more to the hand. */
export function Grips({ part, scale }: { part: Part; scale: number }) {
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

export const cursorOf = (selects: boolean, pans: boolean): string =>
  selects ? (pans ? "cursor-grabbing" : "cursor-default") : "cursor-crosshair";
