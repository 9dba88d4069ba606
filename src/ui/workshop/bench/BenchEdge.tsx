import { words } from "@/core/base/words";
import { addDays, differenceInCalendarDays, format, parseISO, startOfMonth, addMonths } from "date-fns";
import Link from "next/link";
import type { DueDate } from "@/core/workshop/job";
import { dayInWords } from "@/core/base/days";

/** Length of a day on the edge, px. */
const PX_PER_DAY = 10;
const LEAD_DAYS = 22;

/** What does not hang from the edge: further late dates, and those beyond its end. */
export interface OffEdge {
  moreLate: number;
  later: { count: number; first: DueDate | null };
}

/** The bench edge as a rule of weeks; the dates of service hang from it by threads. */
export function BenchEdge({ due, today, moreLate, later }: { due: DueDate[]; today: string } & OffEdge) {
  const now = parseISO(today);
  const start = addDays(now, -LEAD_DAYS);
  const x = (date: Date) => differenceInCalendarDays(date, start) * PX_PER_DAY;
  const last = due.reduce((m, d) => Math.max(m, x(parseISO(d.dueOn))), 0);
  const width = Math.max(1600, last + 320 + (later.count ? LATER_PX : 0));
  const days = Array.from({ length: Math.ceil(width / PX_PER_DAY) }, (_, i) => addDays(start, i));
  const { level, months, room } = edgeLevels({ start, x, width, due, today });
  return (
    <section aria-labelledby="due-heading" className="border-t-2 border-ink bg-bench">
      <h2 id="due-heading" className="sr-only">
        Dates of service
      </h2>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Bench edge with dates, scrolls sideways">
        <div className="relative" style={{ width, height: level.includes(1) ? 216 : 150 }}>
          <EdgeRule width={width} days={days} months={months} x={x} />
          <div
            className="absolute top-0.75 rounded-[2px] bg-copper px-4 text-lead leading-6.75 font-medium
              text-on-copper"
            style={{ left: x(now) - 48 }}
          >
            Today <b className="font-bold">{format(now, "d")}</b>
          </div>
          <div aria-hidden className="absolute w-1 bg-copper" style={{ left: x(now) - 2, top: 30, height: 28 }} />
          <ul>
            {due.map((d, i) => {
              const date = parseISO(d.dueOn);
              const late = differenceInCalendarDays(now, date);
              const left = Math.max(20, x(date));
              const drop = level[i] === 1 ? 74 : 0;
              return (
                <DueTag
                  key={`${d.machine.id}.${d.dueOn}.${d.why}`}
                  d={d}
                  left={left}
                  late={late}
                  drop={drop}
                  room={room}
                  i={i}
                  date={date}
                />
              );
            })}
          </ul>
          {later.count ? <Later later={later} left={width - LATER_PX} /> : null}
          {moreLate ? (
            <Link
              prefetch={false}
              href="/due"
              className="absolute top-12 left-60 inline-flex min-h-11 items-center text-body font-strong
                text-caution-ink underline"
            >
              {words.counted(moreLate, "further machine")} {words.agreeing(moreLate, "is", "are")} late
            </Link>
          ) : null}
          {due.length + later.count === 0 ? (
            <p className="absolute top-17.5 left-10 text-body text-ink-2">No dates yet. A verdict sets the next one.</p>
          ) : null}
        </div>
      </div>
    </section>
  );
}

const LATER_PX = 280;

/** What lies beyond the edge. */
function Later({ later: { count, first }, left }: { later: OffEdge["later"]; left: number }) {
  return (
    <p className="absolute top-14 text-body" style={{ left, width: LATER_PX - 20 }}>
      <Link prefetch={false} href="/due" className="inline-flex min-h-11 items-center font-strong underline">
        {words.counted(count, "later date")}
      </Link>
      {first ? (
        <span className="block text-note text-ink-2">
          from {dayInWords(first.dueOn)}, {first.machine.place || first.machine.tag}
        </span>
      ) : null}
    </p>
  );
}

interface EdgeLevelsGiven {
  start: Date;
  x: (date: Date) => number;
  width: number;
  due: DueDate[];
  today: string;
}

