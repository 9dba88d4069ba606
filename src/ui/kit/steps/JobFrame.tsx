import Link from "next/link";
import type { ReactNode } from "react";
import type { JobHead, Machine, StageName, StageView } from "@/core/workshop/job";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { withDue } from "./due";
import { HeadBands } from "./HeadBands";
import { Hold } from "./Hold";
import { LyingRail, Rail } from "./Rail";

interface Props {
  /** The job as its pages know it. */
  view: { job: { id: number }; machine: Machine; stages: StageView[]; head: JobHead };
  shown: StageName;
  facts?: ReactNode;
  children: ReactNode;
}

/** The frame every stage of a job stands in: bar, rail, and the stage itself. */
export function JobFrame({ view, shown, facts, children }: Props) {
  const { job, machine, head } = view;
  const stages = withDue(view.stages, machine.dueOn);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <TopBar
        title={
          <Link
            prefetch={false}
            href={`/machines/${machine.id}`}
            className="inline-flex min-h-11 items-center hover:underline"
          >
            {machine.model}
          </Link>
        }
        note={[machine.tag, machine.place].filter(Boolean).join(", ")}
      >
        {facts}
        {head.closed ? null : <Hold jobId={job.id} waits={head.waits} />}
      </TopBar>
      <HeadBands jobId={job.id} head={head} shown={shown} />
      <LyingRail jobId={job.id} stages={stages} shown={shown} />
      <div className="flex min-h-0 flex-1">
        <Rail jobId={job.id} stages={stages} shown={shown} />
        <main className="flex min-h-0 min-w-0 flex-1 flex-col lg:overflow-y-auto">{children}</main>
      </div>
    </div>
  );
}
