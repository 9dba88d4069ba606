"use client";
import { words } from "@/core/base/words";
import type { ChipVerdict, PathVerdict } from "@/core/measure/judge";
import { useSize } from "@/ui/kit/controls/size";
import { Beam, Defs, Scale } from "@/ui/measure/ladder/Frame";
import { Bands, describe } from "@/ui/measure/ladder/HeatLadder";
import { Rails } from "@/ui/measure/ladder/Rails";
import { apart, type LadderScale, ladderScale, type LadderPlan } from "@/ui/measure/ladder/scale";

/** The heat ladder beside the drawing: same axis, rungs and bands, without the bars; those stay on the verdict. */
export function SmallLadder({ chip, roomC, limitC }: { chip: ChipVerdict; roomC: number; limitC: number | null }) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 280, height: 420 });
  const W = Math.max(250, size.width);
  const height = Math.max(280, size.height);
  const [contact, airflow] = chip.paths;
  const beforeC = roomC + (chip.before?.K ?? 0);
  const airBeforeC = roomC + (airflow.before?.K ?? 0);
  const airAfterC = roomC + (airflow.after?.K ?? airflow.before?.K ?? 0);
  const topAfterC = airAfterC + (contact.after?.K ?? 0);
  const scale = ladderScale(roomC, [beforeC, topAfterC], limitC, height);
  const plan: LadderPlan = { scale, left: 38, right: W - 4, before: [52, 94], after: [W - 138, W - 96] };
  const mids = apart(
    (scale.y(airAfterC) + scale.y(topAfterC)) / 2,
    (scale.y(roomC) + scale.y(airAfterC)) / 2,
    46,
    50,
    scale.footY - 20,
  );
  const known = airflow.after !== null;
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
        <Scale plan={plan} roomC={roomC} />
        {limitC === null ? null : <Beam plan={plan} limitC={limitC} />}
        <Bands
          plan={plan}
          roomC={roomC}
          airBeforeC={airBeforeC}
          beforeC={beforeC}
          airAfterC={airAfterC}
          contactAfterTopC={topAfterC}
          airKnown={known}
          contactKnown={contact.after !== null}
        />
        <Rails plan={plan} roomC={roomC} which="before" airTopC={airBeforeC} topC={beforeC} airKnown contactKnown />
        <Rails
          plan={plan}
          roomC={roomC}
          which="after"
          airTopC={airAfterC}
          topC={topAfterC}
          airKnown={known}
          contactKnown={contact.after !== null}
        />
        <path d={`M${plan.left} ${scale.footY}H${plan.right}`} stroke="var(--room)" strokeWidth={3} />
        <SmallLabels plan={plan} scale={scale} contact={contact} mids={mids} airflow={airflow} />
      </svg>
    </div>
  );
}

interface SmallLabelsProps {
  plan: LadderPlan;
  scale: LadderScale;
  contact: PathVerdict;
  mids: [number, number];
  airflow: PathVerdict;
}

/** Labels of the small ladder. */
function SmallLabels({ plan, scale, contact, mids, airflow }: SmallLabelsProps) {
  return (
    <>
      {[
        ["Before", (plan.before[0] + plan.before[1]) / 2],
        ["After", (plan.after[0] + plan.after[1]) / 2],
      ].map(([word, x]) => (
        <text
          key={word}
          x={x}
          y={scale.footY + 22}
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
          x={plan.after[1] + 8}
          y={mids[0]}
          colour="var(--paste)"
          name="Contact"
          value={words.kelvin(contact.change.K)}
        />
      ) : null}
      {airflow.change ? (
        <Label
          x={plan.after[1] + 8}
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
