"use client";
import { words } from "@/core/base/words";
import { ladderAxis, type Bound, type ChipVerdict } from "@/core/measure/judge";
import type { Matched } from "@/core/measure/pair";
import { useSize } from "@/ui/kit/controls/size";
import { num } from "./figures";
import { Beam, Defs, Scale } from "./Frame";
import { Rails } from "./Rails";
import { ladderScale, type LadderPlaces } from "./scale";

interface Props {
  chip: ChipVerdict & { bound: Bound };
  matched: Matched;
  limitC: number | null;
}

/** Which way the open ladder goes on: up where the run was at least so hot, down where it is at most. */
export const opensUp = (b: Bound): boolean => (b.open === "before") === (b.side === "at-most");

/** Two ladders of which one is open: only one side of the change is known. */
export function OpenLadder({ chip, matched, limitC }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 420, height: 300 });
  const { bound } = chip;
  const W = Math.max(340, size.width);
  const height = Math.max(260, size.height);
  const roomC = matched.roomC;
  const beforeC = roomC + bound.beforeK;
  const afterC = roomC + bound.afterK;
  const scale = ladderScale(ladderAxis(roomC, [beforeC, afterC], limitC), height);
  const [left, right] = [44, W - 6];
  const plot = right - left;
  const places: LadderPlaces = {
    scale,
    left,
    right,
    before: [left + plot * 0.1, left + plot * 0.1 + 46],
    after: [left + plot * 0.66, left + plot * 0.66 + 46],
  };
  const up = opensUp(bound);
  const openX = (places[bound.open][0] + places[bound.open][1]) / 2;
  return (
    <div ref={ref} className="relative min-h-65 w-full flex-1">
      <svg
        width={W}
        height={height}
        role="img"
        aria-label={describeOpen(bound, roomC)}
        className="absolute inset-0 block overflow-visible"
      >
        <Defs />
        <Scale places={places} />
        <Beam places={places} />
        {up && limitC !== null ? (
          <rect x={openX - 32} y={scale.y(limitC) - 14} width={64} height={18} fill="var(--sheet)" />
        ) : null}
        <Between places={places} bound={bound} beforeC={beforeC} afterC={afterC} />
        {(["before", "after"] as const).map((run) => {
          const topC = run === "before" ? beforeC : afterC;
          return run === bound.open ? (
            <Open key={run} places={places} run={run} topC={topC} up={up} />
          ) : (
            <Known key={run} places={places} run={run} chip={chip} topC={topC} />
          );
        })}
        <path d={`M${left} ${scale.footY}H${right}`} stroke="var(--room)" strokeWidth={3} />
        <Foot places={places} bound={bound} beforeC={beforeC} afterC={afterC} />
      </svg>
    </div>
  );
}

const or = (up: boolean) => (up ? "or more" : "or less");

function describeOpen(bound: Bound, roomC: number): string {
  const open = (run: "before" | "after") => (run === bound.open ? ` ${or(opensUp(bound))}` : "");
  return (
    `Heat ladder from the room at ${roomC} °C. Before: ${words.with(bound.beforeK, "K", 1)}${open("before")}. ` +
    `After: ${words.with(bound.afterK, "K", 1)}${open("after")}. The change is ` +
    `${bound.side === "at-most" ? "at most" : "at least"} ${words.with(bound.K, "K", 1)}; the paths are not known.`
  );
}

interface BetweenProps {
  places: LadderPlaces;
  bound: Bound;
  beforeC: number;
  afterC: number;
}

/** What lies between the ladders: the known side of the change, in no path's colour. */
function Between({ places, bound, beforeC, afterC }: BetweenProps) {
  const { y, footY } = places.scale;
  const [x0, x1] = [places.before[1] + 4, places.after[0] - 4];
  const x = (x0 + x1) / 2;
  return (
    <g textAnchor="middle">
      <path d={`M${x0} ${footY}V${y(beforeC)}L${x1} ${y(afterC)}V${footY}z`} fill="var(--plane)" />
      <text
        x={x}
        y={(y(Math.min(beforeC, afterC)) + footY) / 2 - 6}
        fill="var(--ink)"
        fontSize="var(--text-title)"
        fontWeight="var(--font-weight-bold)"
        style={num}
      >
        {words.kelvin(bound.K)}
      </text>
      <text x={x} y={(y(Math.min(beforeC, afterC)) + footY) / 2 + 15} fill="var(--ink-2)" fontSize="var(--text-body)">
        or more
      </text>
    </g>
  );
}

