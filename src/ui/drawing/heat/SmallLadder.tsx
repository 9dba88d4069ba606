"use client";
import { words } from "@/core/base/words";
import { ladderAxis, ladderPlan, type ChipVerdict, type PathVerdict } from "@/core/measure/judge";
import { useSize } from "@/ui/kit/controls/size";
import { Beam, Defs, Scale } from "@/ui/measure/ladder/Frame";
import { Bands, describe } from "@/ui/measure/ladder/HeatLadder";
import { Rails } from "@/ui/measure/ladder/Rails";
import { apart, ladderScale, type LadderPlaces } from "@/ui/measure/ladder/scale";

/** The heat ladder beside the drawing: same axis, rungs and bands, without the bars; those stay on the verdict. */
export function SmallLadder({ chip, roomC, limitC }: { chip: ChipVerdict; roomC: number; limitC: number | null }) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 280, height: 420 });
  const W = Math.max(250, size.width);
  const height = Math.max(280, size.height);
  const [contact, airflow] = chip.paths;
  const plan = ladderPlan(chip, roomC, limitC);
  const { airC, topC } = plan.after;
  // without bars beside it the ladder is as tall as what it draws
  const scale = ladderScale({ ...plan, ...ladderAxis(roomC, [plan.before.topC, topC], limitC) }, height);
  const places: LadderPlaces = { scale, left: 38, right: W - 4, before: [52, 94], after: [W - 138, W - 96] };
  const mids = apart(
    (scale.y(airC) + scale.y(topC)) / 2,
    (scale.y(roomC) + scale.y(airC)) / 2,
    46,
    50,
    scale.footY - 20,
  );
  return (
    <div ref={ref} className="relative min-h-70 w-full flex-1">
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
        <path d={`M${places.left} ${scale.footY}H${places.right}`} stroke="var(--room)" strokeWidth={3} />
        <SmallLabels places={places} contact={contact} mids={mids} airflow={airflow} />
      </svg>
    </div>
  );
}

interface SmallLabelsProps {
  places: LadderPlaces;
  contact: PathVerdict;
  mids: [number, number];
  airflow: PathVerdict;
}

/** Labels of the small ladder. */
function SmallLabels({ places, contact, mids, airflow }: SmallLabelsProps) {
  return (
    <>
      {[
        ["Before", (places.before[0] + places.before[1]) / 2],
        ["After", (places.after[0] + places.after[1]) / 2],
      ].map(([word, x]) => (
        <text
          key={word}
          x={x}
          y={places.scale.footY + 22}
          textAnchor="middle"
          fontSize="var(--text-note)"
          fontWeight="var(--font-weight-strong)"
          fill="var(--ink)"
        >
          {word}
        </text>
      ))}
      {contact.change ? (
        <Label
          x={places.after[1] + 8}
          y={mids[0]}
          colour="var(--paste)"
          name="Contact"
          value={words.kelvin(contact.change.K)}
        />
      ) : null}
      {airflow.change ? (
        <Label
          x={places.after[1] + 8}
          y={mids[1]}
          colour="var(--air)"
          name="Airflow"
          value={words.kelvin(airflow.change.K)}
        />
      ) : null}
    </>
  );
}

function Label({ x, y, colour, name, value }: { x: number; y: number; colour: string; name: string; value: string }) {
  return (
    <g fill={colour}>
      <text x={x} y={y - 4} fontSize="var(--text-note)">
        {name}
      </text>
      <text
        x={x}
        y={y + 15}
        fontSize="var(--text-lead)"
        fontWeight="var(--font-weight-bold)"
        fontFamily="var(--font-num)"
        style={{ letterSpacing: "-0.02em", wordSpacing: "-0.3em" }}
      >
        {value}
      </text>
    </g>
  );
}
