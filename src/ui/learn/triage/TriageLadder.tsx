"use client";
import { words } from "@/core/base/words";
import { ladderAxis } from "@/core/measure/judge";
import type { Matched } from "@/core/measure/pair";
import type { TriageChip } from "@/core/measure/triage";
import { useSize } from "@/ui/kit/controls/size";
import { Beam, Defs, Scale } from "@/ui/measure/ladder/Frame";
import { ladderScale, type LadderPlaces } from "@/ui/measure/ladder/scale";
import { Rails } from "@/ui/measure/ladder/Rails";
import { Change, Height } from "@/ui/measure/ladder/figures";

interface Props {
  chip: TriageChip;
  matched: Matched;
  limitC: number | null;
  /** Which run it is: a run before is dashed, one after solid. */
  run?: "before" | "after";
}

/** This machine beside good ones as an outline with the band of their range. */
export function TriageLadder({ chip, matched, limitC, run = "before" }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 540, height: 440 });
  const work = triageLadderPlan({ size, chip, matched, limitC });
  const { W, height, roomC, airflow, contact, kw, places, x0, y, airC, a, goodAirC, topC, goodTopC, b, footY } = work;
  return (
    <div ref={ref} className="relative min-h-95 w-full flex-1 max-sm:overflow-x-auto">
      <svg
        width={W}
        height={height}
        role="img"
        aria-label={
          `Heat ladder from the room at ${roomC} °C. This machine: airflow ` +
          `${words.with(airflow.seen.K, "K", 1)}, contact ${words.with(contact.seen.K, "K", 1)}. Good ones: airflow ` +
          `${kw(airflow.good)}, contact ${kw(contact.good)}.`
        }
        className="absolute inset-0 block overflow-visible"
      >
        <Defs />
        <Scale places={places} />
        <Beam places={places} />
        <path d={`M${x0} ${y(roomC)}V${y(airC)}L${a - 4} ${y(goodAirC)}V${y(roomC)}z`} fill="var(--air-wash)" />
        <path d={`M${x0} ${y(airC)}V${y(topC)}L${a - 4} ${y(goodTopC)}V${y(goodAirC)}z`} fill="var(--paste-wash)" />
        <path d={`M${x0} ${y(airC)}L${a - 4} ${y(goodAirC)}`} stroke="var(--air)" strokeWidth={1.2} />
        <path d={`M${x0} ${y(topC)}L${a - 4} ${y(goodTopC)}`} stroke="var(--paste)" strokeWidth={1.4} />
        <Rails
          places={railsAt(places, run)}
          which={run}
          level={{ airC, topC, totalC: topC, airKnown: true, contactKnown: true }}
        />
        <GoodParts work={work} />
        <TriageFigures work={work} />
        <text
          x={(places.before[0] + places.before[1]) / 2}
          y={footY + 34}
          textAnchor="middle"
          fontSize="var(--text-lead)"
          fill="var(--ink)"
        >
          This one{" "}
          <tspan fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)">
            {words.number(topC, 1)}
          </tspan>
        </text>
        <text x={(a + b) / 2} y={footY + 34} textAnchor="middle" fontSize="var(--text-lead)" fill="var(--ink)">
          Good ones
        </text>
      </svg>
    </div>
  );
}

/** The places with this machine's place where the rails of its run are drawn. */
const railsAt = (places: LadderPlaces, run: "before" | "after"): LadderPlaces =>
  run === "before" ? places : { ...places, after: places.before };

interface TriageLadderPlanGiven {
  size: { width: number; height: number };
  chip: TriageChip;
  matched: Matched;
  limitC: number | null;
}

/** Heights and places of the ladder of one run against good ones. */
function triageLadderPlan({ size, chip, matched, limitC }: TriageLadderPlanGiven) {
  const W = Math.max(420, size.width);
  const height = Math.max(380, size.height);
  const [contact, airflow] = chip.paths;
  const roomC = matched.roomC;
  const topC = roomC + chip.total.K;
  const airC = roomC + airflow.seen.K;
  const goodAirC = roomC + airflow.good.K;
  const goodTopC = goodAirC + contact.good.K;
  const scale = ladderScale(ladderAxis(roomC, [topC, goodTopC + 4], limitC), height);
  const left = 44;
  const right = W - 6;
  const plot = right - left;
  const places: LadderPlaces = {
    scale,
    left,
    right,
    before: [left + plot * 0.235, left + plot * 0.235 + 74],
    after: [left + plot * 0.615, left + plot * 0.615 + 74],
  };
  const { y, footY } = scale;
  const [a, b] = places.after;
  const x0 = places.before[1] + 4;
  const kw = (good: { low: number; high: number }) => `${good.low.toFixed(0)} to ${good.high.toFixed(0)}\u00a0K`;
  const bandX = (places.before[1] + a) / 2;
  const mid = (...c: number[]) => c.reduce((s, v) => s + y(v), 0) / c.length;
  return {
    W,
    height,
    roomC,
    airflow,
    contact,
    kw,
    places,
    x0,
    y,
    airC,
    a,
    goodAirC,
    topC,
    goodTopC,
    b,
    scale,
    left,
    footY,
    right,
    plot,
    mid,
    bandX,
  };
}

