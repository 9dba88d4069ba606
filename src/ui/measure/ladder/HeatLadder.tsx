"use client";
import { words } from "@/core/base/words";
import { ladderPlan, type ChipVerdict, type LadderPlan } from "@/core/measure/judge";
import type { Matched } from "@/core/measure/pair";
import { useSize } from "@/ui/kit/controls/size";
import { Labels } from "./Labels";
import { Rails } from "./Rails";
import { Beam, Defs, Scale } from "./Frame";
import { ladderScale, type LadderPlaces } from "./scale";

interface Props {
  chip: ChipVerdict;
  matched: Matched;
  limitC: number | null;
  /** Why the after ladder has no airflow part, where it has none. */
  unknownWhy: string | null;
}

/** From the room to the chip: before dashed at the left, after solid at the right, both at matched conditions. */
export function HeatLadder({ chip, matched, limitC, unknownWhy }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 560, height: 460 });
  const W = Math.max(420, size.width);
  const height = Math.max(400, size.height);
  const { roomC } = matched;
  const plan = ladderPlan(chip, roomC, limitC);
  const scale = ladderScale(plan, height);
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
  return (
    <div ref={ref} className="relative min-h-100 w-full flex-1 max-sm:overflow-x-auto">
      <svg
        width={W}
        height={height}
        role="img"
        aria-label={describe(chip, roomC, limitC)}
        className="absolute inset-0 block overflow-visible"
      >
        <Defs />
        <Scale places={places} />
        <Beam places={places} />
        <Bands places={places} plan={plan} />
        <Rails places={places} which="before" level={plan.before} />
        <Rails places={places} which="after" level={plan.after} />
        <path d={`M${left} ${scale.footY}H${right}`} stroke="var(--room)" strokeWidth={3} />
        <rect x={left} y={scale.footY + 1.5} width={plot} height={8} fill="url(#ground)" opacity={0.8} />
        <Labels places={places} plan={plan} chip={chip} />
        {unknownWhy && !plan.after.airKnown ? (
          <Unknown places={places} airBeforeC={plan.before.airC} why={unknownWhy} />
        ) : null}
      </svg>
    </div>
  );
}

interface BandProps {
  places: LadderPlaces;
  plan: LadderPlan;
}

/** What moved between the ladders: a wash per path, bounded by its own line. */
export function Bands({ places, plan }: BandProps) {
  const { y } = places.scale;
  const { airKnown, contactKnown, airC: airAfterC, topC: contactAfterTopC } = plan.after;
  const { airC: airBeforeC, topC: beforeC } = plan.before;
  const { roomC } = plan;
  const x0 = places.before[1] + 4;
  const x1 = places.after[0] - 4;
  return (
    <g>
      {airKnown ? (
        <path d={`M${x0} ${y(roomC)}V${y(airBeforeC)}L${x1} ${y(airAfterC)}V${y(roomC)}z`} fill="var(--air-wash)" />
      ) : null}
      {contactKnown ? (
        <path
          d={`M${x0} ${y(airBeforeC)}V${y(beforeC)}L${x1} ${y(contactAfterTopC)}V${y(airAfterC)}z`}
          fill="var(--paste-wash)"
        />
      ) : null}
      {airKnown ? (
        <path d={`M${x0} ${y(airBeforeC)}L${x1} ${y(airAfterC)}`} stroke="var(--air)" strokeWidth={1.2} />
      ) : null}
      {contactKnown ? (
        <path d={`M${x0} ${y(beforeC)}L${x1} ${y(contactAfterTopC)}`} stroke="var(--paste)" strokeWidth={1.4} />
      ) : null}
      {!airKnown && contactKnown ? (
        <path d={`M${x0} ${y(airBeforeC)}H${places.after[1] + 8}`} stroke="var(--paste)" strokeWidth={1.4} />
      ) : null}
    </g>
  );
}

/** The part the run cannot tell: thin hatch, dotted edge, torn top, and the reason in a framed note. */
function Unknown({ places, airBeforeC, why }: { places: LadderPlaces; airBeforeC: number; why: string }) {
  const [a, b] = places.after;
  const top = places.scale.y(airBeforeC) + 22;
  const foot = places.scale.footY;
  const w = (b - a) / 6;
  const torn = Array.from({ length: 6 }, (_, i) => `l${w / 2} ${i % 2 ? 7 : -8}l${w / 2} ${i % 2 ? -5 : 6}`).join("");
  const boxW = Math.min(270, places.right - places.before[1] - 24);
  const boxX = places.right - boxW;
  return (
    <g>
      <path
        d={`M${a} ${foot}V${top}${torn}V${foot}`}
        fill="url(#torn)"
        stroke="var(--ink-3)"
        strokeWidth={1.6}
        strokeDasharray="2 4"
      />
      <foreignObject x={boxX} y={(top + foot) / 2 - 62} width={boxW} height={130}>
        <div className="border-2 border-ink bg-sheet px-3.5 py-2.5">
          <p className="text-lead leading-5.5 font-bold">Airflow after: unknown</p>
          <p className="mt-0.5 text-note leading-4.75 text-ink-2">{why}</p>
        </div>
      </foreignObject>
    </g>
  );
}

export function describe(chip: ChipVerdict, roomC: number, limitC: number | null): string {
  const [contact, airflow] = chip.paths;
  const at = (k: number | undefined) => (k === undefined ? "unknown" : words.with(k, "K", 1));
  return (
    `Heat ladder from the room at ${roomC} °C. Before: airflow ${at(airflow.before?.K)}, contact ` +
    `${at(contact.before?.K)}. After: airflow ${at(airflow.after?.K)}, contact ` +
    `${at(contact.after?.K)}.${limitC === null ? "" : ` Throttle limit ${limitC} °C.`}`
  );
}
