"use client";
import Link from "next/link";
import { useState } from "react";
import type { FindingWorth, PastForecast } from "@/core/handwork/service";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { MissStrip } from "./MissStrip";
import { PlumbLines } from "./PlumbLines";
import { EYE_K, monthsOf, scoreOf } from "./threads";
import { WorthPanel } from "./WorthPanel";

interface Props {
  jobs: PastForecast[];
  worths: FindingWorth[];
  next: { jobId: number; tag: string; said: boolean } | null;
}

/** Under so many jobs no shares are told and nothing is said to be learnt. */
const FEW = 5;

/** What was forecast against what was won, job by job, and what findings are worth in this workshop. */
export function ForecastScreen({ jobs, worths, next }: Props) {
  const [picked, setPicked] = useState<number | null>(null);
  const outside = jobs.filter((j) => !j.held);
  const go = (list: readonly PastForecast[], by: 1 | -1) => {
    const i = list.findIndex((j) => j.jobId === picked);
    const to = list[i < 0 ? (by > 0 ? 0 : list.length - 1) : (i + by + list.length) % list.length];
    if (!to) return;
    setPicked(to.jobId);
    document.querySelector<HTMLElement>(`[data-job="${to.jobId}"]`)?.focus();
  };
  useKeys({
    x: () => go(outside, 1),
    ArrowRight: () => go(jobs, 1),
    ArrowLeft: () => go(jobs, -1),
  });
  if (jobs.length === 0) return <NoForecasts next={next} />;
  const learnt = jobs.length >= FEW;
  return (
    <main className="flex flex-1 flex-col">
      <h1 className="border-b-[1.5px] border-line bg-sheet px-6 py-4 text-head lg:px-10">
        <Headline jobs={jobs} />
      </h1>
      <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_332px]">
        <div className="flex min-w-0 flex-col bg-bench">
          <Legend />
          <PlumbLines months={monthsOf(jobs)} jobs={jobs} picked={picked} />
          <div className="flex-1" />
          {learnt ? <MissStrip jobs={jobs} /> : null}
        </div>
        <div className="border-t-[1.5px] border-line bg-sheet px-5 py-4 lg:border-t-0 lg:border-l-[1.5px]">
          <WorthPanel rows={worths} learnt={learnt} />
          {outside.length ? <Outside jobs={outside} /> : null}
        </div>
      </div>
      <Foot next={next} outside={outside.length} onOutside={() => go(outside, 1)} />
    </main>
  );
}

function Headline({ jobs }: { jobs: PastForecast[] }) {
  const { held, of, eye, eyes } = scoreOf(jobs);
  if (of < FEW)
    return (
      <>
        <b className="font-bold">{words.counted(of, "job")} so far.</b>{" "}
        <span className="text-ink-2">Shares are told from {FEW} on.</span>
      </>
    );
  return (
    <>
      <b className="font-bold">
        The forecast held in {held} of {of} jobs{eyes ? "," : "."}
      </b>{" "}
      {eyes ? (
        <span className="text-ink-2">
          the eye came within {EYE_K} K in {eye} of {eyes}.
        </span>
      ) : null}
    </>
  );
}

function Legend() {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-1 px-6 pt-2.5 text-note text-ink-2 lg:px-10">
      <p>Each thread is a job. It hangs as deep as the machine ran cooler.</p>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-ink">
        <li className="flex items-center gap-2">
          <svg aria-hidden width={14} height={18}>
            <rect x={1} y={1} width={12} height={16} fill="none" stroke="var(--ink)" strokeDasharray="4 3" />
          </svg>
          forecast, 90 %
        </li>
        <li className="flex items-center gap-2">
          <svg aria-hidden width={16} height={20} viewBox="-8 -10 16 20">
            <path
              d="M-3 -9h6v3.5l4.5 3.5v6l-7.5 9l-7.5 -9v-6l4.5 -3.5z"
              transform="scale(.8)"
              fill="var(--copper-fill)"
              stroke="var(--cu0)"
            />
          </svg>
          measured after
        </li>
        <li className="flex items-center gap-2">
          <svg aria-hidden width={14} height={14} viewBox="-7 -7 14 14">
            <circle r={5.4} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.8} />
            <circle r={1.6} fill="var(--ink)" />
          </svg>
          the eye, before the work
        </li>
      </ul>
    </div>
  );
}