interface LadderProps {
  places: LadderPlaces;
  run: "before" | "after";
  topC: number;
}

/** The open ladder: dashed in plain ink, an arrow where it goes on. */
function Open({ places, run, topC, up }: LadderProps & { up: boolean }) {
  const [a, b] = places[run];
  const { y, footY, rungK } = places.scale;
  const top = y(topC);
  const rungs: number[] = [];
  for (let h = footY; h > top + 3; h -= Math.abs(y(0) - y(rungK))) rungs.push(h);
  const [tip, tail] = up ? [top - 46, top - 6] : [top + 52, top + 10];
  const x = (a + b) / 2;
  return (
    <g stroke="var(--ink)" fill="none">
      <g strokeDasharray="5 4" strokeWidth={1.6}>
        <path d={[a, a + 5, b - 5, b].map((v) => `M${v} ${footY}V${top}`).join("")} />
        {rungs.map((h) => (
          <path key={h} d={`M${a + 7} ${h}H${b - 7}`} strokeWidth={1.3} />
        ))}
        {up ? <path d={[a, b].map((v) => `M${v} ${top}V${top - 50}`).join("")} stroke="var(--ink-3)" /> : null}
      </g>
      <path d={`M${a - 9} ${top}H${b + 9}`} strokeWidth={3} />
      <path d={`M${x} ${tail}V${tip}`} strokeWidth={2.6} />
      <path
        d={
          up
            ? `M${x - 6} ${tip + 9}L${x} ${tip}L${x + 6} ${tip + 9}`
            : `M${x - 6} ${tip - 9}L${x} ${tip}L${x + 6} ${tip - 9}`
        }
        strokeWidth={2.6}
      />
    </g>
  );
}

/** The ladder that is known: by its paths where they are, else in plain ink. */
function Known({ places, run, chip, topC }: LadderProps & { chip: ChipVerdict }) {
  const { roomC } = places.scale;
  const [contact, airflow] = chip.paths;
  const air = airflow[run];
  if (air && contact[run] && chip[run])
    return (
      <Rails
        places={places}
        which={run}
        level={{ airC: roomC + air.K, topC, totalC: topC, airKnown: true, contactKnown: true }}
      />
    );
  const [a, b] = places[run];
  const { y, footY, rungK } = places.scale;
  const rungs: number[] = [];
  for (let h = footY - Math.abs(y(0) - y(rungK)); h > y(topC) + 3; h -= Math.abs(y(0) - y(rungK))) rungs.push(h);
  return (
    <g stroke="var(--ink)" fill="var(--ink)">
      <rect x={a} y={y(topC)} width={6} height={footY - y(topC)} stroke="none" />
      <rect x={b - 6} y={y(topC)} width={6} height={footY - y(topC)} stroke="none" />
      {rungs.map((h) => (
        <path key={h} d={`M${a + 6} ${h}H${b - 6}`} strokeWidth={2} />
      ))}
      <rect x={a + 10} y={y(topC) - 11} width={b - a - 20} height={10} stroke="none" />
    </g>
  );
}

function Foot({ places, bound, beforeC, afterC }: BetweenProps) {
  const at = (run: "before" | "after") => (places[run][0] + places[run][1]) / 2;
  const shown = (run: "before" | "after", c: number) =>
    `${words.degrees(c)}${run === bound.open ? ` ${or(opensUp(bound))}` : ""}`;
  return (
    <g textAnchor="middle" fill="var(--ink)" fontSize="var(--text-body)">
      {(
        [
          ["before", "Before", beforeC],
          ["after", "After", afterC],
        ] as const
      ).map(([run, name, c]) => (
        <text key={run} x={at(run)} y={places.scale.footY + 28}>
          {name} <tspan fontWeight="var(--font-weight-bold)">{shown(run, c)}</tspan>
        </text>
      ))}
    </g>
  );
}