/** How deep each date hangs, and how much room it has. */
function edgeLevels({ start, x, width, due, today }: EdgeLevelsGiven) {
  const months: Date[] = [];
  for (let m = startOfMonth(start); x(m) < width; m = addMonths(m, 1)) months.push(m);
  // a date too close to the one before hangs one level lower
  const level: number[] = [];
  due.forEach((d, i) => {
    const mine = Math.max(20, x(parseISO(d.dueOn)));
    const clash = due
      .slice(0, i)
      .some((o, j) => level[j] === 0 && Math.abs(Math.max(20, x(parseISO(o.dueOn))) - mine) < 96);
    level.push(clash ? 1 : 0);
  });
  // words end before the next thread
  const room = (i: number) => {
    const own = Math.max(20, x(parseISO(due[i]?.dueOn ?? today)));
    const next = due.findIndex((_, j) => j > i && level[j] === level[i]);
    return next < 0 ? 230 : Math.min(230, Math.max(20, x(parseISO(due[next]?.dueOn ?? today))) - own - 24);
  };
  return { level, months, room };
}

/** The strokes of some days as one path: a year of them is no reason for a page of four hundred pieces. */
const strokes = (days: readonly Date[], is: (d: Date) => boolean, px: number): string =>
  days.flatMap((d, i) => (is(d) ? [`M${i * PX_PER_DAY} 44v${px}`] : [])).join("");

interface EdgeRuleProps {
  width: number;
  days: Date[];
  months: Date[];
  x: (date: Date) => number;
}

/** The rule on the bench edge: days, months, today. */
function EdgeRule({ width, days, months, x }: EdgeRuleProps) {
  return (
    <svg aria-hidden width={width} height={46} className="absolute inset-x-0 top-0">
      <rect width={width} height={44} fill="var(--d-al2)" />
      <path d={`M0 44h${width}`} stroke="var(--ink)" strokeWidth={1.6} />
      <path d={strokes(days, (d) => d.getDay() !== 1, -5)} stroke="var(--on-al)" strokeWidth={0.8} />
      <path d={strokes(days, (d) => d.getDay() === 1, -14)} stroke="var(--on-al)" strokeWidth={1.4} />
      {months.map((m) => (
        <g key={m.toISOString()}>
          <path d={`M${x(m)} 0v44`} stroke="var(--on-al)" strokeWidth={1.6} />
          <text
            x={Math.max(x(m), 12) + 8}
            y={22}
            fontSize="var(--text-body)"
            fontWeight="var(--font-weight-strong)"
            fill="var(--on-al)"
          >
            {format(m, "MMMM")}
          </text>
        </g>
      ))}
    </svg>
  );
}

interface DueTagProps {
  d: DueDate;
  left: number;
  late: number;
  drop: 0 | 74;
  room: (i: number) => number;
  i: number;
  date: Date;
}

/** A machine's date, hanging from the edge. */
function DueTag({ d, left, late, drop, room, i, date }: DueTagProps) {
  return (
    <li className="absolute" style={{ left, top: 38 }}>
      <svg aria-hidden width={14} height={110 + 40} className="absolute -left-1.75 top-0">
        <path d={`M7 6v${late > 0 ? 14 : 78 + drop}`} stroke="var(--ink)" strokeWidth={1.8} />
        {late > 0 ? <path d={`M7 20v${64 + drop}`} stroke="var(--caution)" strokeWidth={5} /> : null}
        <circle
          cx={7}
          cy={6}
          r={5.4}
          fill={late > 0 ? "var(--caution)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      </svg>
      <Link
        prefetch={false}
        href={`/machines/${d.machine.id}/history`}
        className="absolute left-3 block w-max rounded-[3px] pr-1"
        style={{ top: 18 + drop, maxWidth: room(i) }}
      >
        <span
          className={`block truncate text-body leading-5 ${late > 0 ? "font-strong text-caution-ink" : "text-ink-2"}`}
        >
          {format(date, "d MMM")}
          {late > 0 ? `, ${words.counted(late, "day")} late` : late === 0 ? ", today" : ""}
        </span>
        <span className="block truncate text-sub leading-5.75 font-strong">{d.machine.place || d.machine.tag}</span>
        <span className="block truncate text-note leading-5 text-ink-2">{d.why || d.machine.model}</span>
      </Link>
    </li>
  );
}
