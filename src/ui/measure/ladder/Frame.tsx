import { num } from "./figures";
import type { LadderPlaces } from "./scale";

/** Hatches of the ladder: limit beam, ground, and the part that is not known. */
export function Defs() {
  return (
    <defs>
      <pattern id="beam" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v9" stroke="var(--ink)" strokeWidth="2.2" />
      </pattern>
      <pattern id="ground" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v9" stroke="var(--room)" strokeWidth="2" />
      </pattern>
      <pattern id="torn" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path d="M0 0v9" stroke="var(--ink-3)" strokeWidth="1.2" />
      </pattern>
    </defs>
  );
}

/** The one °C axis, with the room at its foot and the worth of a rung. */
export function Scale({ places: { scale, left, right } }: { places: LadderPlaces }) {
  return (
    <g>
      {scale.ticksC.map((t) => (
        <g key={t}>
          <path d={`M${left} ${scale.y(t)}H${right}`} stroke="var(--line-2)" />
          <text
            x={left - 8}
            y={scale.y(t) + 5}
            textAnchor="end"
            fontSize="var(--text-note)"
            fill="var(--ink-2)"
            style={num}
          >
            {t}
          </text>
        </g>
      ))}
      <text
        x={left - 8}
        y={scale.footY + 5}
        textAnchor="end"
        fontSize="var(--text-note)"
        fill="var(--ink-2)"
        style={num}
      >
        {scale.roomC}
      </text>
      <text x={left + 1} y={18} fontSize="var(--text-tag)" fill="var(--ink-2)">
        1 rung = {scale.rungK} K
      </text>
    </g>
  );
}

/** The throttle limit as a beam across, where there is one. */
export function Beam({ places: { scale, left, right } }: { places: LadderPlaces }) {
  const { limitC } = scale;
  if (limitC === null) return null;
  const y = scale.y(limitC);
  return (
    <g>
      <rect x={left} y={y - 10} width={right - left} height={10} fill="url(#beam)" opacity={0.55} />
      <path d={`M${left} ${y}H${right}`} stroke="var(--limit)" strokeWidth={2.4} />
      <text
        x={right}
        y={y - 15}
        textAnchor="end"
        fontSize="var(--text-note)"
        fill="var(--ink)"
        fontWeight="var(--font-weight-medium)"
      >
        Throttle limit{" "}
        <tspan style={num} fontWeight="var(--font-weight-bold)">
          {limitC}
          {"\u00a0"}°C
        </tspan>
      </text>
    </g>
  );
}
