"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { differenceInCalendarDays, parseISO } from "date-fns";
import { ChevronRight } from "lucide-react";
import type { Machine } from "@/core/workshop/job";
import { FURTHEST_MONTHS, HOT_ROOM_C, type Drift } from "@/core/workshop/history";
import type { NextDue } from "@/core/workshop/upkeep";
import { words } from "@/core/base/words";
import { DueActs } from "./DueActs";
import type { ChipCourse } from "@/core/workshop/history";
import { dayInWords } from "@/core/base/days";
import { When } from "@/ui/kit/controls/days";

export interface DueLineShown {
  at: string;
  what: string;
  dueOn: string | null;
  why: string;
  wasOn: string | null;
}

const day = (iso: string) => dayInWords(iso);

interface Props {
  machine: Machine;
  chip: ChipCourse | null;
  next: NextDue;
  dues: readonly DueLineShown[];
  today: string;
}

/** The next date, why then, why it is wide, and how fast each path drifts. */
export function HistoryPanel({ machine, chip, next, dues, today }: Props) {
  const shown = machine.dueOn ?? next.dueOn;
  const away = differenceInCalendarDays(parseISO(shown), parseISO(today));
  return (
    <aside className="flex flex-col border-l-[1.5px] border-line bg-plane px-6 py-4 text-lead">
      <p className="text-ink-2">{machine.dueOn ? "Next due" : "Proposed date"}</p>
      <p className="text-head leading-10 font-bold">{dayInWords(shown, "long")}</p>
      <p className="text-ink-2">
        {away < 0
          ? `${words.counted(-away, "day")} late`
          : away < 14
            ? `in ${words.counted(away, "day")}`
            : weeks(away)}
        {machine.dueOn ? saidBy(machine) : ""}
      </p>
      {machine.dueOn && machine.dueOn !== next.dueOn ? (
        <Part title="Reckoned now:">
          {day(next.dueOn)}, {next.why}.
        </Part>
      ) : null}
      <WhyThen chip={chip} next={next} machine={machine} />
      {chip?.narrows && chip.course.airflow.drift ? <WhyWide chip={chip} narrows={chip.narrows} /> : null}
      {chip ? <Pace name="Airflow" drift={chip.course.airflow.drift} W={chip.course.totalW} /> : null}
      {chip ? <Pace name="Contact" drift={chip.course.contact.drift} W={chip.course.ownW} /> : null}
      {chip?.others && chip.course.now ? <Others chip={chip} others={chip.others} /> : null}
      {dues.length ? <WasDue dues={dues} /> : null}
      <div className="min-h-4 flex-1" />
      <Allowed right="close">
        <DueActs machine={machine} next={next} />
      </Allowed>
    </aside>
  );
}

/** By what it was set; one that was reckoned is explained below. */
const saidBy = ({ dueBy, dueWhy }: Machine): string =>
  dueBy === "drift" ? ", by measured drift" : dueBy === "rule" ? ", by rule" : dueWhy ? `: ${dueWhy}` : "";

const weeks = (days: number): string =>
  days < 120
    ? `in ${words.counted(Math.round(days / 7), "week")}`
    : `in ${words.counted(Math.round(days / 30.44), "month")}`;

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <p className="mt-3 border-t-[1.5px] border-line pt-3 text-body leading-5.5">
      <b className="font-bold">{title}</b> {children}
    </p>
  );
}

function WhyThen({ chip, next, machine }: { chip: ChipCourse | null; next: NextDue; machine: Machine }) {
  const t = chip?.forecast?.throttling;
  if (next.by === "rule")
    return (
      <Part title="Why then.">
        By rule, {next.reasons.join("; ")}.{" "}
        {machine.limitC === null && chip?.course.airflow.drift
          ? "Its drift is measured, but its throttle limit is not known: give it on the machine's page."
          : "Two intervals between services that were measured take the place of the rule."}
      </Part>
    );
  return (
    <Part title="Why then.">
      On a <b className="num font-bold">{HOT_ROOM_C} °C</b> day it first throttles{" "}
      {t?.middle ? `about ${day(t.middle)}` : `later than in ${FURTHEST_MONTHS / 12} years`}
      {t?.early ? `, at the earliest ${day(t.early)}` : ""}. {words.capital(next.reasons.slice(1).join("; "))}
      {next.reasons.length > 1 ? "." : ""}
    </Part>
  );
}

