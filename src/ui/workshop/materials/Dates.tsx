"use client";
import { addDays, differenceInCalendarDays, format, parseISO } from "date-fns";
import { type StockDate, stockDates, type Shelf } from "@/core/workshop/stock";
import { dayInWords } from "@/core/base/days";

/** Length of a day on the edge, px. */
const PX_PER_DAY = 5.6;

/** Dates of the shelf, hanging from the bench edge. */
export function Dates({ shelf }: { shelf: Shelf }) {
  const dates = stockDates(shelf.lots, shelf.today);
  const now = parseISO(shelf.today);
  const start = addDays(now, -30);
  const x = (d: Date) => Math.max(16, differenceInCalendarDays(d, start) * PX_PER_DAY);
  const { width, level, months } = dateLevels({ now, start, dates, x });
  return (
    <section aria-label="Dates of the shelf" className="border-t-2 border-ink bg-bench">
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Bench edge with dates, scrolls sideways">
        <div className="relative" style={{ width, height: 96 + 62 * (Math.max(0, ...level) + 1) }}>
          <svg aria-hidden width={width} height={40} className="absolute inset-x-0 top-0">
            <rect width={width} height={38} fill="var(--d-al2)" />
            <path d={`M0 38h${width}`} stroke="var(--ink)" strokeWidth={1.6} />
            {months.map((m) => (
              <g key={m.toISOString()}>
                <path d={`M${x(m)} 0v38`} stroke="var(--on-al)" strokeWidth={1.6} />
                <text
                  x={x(m) + 8}
                  y={20}
                  fontSize="var(--text-body)"
                  fontWeight="var(--font-weight-strong)"
                  fill="var(--on-al)"
                >
                  {format(m, "MMMM")}
                </text>
              </g>
            ))}
          </svg>
          <div
            className="absolute top-0.75 rounded-[2px] bg-copper px-3 text-body leading-6.5 font-medium
              text-on-copper"
            style={{ left: x(now) - 48 }}
          >
            Today <b className="font-bold">{format(now, "d")}</b>
          </div>
          <ul>
            {dates.map((d, i) => (
              <DateTag key={`${d.lotId}${d.kind}`} d={d} x={x} level={level} i={i} dates={dates} />
            ))}
          </ul>
          {dates.length === 0 ? (
            <p className="absolute top-14 left-10 text-body text-ink-2">
              Nothing runs out or expires in the months ahead.
            </p>
          ) : null}
        </div>
      </div>
    </section>
  );
}

interface DateTagProps {
  d: StockDate;
  x: (d: Date) => number;
  level: number[];
  i: number;
  dates: StockDate[];
}

/** A date of the shelf, hanging from the bench edge. */
function DateTag({ d, x, level, i, dates }: DateTagProps) {
  return (
    <li className="absolute" style={{ left: x(parseISO(d.on)), top: 32 }}>
      <svg aria-hidden width={14} height={80 + 62 * (level[i] ?? 0)} className="absolute -left-1.75 top-0">
        <path d={`M7 6V${74 + 62 * (level[i] ?? 0)}`} stroke="var(--ink)" strokeWidth={1.8} />
        <circle
          cx={7}
          cy={6}
          r={5.4}
          fill={d.kind === "expired" ? "var(--caution)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      </svg>
      <span
        className="absolute left-3 block"
        style={{
          width: Math.max(110, Math.min(232, x(parseISO(dates[i + 1]?.on ?? "2999-01-01")) - x(parseISO(d.on)) - 22)),
          top: 16 + 62 * (level[i] ?? 0),
        }}
      >
        <span
          className={`block text-note leading-4.5 ${
            d.kind === "expired" ? "font-strong text-caution-ink" : "text-ink-2"
          }`}
        >
          {d.kind === "runs-out" ? "about " : ""}
          {dayInWords(d.on, "short")}
        </span>
        <span className="block truncate text-lead leading-5 font-strong" title={d.what}>
          {d.what}
        </span>
        <span className="block truncate text-note leading-4.5 text-ink-2">{d.why}</span>
      </span>
    </li>
  );
}

interface DateLevelsGiven {
  now: Date;
  start: Date;
  dates: StockDate[];
  x: (d: Date) => number;
}

/** How deep each date hangs so that none lies over another, and the months drawn. */
function dateLevels({ now, start, dates, x }: DateLevelsGiven) {
  const months = Array.from({ length: 10 }, (_, i) => new Date(now.getFullYear(), now.getMonth() + i, 1)).filter(
    (m) => m > start,
  );
  const width = 30 * PX_PER_DAY + 250 * PX_PER_DAY + 200;
  // words stand clear of each other on three levels
  const level: number[] = [];
  dates.forEach((d, i) => {
    let l = 0;
    while (
      l < 2 &&
      dates.slice(0, i).some((o, j) => level[j] === l && Math.abs(x(parseISO(o.on)) - x(parseISO(d.on))) < 250)
    )
      l++;
    level.push(l);
  });
  return { width, level, months };
}
