import { Cross } from "./Cross";

/** The measuring rule: from the first point to the second, or to the cross. */
export function Measure({
  points,
  cursor,
  scale,
}: {
  points: readonly { xMm: number; yMm: number }[];
  cursor: { xMm: number; yMm: number };
  scale: number;
}) {
  const a = points[0];
  const b = points[1] ?? cursor;
  if (!a) return <Cross xMm={cursor.xMm} yMm={cursor.yMm} scale={scale} />;
  const mm = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
  const deg = (Math.atan2(b.yMm - a.yMm, b.xMm - a.xMm) * 180) / Math.PI;
  const end = (p: { xMm: number; yMm: number }) => (
    <path d={`M0 ${-8 / scale}V${8 / scale}`} transform={`translate(${p.xMm} ${p.yMm}) rotate(${deg})`} />
  );
  return (
    <g aria-hidden pointerEvents="none">
      <g stroke="var(--sheet)" strokeWidth={6 / scale}>
        <path d={`M${a.xMm} ${a.yMm}L${b.xMm} ${b.yMm}`} />
      </g>
      <g stroke="var(--ink)" strokeWidth={2 / scale}>
        <path d={`M${a.xMm} ${a.yMm}L${b.xMm} ${b.yMm}`} />
        {end(a)}
        {end(b)}
      </g>
      <g transform={`translate(${(a.xMm + b.xMm) / 2} ${(a.yMm + b.yMm) / 2 - 18 / scale}) scale(${1 / scale})`}>
        <rect
          x={-48}
          y={-12}
          width={96}
          height={24}
          rx={2.5}
          fill="var(--d-lab)"
          stroke="var(--d-ink)"
          strokeWidth={1.2}
        />
        <text
          y={5}
          fontSize="var(--text-note)"
          fontWeight="var(--font-weight-strong)"
          textAnchor="middle"
          fontFamily="var(--font-num)"
          fill="var(--ink)"
        >
          {mm.toFixed(1)} mm
        </text>
      </g>
      {points.length < 2 ? <Cross xMm={cursor.xMm} yMm={cursor.yMm} scale={scale} /> : null}
    </g>
  );
}