function WhyWide({ chip, narrows }: { chip: ChipCourse; narrows: NonNullable<ChipCourse["narrows"]> }) {
  const { nowDays, thenDays } = narrows;
  const of = chip.course.airflow.drift?.of ?? 0;
  return (
    <Part title="Why it is wide.">
      {words.capital(words.counted(of, "interval"))}, each at its own pace: {span(nowDays)} from edge to edge.{" "}
      {thenDays < 0.8 * nowDays
        ? `One more run now, lid closed, narrows it to about ${span(thenDays)}.`
        : "One more run now would hardly narrow it."}
    </Part>
  );
}

const span = (days: number): string =>
  days > 1_000
    ? words.counted(Math.round(days / 365.25), "year")
    : days < 75
      ? words.counted(Math.max(1, Math.round(days / 7)), "week")
      : words.counted(Math.round(days / 30.44), "month");

function Pace({ name, drift, W }: { name: string; drift: Drift | null; W: number }) {
  return (
    <Part title={name}>
      {drift ? (
        <>
          drifts <b className="num font-strong">{words.number(drift.mid, 3)} K/W</b> a month, 90 %{" "}
          <span className="num">
            {words.number(drift.low, 3)} to {words.number(drift.high, 3)}
          </span>
          : about {words.kelvinSize(12 * W * drift.mid)} a year at its load.
        </>
      ) : (
        "drifts by an unknown pace: that takes two intervals between services, both ends measured."
      )}
    </Part>
  );
}

function Others({ chip, others }: { chip: ChipCourse; others: NonNullable<ChipCourse["others"]> }) {
  const { now } = chip.course;
  const tags = others.tags.join(", ");
  const range = ([low, high]: [number, number]) =>
    low === high ? words.number(low, 2) : `${words.number(low, 2)} to ${words.number(high, 2)}`;
  return (
    <Part title="Others of its model">
      after service ({tags}): airflow <span className="num">{range(others.airflow)}</span>, contact{" "}
      <span className="num">{range(others.contact)} K/W</span>. This one now:{" "}
      <span className="num">{words.number(now?.airflow.KW ?? 0, 2)}</span> and{" "}
      <span className="num">{words.number(now?.contact.KW ?? 0, 2)}</span>.
    </Part>
  );
}

const WHAT: Record<string, string> = {
  set: "set",
  moved: "moved by itself",
  snoozed: "put off",
  done: "done, next one",
  "taken away": "taken away",
};

/** What it was due to. */
function WasDue({ dues }: { dues: readonly DueLineShown[] }) {
  return (
    <details className="group mt-3 border-t-[1.5px] border-line pt-1 text-body">
      <summary className="flex min-h-11 cursor-pointer items-center gap-1.5 font-bold">
        <ChevronRight aria-hidden size={18} className="transition-transform group-open:rotate-90" />
        Dates it had ({dues.length})
      </summary>
      <ol className="grid gap-2 pb-1">
        {dues.map((d) => (
          <li key={`${d.at} ${d.dueOn ?? ""}`}>
            <span className="num">
              <When at={d.at} />
            </span>
            : {WHAT[d.what] ?? d.what}
            {d.dueOn ? ` to ${day(d.dueOn)}` : ""}
            {d.wasOn && d.wasOn !== d.dueOn ? `, was ${day(d.wasOn)}` : ""}
            {d.why ? <span className="text-ink-2"> ({d.why})</span> : null}
          </li>
        ))}
      </ol>
    </details>
  );
}
