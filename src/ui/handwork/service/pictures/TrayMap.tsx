import { coverScrews, type ServiceContext } from "@/core/handwork/service";
import type { CoolingMap } from "@/core/drawing/parts";

/** Room for the drawing on a sheet of 297 by 210 mm, mm. */
const SHEET = { width: 277, height: 172 };
const SCALES = [1, 1.5, 2, 3];

/** The base with a ring for each cover screw, in true millimetres at 1 to the scale that fits the sheet. */
export function TrayMap({ ctx, map, title }: { ctx: ServiceContext; map: CoolingMap; title: string }) {
  const { widthMm: w, depthMm: d, cornerMm } = map.layout.base;
  const k = SCALES.find((s) => w / s <= SHEET.width && d / s <= SHEET.height) ?? 3;
  const screws = coverScrews(ctx);
  return (
    <svg
      width={`${w / k + 4}mm`}
      height={`${d / k + 24}mm`}
      viewBox={`-2 -2 ${w / k + 4} ${d / k + 24}`}
      role="img"
      aria-label={`Tray map, ${screws.length} screws, 1 to ${k}`}
      className="max-w-none text-ink"
    >
      <rect width={w / k} height={d / k} rx={cornerMm / k} fill="none" stroke="currentColor" strokeWidth={0.5} />
      <text x={w / k / 2} y={6} textAnchor="middle" fontSize={4} fill="currentColor">
        hinge edge
      </text>
      {screws.map((s, i) => {
        const [x, y] = [s.xMm / k, s.yMm / k];
        const side = x > w / k / 2 ? -1 : 1;
        // where a neighbour's words would meet these, they stand above or below the hole
        const crowded =
          s.under !== "nothing" ||
          screws.some(
            (o) =>
              o !== s &&
              Math.abs(o.yMm - s.yMm) / k < 9 &&
              side * (o.xMm - s.xMm) > 0 &&
              Math.abs(o.xMm - s.xMm) / k < 60,
          );
        const up = y > d / k / 2;
        const place = crowded
          ? { x: 0, textAnchor: "middle" as const }
          : { x: side * 5, textAnchor: side > 0 ? ("start" as const) : ("end" as const) };
        const [top, below] = crowded ? (up ? [-10, -5.4] : [9.4, 14]) : up ? [-1.6, 2.6] : [0, 4.4];
        return (
          <g key={s.id} transform={`translate(${x} ${y})`} fill="currentColor">
            <circle
              r={3.4}
              fill="none"
              stroke="currentColor"
              strokeWidth={0.5}
              strokeDasharray={s.under === "nothing" ? undefined : "1.4 1"}
            />
            <text {...place} y={top} fontSize={6} fontWeight="var(--font-weight-bold)">
              {i + 1}
            </text>
            <text {...place} y={below} fontSize={3.6}>
              {s.thread} × {s.lengthMm}
              {s.captive ? ", captive" : s.under !== "nothing" ? `, under ${s.under}` : ""}
            </text>
          </g>
        );
      })}
      <g transform={`translate(0 ${d / k + 8})`} fill="currentColor">
        <path d="M0 -2v4M0 0h50M50 -2v4" stroke="currentColor" strokeWidth={0.5} fill="none" />
        <text x={53} y={1.6} fontSize={4}>
          50 mm: measure this bar. Drawn 1 to {k}.
        </text>
        <text x={0} y={10} fontSize={4.6} fontWeight="var(--font-weight-strong)">
          {title}: {screws.length} cover screws
        </text>
      </g>
    </svg>
  );
}
