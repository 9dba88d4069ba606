import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { layoutStage } from "@/server/drawing/views/layout";
import { HeatScreen } from "@/ui/drawing/heat/HeatScreen";
import { JobFrame } from "@/ui/kit/steps/JobFrame";
import { stagePath } from "@/ui/kit/steps/paths";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Heat" };

export default async function HeatPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const { revision } = await layoutStage(view);
  if (!revision || !view.verdict) redirect(stagePath(view.job.id, revision ? "verdict" : "map"));
  return (
    <JobFrame view={view} shown="verdict">
      <HeatScreen
        jobId={view.job.id}
        layout={revision.document}
        verdict={view.verdict.result}
        service={view.service}
        conditions={{ before: view.runs.before?.conditions ?? null, after: view.runs.after?.conditions ?? null }}
      />
    </JobFrame>
  );
}
