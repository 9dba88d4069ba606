import { format, parseISO } from "date-fns";
import { type Machine, standsWords } from "@/core/job";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { idOf } from "@/server/respond";
import { machineView } from "@/server/views/machine";
import { TopBar } from "@/ui/controls/TopBar";
import { NewJob } from "@/ui/machine/NewJob";
import { ENVIRONMENT_WORDS } from "@/ui/machine/words";
import { stagePath } from "@/ui/steps/paths";
import { CoolingMap, type Layout } from "@/core/drawing";
import { mapSentence } from "@/core/cooling";
import { MapWords } from "@/ui/map/MapWords";
import { SmallUnderside } from "@/ui/underside/SmallUnderside";
import { BaseOutline } from "@/ui/underside/BaseOutline";
import { JobLadders } from "@/ui/machine/JobLadders";
import { Sentence } from "@/ui/verdict/Sentence";
import { type JobView } from "@/server/views/job";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Machine" };

export default async function MachinePage({ params }: { params: Promise<{ id: string }> }) {
  const view = await machineView(idOf((await params).id));
  if (!view) notFound();
  const { machine, jobs, drawing } = view;
  const open = jobs.filter((j) => !j.job.closedAt);
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title={machine.model} note={[machine.tag, machine.place].filter(Boolean).join(", ")} />
      <main className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_380px]">
        <div className="min-w-0 bg-sheet px-4 sm:px-10 py-6">
          <h1 className="text-step leading-9 font-bold">
            {jobs.length === 0
              ? "No job yet."
              : open.length
                ? `${open.length === 1 ? "One job is" : `${open.length} jobs are`} open.`
                : `${jobs.length === 1 ? "One job" : `${jobs.length} jobs`}, all closed.`}
          </h1>
          <ul className="mt-4">
            {jobs.map((j) => (
              <JobRow key={j.job.id} j={j} />
            ))}
          </ul>
        </div>
        <MachineSide drawing={drawing} machine={machine} />
      </main>
    </div>
  );
}

interface JobRowProps {
  j: JobView & { sentence: string };
}

/** A job with its ladders and its verdict. */
function JobRow({ j }: JobRowProps) {
  return (
    <li className="border-t-[1.5px] border-line">
      <Link prefetch={false} href={stagePath(j.job.id, j.at)} className="flex items-center gap-7 py-5 hover:bg-plane">
        <JobLadders verdict={j.verdict?.result ?? null} />
        <span className="min-w-0 flex-1">
          <span className="block text-body text-ink-2">
            {format(parseISO(j.job.openedAt), "d MMM yyyy")}
            {j.job.closedAt ? `, closed ${format(parseISO(j.job.closedAt), "d MMM")}` : ", open"}
          </span>
          <span className="block text-head leading-7.5 font-bold">
            {j.verdict ? <Sentence parts={j.verdict.result.headline} /> : standsWords(j.at)}
          </span>
          <span className="mt-1 block text-lead text-ink-2">
            {j.verdict ? <Sentence parts={j.verdict.result.summary} /> : j.job.complaint}
          </span>
          {j.verdict ? <span className="mt-1 block text-body text-ink-2">In for: {j.job.complaint}</span> : null}
          {j.job.closingNote ? <span className="block text-body text-ink-2">Found: {j.job.closingNote}</span> : null}
        </span>
      </Link>
    </li>
  );
}

interface MachineSideProps {
  drawing: { number: number; document: Layout } | null;
  machine: Machine;
}

/** The machine's underside and its card. */
function MachineSide({ drawing, machine }: MachineSideProps) {
  return (
    <aside className="flex flex-col gap-6 border-l-[1.5px] border-line bg-plane p-7">
      <div className="grid place-items-center">
        {drawing ? (
          <SmallUnderside layout={drawing.document} pxPerMm={0.86} />
        ) : (
          <BaseOutline form={machine.form} pxPerMm={0.78} />
        )}
      </div>
      {drawing ? (
        <p className="text-lead leading-5.5">
          <MapWords words={mapSentence(new CoolingMap(drawing.document))} />{" "}
          <span className="text-ink-2">Revision {drawing.number}.</span>
        </p>
      ) : null}
      <dl className="grid grid-cols-[110px_1fr] gap-y-1.5 text-lead">
        <dt className="text-ink-2">Tag</dt>
        <dd className="num font-strong">{machine.tag}</dd>
        <dt className="text-ink-2">Variant</dt>
        <dd>{machine.variant || "not said"}</dd>
        <dt className="text-ink-2">Lives in</dt>
        <dd>{ENVIRONMENT_WORDS[machine.environment as keyof typeof ENVIRONMENT_WORDS] ?? machine.environment}</dd>
        <dt className="text-ink-2">Limit</dt>
        <dd className="num">{machine.limitC === null ? "not known" : `${machine.limitC} °C`}</dd>
        <dt className="text-ink-2">Due</dt>
        <dd>
          {machine.dueOn
            ? `${format(parseISO(machine.dueOn), "d MMM yyyy")}${machine.dueWhy ? `, ${machine.dueWhy}` : ""}`
            : "no date set"}
        </dd>
      </dl>
      <div className="flex-1" />
      <NewJob machineId={machine.id} />
    </aside>
  );
}
