import { useMemo } from "react";
import { placeLabels } from "@/core/drawing/draw";
import { type Part } from "@/core/drawing/parts";

interface Props {
  parts: readonly Part[];
  scale: number;
  selected: ReadonlySet<string>;
}

const LEVEL: Record<string, number> = { pipe: 0, plate: 1, chamber: 1, blower: 2, fins: 3, spreader: 5, pad: 4 };

/** The tags of the cooling parts, placed so that none covers another; the chosen one inverted. */
export function Tags({ parts, scale, selected }: Props) {
  const px = 13;
  const labels = useMemo(() => {
    const order = [...parts].filter((p) => p.tag).sort((a, b) => (LEVEL[a.kind] ?? 9) - (LEVEL[b.kind] ?? 9));
    return placeLabels(order, { letterMm: 9 / scale, heightMm: 19 / scale });
  }, [parts, scale]);
  return (
    <g
      aria-hidden
      fontFamily="var(--font-num)"
      fontWeight="var(--font-weight-bold)"
      textAnchor="middle"
      pointerEvents="none"
    >
      {labels.map((l) => {
        const is = selected.has(l.id);
        return (
          <g key={l.id} transform={`translate(${l.xMm} ${l.yMm}) scale(${1 / scale})`}>
            <rect
              x={(-l.wMm * scale) / 2}
              y={-9.5}
              width={l.wMm * scale}
              height={19}
              rx={2.5}
              fill={is ? "var(--ink)" : "var(--d-lab)"}
              stroke={is ? "var(--sheet)" : "var(--d-ink)"}
              strokeWidth={1.2}
            />
            <text y={4.7} fontSize={px} fill={is ? "var(--sheet)" : "var(--ink)"}>
              {l.text}
            </text>
          </g>
        );
      })}
    </g>
  );
}