const MOST_TOLD = 8;

/** Those that fell outside, with what was written of them. */
function Outside({ jobs }: { jobs: PastForecast[] }) {
  const told = [...jobs].reverse().slice(0, MOST_TOLD);
  const hands = jobs.filter((j) => j.hands).length;
  return (
    <section aria-labelledby="outside-heading" className="mt-5 border-t border-line pt-3">
      <h2 id="outside-heading" className="text-sub font-bold">
        {jobs.length === 1 ? "One fell outside" : `${jobs.length} fell outside`}
      </h2>
      <ul className="mt-1 text-body leading-5.75">
        {told.map((j) => (
          <li key={j.jobId} className="line-clamp-2">
            <Link prefetch={false} href={`/jobs/${j.jobId}/verdict`} className="num font-bold underline">
              {j.tag}
            </Link>{" "}
            {outsideWords(j)}
          </li>
        ))}
      </ul>
      {hands ? (
        <p className="mt-1.5 text-note text-ink-2">
          {hands === jobs.length
            ? `${words.agreeing(hands, "That is", "All are")} hands, not forecast: not learnt from.`
            : `${hands} of them ${words.agreeing(hands, "is", "are")} hands, not forecast: not learnt from.`}
        </p>
      ) : null}
    </section>
  );
}

function outsideWords(j: PastForecast): string {
  const was =
    j.won.mid < 0
      ? `got ${words.kelvinSize(-j.won.mid)} warmer`
      : `won ${words.kelvinSize(j.won.mid)}, ${j.won.mid > j.forecast.mid ? "more" : "less"} than forecast`;
  return `${was}${j.note ? `: ${j.note}` : "."}`;
}

function Foot({ next, outside, onOutside }: { next: Props["next"]; outside: number; onOutside: () => void }) {
  return (
    <div
      className="sticky bottom-0 z-10 flex flex-wrap items-center gap-3 border-t-[1.5px] border-line bg-plane px-6
        py-2.5 lg:px-10"
    >
      <p className="mr-auto text-body">
        {next ? (
          <>
            <b className="block text-sub font-bold">
              {next.said
                ? `Next: the run after of ${next.tag}.`
                : `Next: say what you expect for ${next.tag} before it is cleaned.`}
            </b>
            <span className="text-ink-2">A forecast stays shut until the eye has spoken.</span>
          </>
        ) : (
          <span className="text-ink-2">No open job has a forecast yet: grade its dust and look at its paste.</span>
        )}
      </p>
      {outside ? (
        <Button onClick={onOutside} keyCap="X">
          {outside === 1 ? "The one outside" : `The ${outside} outside`}
        </Button>
      ) : null}
      {next ? (
        <Link
          prefetch={false}
          href={`/jobs/${next.jobId}/strip`}
          className="inline-flex min-h-14 items-center rounded-control bg-copper px-6 text-title text-on-copper"
        >
          {next.said ? `On with ${next.tag}` : `Say it for ${next.tag}`}
        </Link>
      ) : null}
    </div>
  );
}

function NoForecasts({ next }: { next: Props["next"] }) {
  return (
    <main className="flex flex-1 flex-col">
      <h1 className="bg-sheet px-6 py-4 text-head font-bold lg:px-10">No forecast has met its outcome yet.</h1>
      <p className="max-w-160 bg-sheet px-6 pb-6 text-lead leading-6 lg:px-10">
        A job counts once its run before is read, its dust is graded or its paste looked at, the work is done and a run
        after is judged. From then on Ovrant learns what a finding is worth in this workshop.
      </p>
      <div className="mat flex-1" />
      <Foot next={next} outside={0} onOutside={() => undefined} />
    </main>
  );
}
