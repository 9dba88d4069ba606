import type { ChipVerdict, LadderPlan } from "@/core/measure/judge";
import { Change, Height, num } from "./figures";
import { apart, type LadderPlaces } from "./scale";
import { Bar, Headroom, LadderFoot } from "./LadderFoot";

interface Props {
  places: LadderPlaces;
  plan: LadderPlan;
  chip: ChipVerdict;
}

/** All figures of the ladder: heights beside it, changes in the bands, bars, headroom, totals at the foot. */
export function Labels({ places, plan, chip }: Props) {
  const { limitC } = plan;
  const { topC: beforeC } = plan.before;
  const { totalC: afterC } = plan.after;
  const work = labelPlaces({ places, plan, chip });
  const { contact, airflow, bandX, contactBandY, narrow, airBandY, lost } = work;
  const { scale } = places;
  return (
    <g>
      <PathLabels work={work} />
      {chip.before ? (
        <Bar x={places.before[0] - 14} figure={chip.before} scale={scale} colour="var(--paste)" dashed />
      ) : null}
      {airflow.before ? (
        <Bar x={places.before[0] - 14} figure={airflow.before} scale={scale} colour="var(--air)" dashed />
      ) : null}
      {chip.after ? <Bar x={places.after[1] + 15} figure={chip.after} scale={scale} colour="var(--paste)" /> : null}
      {airflow.after ? <Bar x={places.after[1] + 15} figure={airflow.after} scale={scale} colour="var(--air)" /> : null}
      {contact.change ? (
        <Change
          x={bandX}
          y={contactBandY}
          narrow={narrow}
          colour="var(--paste)"
          wash="var(--paste-wash)"
          figure={contact.change}
          unknown={contact.finding === "unknown"}
        />
      ) : null}
      {airflow.change ? (
        <Change
          x={bandX}
          y={airBandY}
          narrow={narrow}
          colour="var(--air)"
          wash="var(--air-wash)"
          figure={airflow.change}
          unknown={airflow.finding === "unknown"}
        />
      ) : null}
      {lost && afterC !== null ? (
        <Lost places={places} afterC={afterC} lost={lost} />
      ) : afterC !== null && limitC !== null && limitC - afterC > 9 ? (
        <Headroom places={places} afterC={afterC} limitC={limitC} beforeC={beforeC} />
      ) : null}
      <LadderFoot places={places} beforeC={beforeC} afterC={afterC} />
    </g>
  );
}

/** Where the figures of a ladder stand so that none lies over another. */
function labelPlaces({ places, plan, chip }: Props) {
  const { y, footY } = places.scale;
  const { roomC, limitC } = plan;
  const { airC: airBeforeC, topC: beforeC } = plan.before;
  const { airC: airAfterC, topC: contactAfterTopC, totalC: afterC } = plan.after;
  const [contact, airflow] = chip.paths;
  const mid = (a: number, b: number) => (y(a) + y(b)) / 2;
  const lost = lostPart(chip, afterC);
  const limitY = limitC === null ? null : y(limitC);
  // a label stands clear of the beam
  const clear = (at: number) => (limitY !== null && at - 30 < limitY + 2 && at + 30 > limitY - 10 ? limitY + 34 : at);
  const [contactBeforeY, airBeforeY] = apart(
    clear(mid(airBeforeC, beforeC)),
    mid(roomC, airBeforeC),
    64,
    58,
    footY - 30,
  );
  const [contactAfterY, airAfterY] = apart(
    clear(mid(airAfterC, lost ? contactAfterTopC - lost.K : contactAfterTopC)),
    mid(roomC, airAfterC),
    64,
    58,
    footY - 30,
  );
  const narrow = places.after[0] - places.before[1] < 104;
  const bandX = (places.before[1] + places.after[0]) / 2;
  const middleC = (a: number, b: number, c: number, d: number) => (y(a) + y(b) + y(c) + y(d)) / 4;
  const [contactBandY, airBandY] = apart(
    middleC(airBeforeC, beforeC, airAfterC, contactAfterTopC),
    middleC(roomC, airBeforeC, roomC, airAfterC),
    46,
    60,
    footY - 24,
  );
  const beforeX = places.before[0] - 28;
  const afterX = places.after[1] + 30;
  return {
    beforeX,
    contactBeforeY,
    contact,
    airBeforeY,
    airflow,
    afterX,
    contactAfterY,
    airAfterY,
    bandX,
    contactBandY,
    narrow,
    airBandY,
    lost,
  };
}

