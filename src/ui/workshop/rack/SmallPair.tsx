import type { BriefLadder, BriefRise } from "@/core/workshop/job";

const PX_PER_K = 0.98;
/** Width of the picture, px. */
const W = 36;
/** Height of the picture, px. */
const H = 104;
/** The foot of the ladders stands at this room, °C. */
const FOOT_C = 25;
/** Between the rails, px. */
const RAIL = 10;
/** From one rung to the next, px. */
const RUNG = 5;

/** The last verdict as a pair of small ladders, °C over the room: before dashed, after solid, the limit above. */
export function SmallPair({ ladder }: { ladder: BriefLadder | null }) {
  const limitY = ladder?.limitC ? H - (ladder.limitC - FOOT_C) * PX_PER_K : null;
  return (
    <svg aria-hidden width={W} height={H} className="shrink-0 overflow-visible">
      <Ladder x={4} rise={ladder?.before ?? null} dashed />
      <Ladder x={22} rise={ladder?.after ?? null} />
      {limitY === null ? null : (
        <>
          <path d={`M0 ${limitY}H${W - 4}`} stroke="var(--ink)" strokeWidth={1.8} />
          <path
            d={Array.from({ length: 5 }, (_, i) => `M${i * 8} ${limitY - 1}l4 -5`).join("")}
            stroke="var(--ink)"
            strokeWidth={1}
          />
        </>
      )}
    </svg>
  );
}

/** One ladder; dotted where nothing is known of it. */
function Ladder({ x, rise, dashed = false }: { x: number; rise: BriefRise | null; dashed?: boolean }) {
  if (!rise)
    return (
      <rect
        x={x}
        y={H - 56}
        width={RAIL}
        height={56}
        fill="none"
        stroke="var(--ink-3)"
        strokeWidth={1.4}
        strokeDasharray="1.5 3"
      />
    );
  const air = Math.max(0, rise.airflowK) * PX_PER_K;
  const total = Math.max(air, rise.totalK * PX_PER_K);
  return (
    <>
      <Rails x={x} from={0} to={air} colour="var(--air)" dashed={dashed} />
      <Rails x={x} from={air} to={total} colour="var(--paste)" dashed={dashed} />
      <rect
        x={x - 1}
        y={H - total - 4}
        width={RAIL + 2}
        height={4}
        fill={dashed ? "var(--sheet)" : "var(--ink)"}
        stroke="var(--ink)"
        strokeWidth={1}
      />
    </>
  );
}

interface RailsProps {
  x: number;
  from: number;
  to: number;
  colour: string;
  dashed: boolean;
}

/** The rails and rungs of one path. */
function Rails({ x, from, to, colour, dashed }: RailsProps) {
  const rungs = Array.from({ length: Math.max(0, Math.floor((to - from) / RUNG)) }, (_, i) => from + (i + 0.5) * RUNG);
  return (
    <g stroke={colour} strokeWidth={dashed ? 1.4 : 2} strokeDasharray={dashed ? "2.5 2" : undefined}>
      <path d={`M${x} ${H - from}V${H - to}M${x + RAIL} ${H - from}V${H - to}`} fill="none" />
      <path d={rungs.map((h) => `M${x} ${H - h}h${RAIL}`).join("")} fill="none" />
    </g>
  );
}
