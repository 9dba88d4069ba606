import { words } from "@/core/base/words";
import { HotStrip } from "./HotStrip";
import { PathStrip } from "./PathStrip";
import { dayMs, FOOT, HEIGHT, rightOf, RULE, widthOf, type Time } from "./scales";
import type { ChipCourse, Visit } from "@/core/workshop/history";

interface Props {
  x: Time;
  chip: ChipCourse;
  visits: readonly Visit[];
  limitC: number | null;
  today: string;
  dueOn: string | null;
}

/** A machine's years: airflow, contact and the hot day on one axis, every service a pipe standing through them. */
export function HistoryPlot({ x, chip, visits, limitC, today, dueOn }: Props) {
  const services = visits.filter((v) => v.afterDay !== null);
  return (
    <svg viewBox={`0 0 ${widthOf(x)} ${HEIGHT}`} className="block w-full" role="img" aria-label={saidOf(chip, limitC)}>
      <Years x={x} today={today} />
      <PathStrip path={chip.course.airflow} x={x} others={chip.others?.airflow ?? null} />
      <PathStrip path={chip.course.contact} x={x} others={chip.others?.contact ?? null} />
      <HotStrip chip={chip} x={x} limitC={limitC} />
      {services.map((v, i) => (
        <Service key={v.jobId} visit={v} x={x} room={roomTo(services[i + 1], v, x)} />
      ))}
      {dueOn !== null && dayMs(dueOn) < (x.domain()[1]?.getTime() ?? 0) ? (
        <circle
          cx={x(dayMs(dueOn))}
          cy={FOOT + RULE}
          r={6.5}
          fill="var(--copper-fill)"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      ) : null}
    </svg>
  );
}

const roomTo = (next: Visit | undefined, v: Visit, x: Time): number =>
  next?.afterDay && v.afterDay
    ? x(dayMs(next.afterDay)) - x(dayMs(v.afterDay)) - 20
    : rightOf(x) - x(dayMs(v.afterDay ?? ""));

/** A service: a heat pipe through all strips, what was done at its top. */
function Service({ visit, x, room }: { visit: Visit; x: Time; room: number }) {
  const at = x(dayMs(visit.afterDay ?? visit.beforeDay ?? ""));
  const did = visit.did.length ? words.capital(visit.did.join(", ")) : "Service";
  const letters = Math.max(3, Math.floor(room / 8.4));
  return (
    <g>
      <rect x={at - 3.5} y={26} width={7} height={FOOT - 26} fill="var(--cu2)" stroke="var(--cu0)" strokeWidth={1} />
      <path d={`M${at - 0.8} 27V${FOOT}`} stroke="var(--cu4)" strokeWidth={1.6} />
      <text x={at + 9} y={16} fontSize={16.5} fontWeight={600} fill="var(--ink)">
        {did.length > letters ? `${did.slice(0, letters - 1)}…` : did}
      </text>
      {visit.found && room > 120 ? (
        <text x={at + 9} y={34} fontSize={13.5} fill="var(--ink-2)">
          {visit.found.length > room / 7 ? `${visit.found.slice(0, Math.floor(room / 7) - 1)}…` : visit.found}
        </text>
      ) : null}
    </g>
  );
}

/** The bench edge as a rule of years. */
function Years({ x, today }: { x: Time; today: string }) {
  const [from, to] = x.domain() as [Date, Date];
  const months: Date[] = [];
  for (
    let m = new Date(Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + 1, 1));
    m <= to;
    m = new Date(Date.UTC(m.getUTCFullYear(), m.getUTCMonth() + 1, 1))
  )
    months.push(m);
  const now = x(dayMs(today));
  const every = x(months[1]?.getTime() ?? 0) - x(months[0]?.getTime() ?? 0) < 4 ? 3 : 1;
  return (
    <g>
      <rect x={0} y={FOOT} width={widthOf(x)} height={RULE} fill="var(--d-al2)" />
      <path d={`M0 ${FOOT}H${widthOf(x)}M0 ${FOOT + RULE}H${widthOf(x)}`} stroke="var(--ink)" strokeWidth={1.6} />
      {months.map((m) =>
        m.getUTCMonth() % every ? null : (
          <path
            key={m.toISOString()}
            d={m.getUTCMonth() === 0 ? `M${x(m)} ${FOOT}v${RULE}` : `M${x(m)} ${FOOT + RULE}v-10`}
            stroke="var(--on-al)"
            strokeWidth={m.getUTCMonth() === 0 ? 1.8 : 0.9}
          />
        ),
      )}
      {months
        .filter((m) => m.getUTCMonth() === 0 || m === months[0])
        .map((m) => (
          <text
            key={`${m.toISOString()} year`}
            x={x(m) + 7}
            y={FOOT + 20}
            fontSize={15}
            fontWeight={600}
            fill="var(--on-al)"
          >
            {m === months[0] && m.getUTCMonth() > 8 ? "" : m.getUTCFullYear()}
          </text>
        ))}
      <rect x={now - 40} y={FOOT + 2} width={80} height={24} rx={2} fill="var(--copper)" />
      <text x={now} y={FOOT + 19} textAnchor="middle" fontSize={15} fill="var(--on-copper)" fontWeight={560}>
        Today
      </text>
      <path d={`M${now} ${FOOT + 26}V${FOOT + RULE}`} stroke="var(--copper)" strokeWidth={3} />
    </g>
  );
}

/** The plot as sentences. */
function saidOf({ course, hot }: ChipCourse, limitC: number | null): string {
  const said = (["airflow", "contact"] as const).map((p) => {
    const marks = course[p].marks.map((m) => `${m.day} ${m.run} ${words.number(m.KW, 2)}`);
    return `${words.capital(p)} in K/W: ${marks.join(", ")}.`;
  });
  const last = hot.at(-1);
  return [
    ...said,
    last ? `On a hot day now ${words.degrees(last.C)}` + (limitC === null ? "." : `, limit ${limitC} °C.`) : "",
  ].join(" ");
}