interface GoodPartsProps {
  work: ReturnType<typeof triageLadderPlan>;
}

/** What good machines show, with its range. */
function GoodParts({ work }: GoodPartsProps) {
  const { a, b, y, goodAirC, roomC, scale, goodTopC, airflow, contact, left, footY, right, plot } = work;
  return (
    <>
      <GoodPart
        x={a}
        width={b - a}
        top={y(goodAirC)}
        foot={y(roomC)}
        step={Math.abs(y(0) - y(scale.rungK))}
        colour="var(--air)"
      />
      <GoodPart
        x={a}
        width={b - a}
        top={y(goodTopC)}
        foot={y(goodAirC)}
        step={Math.abs(y(0) - y(scale.rungK))}
        colour="var(--paste)"
      />
      <Range
        x={a - 8}
        width={b - a + 16}
        top={y(roomC + airflow.good.high)}
        foot={y(roomC + airflow.good.low)}
        colour="var(--air)"
      />
      <Range
        x={a - 8}
        width={b - a + 16}
        top={y(goodAirC + contact.good.high)}
        foot={y(goodAirC + contact.good.low)}
        colour="var(--paste)"
      />
      <path d={`M${left} ${footY}H${right}`} stroke="var(--room)" strokeWidth={3} />
      <rect x={left} y={footY + 1.5} width={plot} height={8} fill="url(#ground)" opacity={0.8} />
    </>
  );
}

interface TriageFiguresProps {
  work: ReturnType<typeof triageLadderPlan>;
}

/** Figures of this run, of good ones, and between them. */
function TriageFigures({ work }: TriageFiguresProps) {
  const { places, mid, airC, topC, contact, roomC, airflow, b, goodAirC, goodTopC, bandX, a } = work;
  return (
    <>
      <Height
        x={places.before[0] - 28}
        y={Math.max(62, mid(airC, topC))}
        anchor="end"
        colour="var(--paste)"
        name="Paste, contact"
        figure={contact.seen}
        kw={contact.seenKW}
      />
      <Height
        x={places.before[0] - 28}
        y={Math.max(130, mid(roomC, airC))}
        anchor="end"
        colour="var(--air)"
        name="Airflow"
        figure={airflow.seen}
        kw={airflow.seenKW}
      />
      <Height
        x={b + 18}
        y={Math.min(mid(goodAirC, goodTopC), mid(roomC, goodAirC) - 64)}
        anchor="start"
        colour="var(--paste)"
        name="Paste, contact"
        figure={contact.good}
        kw={null}
      />
      <Height
        x={b + 18}
        y={mid(roomC, goodAirC)}
        anchor="start"
        colour="var(--air)"
        name="Airflow"
        figure={airflow.good}
        kw={null}
      />
      <Change
        x={bandX}
        y={Math.min(mid(airC, topC, goodAirC, goodTopC), mid(roomC, airC, roomC, goodAirC) - 46)}
        narrow={a - places.before[1] < 104}
        colour="var(--paste)"
        wash="var(--paste-wash)"
        figure={contact.excess}
        unknown={false}
      />
      <Change
        x={bandX}
        y={mid(roomC, airC, roomC, goodAirC)}
        narrow={a - places.before[1] < 104}
        colour="var(--air)"
        wash="var(--air-wash)"
        figure={airflow.excess}
        unknown={false}
      />
    </>
  );
}

function GoodPart({
  x,
  width,
  top,
  foot,
  step,
  colour,
}: {
  x: number;
  width: number;
  top: number;
  foot: number;
  step: number;
  colour: string;
}) {
  const rungs: number[] = [];
  for (let y = foot - step; y > top + 1; y -= step) rungs.push(y);
  return (
    <g stroke={colour}>
      <rect x={x} y={top} width={width} height={Math.max(1, foot - top)} fill="none" strokeWidth={2} />
      {rungs.map((y) => (
        <path key={y} d={`M${x + 6} ${y}H${x + width - 6}`} strokeWidth={1.6} opacity={0.42} />
      ))}
    </g>
  );
}

/** The band of the range good machines lie in. */
function Range({
  x,
  width,
  top,
  foot,
  colour,
}: {
  x: number;
  width: number;
  top: number;
  foot: number;
  colour: string;
}) {
  return (
    <rect
      x={x}
      y={top}
      width={width}
      height={Math.max(2, foot - top)}
      fill={colour}
      fillOpacity={0.24}
      stroke={colour}
      strokeWidth={1.2}
    />
  );
}
