import { Allowed } from "@/ui/kit/controls/Allowed";
import { words } from "@/core/base/words";
import { type Machine, statusWords } from "@/core/workshop/job";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idOf, pageOf } from "@/server/base/http/respond";
import { JOBS_ON_PAGE, machineView, type MachineView } from "@/server/workshop/views/machine";
import { Freshens } from "@/ui/kit/controls/Behind";
import { LinkButton } from "@/ui/kit/controls/Button";
import { Pages } from "@/ui/kit/controls/Pages";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { EditMachine } from "@/ui/workshop/machine/EditMachine";
import { EraseMachine } from "@/ui/workshop/machine/EraseMachine";
import { NewJob } from "@/ui/workshop/machine/NewJob";
import { ENVIRONMENT_WORDS } from "@/ui/workshop/machine/words";
import { stagePath } from "@/ui/kit/steps/paths";
import { CoolingMap } from "@/core/drawing/parts";
import { mapOf } from "@/server/job/drawnBy";
import { mapSentence } from "@/core/drawing/cooling";
import { MapWords } from "@/ui/drawing/map/MapWords";
import { DrawnOnBench } from "@/ui/drawing/underside/DrawnOnBench";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { JobsTable, type JobRow } from "@/ui/workshop/machine/JobsTable";
import { dayInWords } from "@/core/base/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Machine" };

export default async function MachinePage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ page?: string }>;
}) {
  const page = pageOf((await searchParams).page);
  const view = await machineView(idOf((await params).id), page);
  if (!view) notFound();
  const { machine, jobs, drawing, counts } = view;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title={machine.model} note={[machine.tag, machine.place].filter(Boolean).join(", ")} />
      <Freshens behind={jobs.some((j) => j.summary.behind)} />
      <main className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_380px]">
        <div className="min-w-0 bg-sheet px-4 sm:px-10 py-6">
          <h1 className="text-step leading-9 font-bold">
            {counts.all === 0
              ? "No job yet."
              : counts.open
                ? `${words.counted(counts.open, "job")} ${words.agreeing(counts.open, "is", "are")} open.`
                : `${words.counted(counts.all, "job")}, all closed.`}
          </h1>
          <div className="mt-4">{jobs.length ? <JobsTable rows={jobs.map(rowOf)} /> : null}</div>
          <Pages
            shown={page}
            of={Math.ceil(counts.all / JOBS_ON_PAGE)}
            href={(n) => `/machines/${machine.id}?page=${n}`}
          />
        </div>
        <MachineSide drawing={drawing} machine={machine} served={counts.all > counts.open} />
      </main>
    </div>
  );
}

/** A job as its row of the table shows it. */
const rowOf = ({ job, summary }: MachineView["jobs"][number]): JobRow => ({
  id: job.id,
  href: stagePath(job.id, summary.at),
  openedAt: job.openedAt,
  closedAt: job.closedAt,
  complaint: job.complaint,
  closingNote: job.closingNote,
  verdict: summary.verdict,
  status: statusWords(summary.at),
  behind: summary.behind,
});

interface MachineSideProps {
  drawing: MachineView["drawing"];
  machine: Machine;
  /** It had a job that was closed. */
  served: boolean;
}

/** The machine's underside and its card. */
function MachineSide({ drawing, machine, served }: MachineSideProps) {
  return (
    <aside className="flex flex-col gap-6 border-l-[1.5px] border-line bg-plane p-7">
      <div className="grid place-items-center">
        {drawing ? (
          <DrawnOnBench
            revisionId={drawing.id}
            version={drawing.version}
            widthMm={drawing.document.base.widthMm}
            depthMm={drawing.document.base.depthMm}
            pxPerMm={0.86}
            fluid
          />
        ) : (
          <BaseOutline form={machine.form} pxPerMm={0.78} />
        )}
      </div>
      {drawing ? (
        <p className="text-lead leading-5.5">
          <MapWords words={mapSentence(mapOf(drawing) ?? new CoolingMap(drawing.document))} />{" "}
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
          {machine.dueOn ? `${dayInWords(machine.dueOn)}${machine.dueWhy ? `, ${machine.dueWhy}` : ""}` : "no date set"}
        </dd>
      </dl>
      <div className="flex-1" />
      <Allowed right="close" quiet>
        <EditMachine machine={machine} />
      </Allowed>
      <LinkButton href={`/machines/${machine.id}/history`} look="plain">
        Its history and next date
      </LinkButton>
      <Allowed right="close">
        <NewJob machineId={machine.id} served={served} />
      </Allowed>
      <Allowed right="manage" quiet>
        <EraseMachine machine={machine} />
      </Allowed>
    </aside>
  );
}
