import { Allowed } from "@/ui/kit/controls/Allowed";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { JobFrame } from "@/ui/kit/steps/JobFrame";
import { ProcedureForm } from "@/ui/handwork/service/frame/ProcedureForm";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Ways of this job" };

/** How this one job is worked, where it differs from the workshop. */
export default async function JobWaysPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const closed = view.job.closedAt !== null;
  return (
    <JobFrame view={view} shown="intake">
      <div className="flex-1 overflow-y-auto bg-sheet px-6 py-6 lg:px-10">
        <h1 className="text-step leading-9 font-bold">How this job is worked</h1>
        <p className="mt-1 text-lead text-ink-2">
          {closed
            ? "The job is closed; this is the ways it was worked by."
            : "It starts from the workshop's ways; what is set here holds for this job alone and stands in " +
              "its record."}
        </p>
        <Allowed right="manage">
          <ProcedureForm start={view.service.procedure} to={`/api/jobs/${view.job.id}/ways`} closed={closed} />
        </Allowed>
      </div>
    </JobFrame>
  );
}
