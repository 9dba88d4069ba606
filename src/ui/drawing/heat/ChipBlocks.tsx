import { words } from "@/core/base/words";
import type { Verdict } from "@/core/measure/says";
import type { CoolingMap } from "@/core/drawing/parts";

/** Chips as ink blocks with their watts; below each the matched °C before (hollow, dashed) over after (solid). */
export function ChipBlocks({ map, verdict: v, scale }: { map: CoolingMap; verdict: Verdict; scale: number }) {
  return (
    <g fontFamily="var(--font-num)" textAnchor="middle" fontWeight="var(--font-weight-bold)">
      {v.chips.map((c) => {
        const drawn = map.ofKind("chip").find((p) => p.role === c.chip);
        if (!drawn) return null;
        const W = v.matched.powerW[c.chip];
        const w = Math.max(54, Math.min(80, drawn.wMm * scale * 0.9));
        const at = (K: number) => `${Math.round(v.matched.roomC + K)} °C`;
        const plates = map.spreadsOf(drawn);
        const below = Math.max(drawn.hMm / 2, ...plates.map((p) => p.yMm + p.hMm / 2 - drawn.yMm)) * scale;
        const y0 = Math.min(below - 6, 74);
        return (
          <g key={c.chip} transform={`translate(${drawn.xMm} ${drawn.yMm}) scale(${1 / scale})`}>
            <rect x={-w / 2} y={-24} width={w} height={48} fill="var(--ink)" stroke="var(--sheet)" strokeWidth={2} />
            <text
              y={7}
              fontSize="var(--text-sub)"
              fill="var(--sheet)"
              style={{ letterSpacing: "-0.03em", wordSpacing: "-0.3em" }}
            >
              {W ? words.watts(W) : "? W"}
            </text>
            {c.before ? (
              <>
                <rect
                  x={-42}
                  y={y0}
                  width={84}
                  height={27}
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth={1.8}
                  strokeDasharray="5 3"
                />
                <text y={y0 + 19} fontSize="var(--text-lead)" fill="var(--ink)" style={{ wordSpacing: "-0.3em" }}>
                  {at(c.before.K)}
                </text>
              </>
            ) : null}
            {c.after ? (
              <>
                <rect
                  x={-42}
                  y={y0 + 30}
                  width={84}
                  height={27}
                  fill="var(--ink)"
                  stroke="var(--sheet)"
                  strokeWidth={1.5}
                />
                <text y={y0 + 49} fontSize="var(--text-lead)" fill="var(--sheet)" style={{ wordSpacing: "-0.3em" }}>
                  {at(c.after.K)}
                </text>
              </>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
