import { words } from "@/core/words";
import { format, parseISO } from "date-fns";
import { type Machine, standsWords } from "@/core/job";
import type { Metadata } from "next";
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
import { JobsTable, type JobRow } from "@/ui/machine/JobsTable";
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
                ? `${words.counted(open.length, "job")} ${words.agreeing(open.length, "is", "are")} open.`
                : `${words.counted(jobs.length, "job")}, all closed.`}
          </h1>
          <div className="mt-4">{jobs.length ? <JobsTable rows={jobs.map(rowOf)} /> : null}</div>
        </div>
        <MachineSide drawing={drawing} machine={machine} />
      </main>
    </div>
  );
}

/** A job as its row of the table shows it. */
const rowOf = ({ job, at, verdict }: JobView): JobRow => ({
  id: job.id,
  href: stagePath(job.id, at),
  openedAt: job.openedAt,
  closedAt: job.closedAt,
  complaint: job.complaint,
  closingNote: job.closingNote,
  verdict: verdict?.result ?? null,
  stands: standsWords(at),
});

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
