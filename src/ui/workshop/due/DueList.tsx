import { addDays, format, parseISO } from "date-fns";
import Link from "next/link";
import type { Machine } from "@/core/workshop/job";
import { dayInWords } from "@/core/base/days";

export interface DueWeekShown {
  key: string;
  from: string | null;
  week: number | null;
  machines: { machine: Machine; openJobId: number | null }[];
}

const BY: Record<Machine["dueBy"], string> = {
  drift: "measured",
  rule: "by rule",
  hand: "by hand",
  snooze: "put off",
  "": "",
};

/** What is due, week by week, late ones first. */
export function DueList({ weeks }: { weeks: readonly DueWeekShown[] }) {
  return (
    <div className="grid gap-7">
      {weeks.map((w) => (
        <section key={w.key} aria-labelledby={`week-${w.key}`}>
          <h2
            id={`week-${w.key}`}
            className={`border-b-[1.5px] pb-1 text-sub font-strong ${
              w.from === null ? "border-caution text-caution-ink" : "border-line"
            }`}
          >
            {w.from === null ? "Late" : `Week ${w.week ?? ""}`}
            {w.from === null ? null : <span className="pl-3 text-body font-regular text-ink-2">{daysOf(w.from)}</span>}
          </h2>
          <ul>
            {w.machines.map(({ machine, openJobId }) => (
              <li key={machine.id} className="border-b border-line-2">
                <Link
                  prefetch={false}
                  href={`/machines/${machine.id}/history`}
                  className="grid min-h-13 grid-cols-[92px_minmax(0,1fr)] items-center gap-x-4 py-1.5 hover:bg-plane
                    sm:grid-cols-[92px_minmax(0,250px)_minmax(0,1fr)_90px]"
                >
                  <span className="num text-lead">{dayInWords(machine.dueOn ?? "", "weekday")}</span>
                  <span className="truncate">
                    <b className="text-lead font-strong">{machine.place || machine.tag}</b>{" "}
                    <span className="text-body text-ink-2">
                      {machine.tag}, {machine.model}
                    </span>
                  </span>
                  <span className="col-span-2 truncate text-body text-ink-2 sm:col-span-1">
                    {openJobId ? "On the bench now. " : ""}
                    {machine.dueWhy}
                  </span>
                  <span className="hidden text-right text-body text-ink-2 sm:block">{BY[machine.dueBy]}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

const daysOf = (from: string): string => {
  const monday = parseISO(from);
  return `${format(monday, "d MMM")} to ${format(addDays(monday, 6), "d MMM yyyy")}`;
};
