"use client";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import { useState } from "react";
import type { Machine } from "@/core/workshop/job";
import type { NextDue } from "@/core/workshop/upkeep";
import { words } from "@/core/base/words";
import { useSize } from "@/ui/kit/controls/size";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { HistoryPanel, type DueLineShown } from "./HistoryPanel";
import { HistoryPlot } from "./HistoryPlot";
import { JobLines } from "./JobLines";
import { PartsStrip } from "./PartsStrip";
import { timeOf } from "./scales";
import type { ChipCourse, JobLine, PartCourse, Visit } from "@/core/workshop/history";

interface Props {
  machine: Machine;
  chips: ChipCourse[];
  visits: Visit[];
  next: NextDue;
  dues: DueLineShown[];
  jobs: JobLine[];
  parts: PartCourse[];
  today: string;
}

/** Until it is measured, px. */
const USUAL_W = 800;

/** A machine over the years, and the date its next service is due. */
export function HistoryScreen({ machine, chips, visits, next, dues, jobs, parts, today }: Props) {
  const [picked, setPicked] = useState(() => firstOf(chips));
  const chip = chips[picked] ?? null;
  const [column, { width }] = useSize<HTMLDivElement>({ width: USUAL_W, height: 0 });
  const x = chip && timeOf(chip, today, width);
  return (
    <main className="grid min-w-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_320px]">
      <div ref={column} className="flex min-w-0 flex-col bg-sheet">
        <header className="border-b-[1.5px] border-line px-6 py-3">
          <h1 className="text-step leading-9 font-bold">{chip?.headline ?? "Nothing measured yet."}</h1>
          <p className="min-h-6 text-lead text-ink-2">
            {chip ? (
              <Sentence parts={chip.summary} />
            ) : (
              "A job with a run before and a run after, both judged, begins the strips of this page."
            )}
          </p>
          {chips.length > 1 ? (
            <TabGroup selectedIndex={picked} onChange={setPicked} className="mt-1">
              <TabList className="flex gap-2">
                {chips.map((c) => (
                  <Tab
                    key={c.course.chip}
                    className="min-h-11 rounded-control border-2 border-line px-4 text-body data-selected:border-ink
                      data-selected:font-strong"
                  >
                    {words.capital(words.chip(c.course.chip))}
                  </Tab>
                ))}
              </TabList>
            </TabGroup>
          ) : null}
        </header>
        {chip && x ? (
          <>
            <HistoryPlot
              x={x}
              chip={chip}
              visits={visits}
              limitC={machine.limitC}
              today={today}
              dueOn={machine.dueOn}
            />
            <Foot chip={chip} dueOn={machine.dueOn} />
            {parts.length ? (
              <section aria-labelledby="parts" className="bg-sheet pt-4">
                <h2 id="parts" className="px-6 text-sub font-strong">
                  Parts found on the way
                </h2>
                <PartsStrip parts={parts} x={x} />
              </section>
            ) : null}
          </>
        ) : null}
        {jobs.length ? (
          <section aria-labelledby="jobs" className="pt-4">
            <h2 id="jobs" className="px-6 pb-2 text-sub font-strong">
              {words.counted(jobs.length, "job")}
            </h2>
            <JobLines jobs={jobs} />
          </section>
        ) : null}
        <div className="flex-1" />
      </div>
      <HistoryPanel machine={machine} chip={chip} next={next} dues={dues} today={today} />
    </main>
  );
}

/** The chip that is first at its limit, else the first. */
const firstOf = (chips: readonly ChipCourse[]): number => {
  const days = chips.map((c) => c.forecast?.throttling?.early ?? "9999");
  return Math.max(0, days.indexOf([...days].sort()[0] ?? ""));
};

function Foot({ chip, dueOn }: { chip: ChipCourse; dueOn: string | null }) {
  const { fanRpm } = chip.course;
  return (
    <p className="bg-bench px-6 py-3 text-body text-ink-2">
      Hollow: before a service. Solid: after. Bars 90 %
      {fanRpm
        ? `, airflow brought to ${words.rpm(fanRpm > 100 ? 10 * Math.round(fanRpm / 10) : fanRpm)}`
        : ", at the fan speeds of the runs"}
      .{chip.others ? ` Bars at the right edge: ${chip.others.tags.join(", ")} after service.` : ""}
      {dueOn ? " The copper mark on the rule is the next date." : ""}
    </p>
  );
}
