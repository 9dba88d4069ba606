import { rungsC, type LadderLevel } from "@/core/measure/judge";
import type { LadderPlaces } from "./scale";

interface Props {
  places: LadderPlaces;
  which: "before" | "after";
  level: LadderLevel;
}

/** One ladder: rails and rungs of airflow (thin comb) and contact (thick bars), the chip on top. */
export function Rails({ places, which, level }: Props) {
  const [a, b] = places[which];
  const { y, rungK, roomC } = places.scale;
  const { airC: airTopC, topC, airKnown, contactKnown } = level;
  const solid = which === "after";
  const rungs = (from: number, to: number) => rungsC(from, to, rungK);
  const air = airKnown && airTopC > roomC;
  const contact = contactKnown && topC > airTopC;
  return (
    <g>
      {air ? (
        <g stroke="var(--air)">
          {solid ? null : (
            <rect
              x={a + 5}
              y={y(airTopC)}
              width={b - a - 10}
              height={y(roomC) - y(airTopC)}
              fill="var(--air-wash)"
              opacity={0.5}
              stroke="none"
            />
          )}
          {rungs(roomC, airTopC).map((c) => (
            <path
              key={c}
              d={`M${a + 7} ${y(c)}H${b - 7}`}
              strokeWidth={solid ? 2.6 : 1.7}
              strokeDasharray={solid ? undefined : "8 4"}
            />
          ))}
          <SideRails a={a} b={b} top={y(airTopC)} foot={y(roomC)} solid={solid} colour="var(--air)" />
        </g>
      ) : null}
      {contact ? (
        <g stroke="var(--paste)">
          {solid ? null : (
            <rect
              x={a + 5}
              y={y(topC)}
              width={b - a - 10}
              height={y(airTopC) - y(topC)}
              fill="var(--paste-wash)"
              opacity={0.5}
              stroke="none"
            />
          )}
          {rungs(airTopC, topC).map((c) => (
            <path
              key={c}
              d={`M${a + 7} ${y(c)}H${b - 7}`}
              strokeWidth={solid ? Math.min(6, Math.max(2.6, (y(0) - y(rungK)) * 0.5)) : 2.2}
              strokeDasharray={solid ? undefined : "4.5 3"}
            />
          ))}
          <SideRails a={a} b={b} top={y(topC)} foot={y(airTopC)} solid={solid} colour="var(--paste)" />
          {!airKnown && solid ? (
            <path d={`M${a - 6} ${y(airTopC)}H${b + 6}`} stroke="var(--ink)" strokeWidth={2.4} />
          ) : null}
        </g>
      ) : null}
      {contact ? (
        <rect
          x={a + 13}
          y={y(topC) - 12}
          width={b - a - 26}
          height={11}
          fill={solid ? "var(--ink)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth={1.8}
          strokeDasharray={solid ? undefined : "5 3"}
        />
      ) : null}
    </g>
  );
}

function SideRails({
  a,
  b,
  top,
  foot,
  solid,
  colour,
}: {
  a: number;
  b: number;
  top: number;
  foot: number;
  solid: boolean;
  colour: string;
}) {
  if (solid) {
    return (
      <>
        <rect x={a} y={top} width={7} height={foot - top} fill={colour} stroke="none" />
        <rect x={b - 7} y={top} width={7} height={foot - top} fill={colour} stroke="none" />
      </>
    );
  }
  return (
    <path
      d={[a, a + 6, b - 6, b].map((x) => `M${x} ${foot}V${top}`).join("")}
      stroke={colour}
      strokeWidth={1.7}
      strokeDasharray="6 4"
      fill="none"
    />
  );
}