interface PathLabelsProps {
  work: ReturnType<typeof labelPlaces>;
}

/** Figures of contact and airflow beside both ladders. */
function PathLabels({ work }: PathLabelsProps) {
  const { beforeX, contactBeforeY, contact, airBeforeY, airflow, afterX, contactAfterY, airAfterY } = work;
  return (
    <>
      <Height
        x={beforeX}
        y={contactBeforeY}
        anchor="end"
        colour="var(--paste)"
        name="Paste, contact"
        figure={contact.before}
        kw={contact.beforeKW}
      />
      <Height
        x={beforeX}
        y={airBeforeY}
        anchor="end"
        colour="var(--air)"
        name="Airflow"
        figure={airflow.before}
        kw={airflow.beforeKW}
      />
      {contact.after ? (
        <Height
          x={afterX}
          y={contactAfterY}
          anchor="start"
          colour="var(--paste)"
          name="Paste, contact"
          figure={contact.after}
          kw={contact.afterKW}
        />
      ) : null}
      {airflow.after ? (
        <Height
          x={afterX}
          y={airAfterY}
          anchor="start"
          colour="var(--air)"
          name="Airflow"
          figure={airflow.after}
          kw={airflow.afterKW}
        />
      ) : null}
    </>
  );
}

interface LostPart {
  K: number;
  colour: string;
}

/** The path that got worse while the chip got cooler. */
function lostPart(chip: ChipVerdict, afterC: number | null): LostPart | null {
  if (afterC === null || !chip.change || chip.change.K > 0) return null;
  const worse = chip.paths.find((p) => p.finding === "worse" && p.change);
  return worse?.change ? { K: worse.change.K, colour: worse.path === "contact" ? "var(--paste)" : "var(--air)" } : null;
}

function Lost({ places, afterC, lost }: { places: LadderPlaces; afterC: number; lost: LostPart }) {
  const y0 = places.scale.y(afterC - lost.K);
  const y1 = places.scale.y(afterC);
  const x = places.after[1] + 42;
  return (
    <g>
      <path d={`M${places.after[0] - 8} ${y0}H${x + 8}`} stroke="var(--sheet)" strokeWidth={5} />
      <path d={`M${places.after[0] - 8} ${y0}H${x + 8}`} stroke="var(--ink)" strokeWidth={1.8} strokeDasharray="6 4" />
      <path
        d={`M${x} ${y0}V${y1}M${x - 5} ${y1 + 8}l5 -8 5 8M${x - 6} ${y1}h12`}
        stroke={lost.colour}
        strokeWidth={2}
        fill="none"
      />
      <text
        x={places.right}
        y={y1 - 24}
        textAnchor="end"
        fontSize="var(--text-body)"
        fill={lost.colour}
        fontWeight="var(--font-weight-medium)"
      >
        <tspan style={num} fontWeight="var(--font-weight-bold)" fontSize="var(--text-sub)">
          +{lost.K.toFixed(1)}
          {"\u00a0"}K
        </tspan>{" "}
        lost again
      </text>
      <text x={places.right} y={y1 - 6} textAnchor="end" fontSize="var(--text-note)" fill="var(--ink-2)">
        but for it {Math.round(afterC - lost.K)}
        {"\u00a0"}°C
      </text>
    </g>
  );
}
