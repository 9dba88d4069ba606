import type { Figure } from "@/core/measure/judge";
import { k1, num } from "./figures";
import type { LadderPlaces, LadderScale } from "./scale";

interface LadderFootProps {
  places: LadderPlaces;
  beforeC: number;
  afterC: number | null;
}

/** The totals under both ladders. */
export function LadderFoot({ places, beforeC, afterC }: LadderFootProps) {
  const { footY } = places.scale;
  return (
    <>
      <text
        x={(places.before[0] + places.before[1]) / 2}
        y={footY + 34}
        textAnchor="middle"
        fontSize="var(--text-lead)"
        fill="var(--ink)"
      >
        Before{" "}
        <tspan style={num} fontWeight="var(--font-weight-bold)">
          {k1(beforeC)}
          {"\u00a0"}°C
        </tspan>
      </text>
      <text
        x={(places.after[0] + places.after[1]) / 2}
        y={footY + 34}
        textAnchor="middle"
        fontSize="var(--text-lead)"
        fill="var(--ink)"
      >
        {afterC === null ? (
          "After, no °C given"
        ) : (
          <>
            After{" "}
            <tspan style={num} fontWeight="var(--font-weight-bold)">
              {k1(afterC)}
              {"\u00a0"}°C
            </tspan>
          </>
        )}
      </text>
    </>
  );
}

/** 90 % interval of a level as a bar with ends. */
export function Bar({
  x,
  figure,
  scale: { y, roomC },
  colour,
  dashed = false,
}: {
  x: number;
  figure: Figure;
  scale: LadderScale;
  colour: string;
  dashed?: boolean;
}) {
  const top = y(roomC + figure.high);
  const foot = y(roomC + figure.low);
  const middle = y(roomC + figure.K);
  const toward = dashed ? 12 : -13;
  return (
    <path
      d={`M${x - 5} ${top}h10M${x} ${top}V${foot}M${x - 5} ${foot}h10M${x} ${middle}h${toward}`}
      stroke={colour}
      strokeWidth={dashed ? 1.8 : 2.4}
      strokeDasharray={dashed ? "3 2" : undefined}
      fill="none"
    />
  );
}

export function Headroom({
  places,
  afterC,
  limitC,
  beforeC,
}: {
  places: LadderPlaces;
  afterC: number;
  limitC: number;
  beforeC: number;
}) {
  const x = (places.after[0] + places.after[1]) / 2;
  const top = places.scale.y(limitC) + 4;
  const foot = places.scale.y(afterC) - 16;
  if (foot - top < 26) return null;
  const head = Math.round(limitC - afterC);
  const was = Math.round(limitC - beforeC);
  const mid = Math.min((top + foot) / 2, foot - 22);
  return (
    <g>
      <path
        d={`M${x} ${top}V${foot}M${x - 5} ${top + 8}l5 -8 5 8M${x - 5} ${foot - 8}l5 8 5-8`}
        stroke="var(--ink)"
        strokeWidth={1.6}
        fill="none"
      />
      <text x={x + 13} y={mid} fontSize="var(--text-body)" fill="var(--ink)">
        <tspan style={num} fontWeight="var(--font-weight-bold)" fontSize="var(--text-lead)">
          {head}
          {"\u00a0"}K
        </tspan>{" "}
        of headroom
      </text>
      <text x={x + 13} y={mid + 19} fontSize="var(--text-note)" fill="var(--ink-2)">
        before: {was > 0 ? `${was}\u00a0K` : "none"}
      </text>
    </g>
  );
}
