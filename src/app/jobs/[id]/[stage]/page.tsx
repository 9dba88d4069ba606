import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { STAGE_TITLES } from "@/core/workshop/job";
import { SERVICE_STAGES, type ServiceStage } from "@/core/handwork/service";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { stockView } from "@/server/workshop/views/materials";
import { serviceStage } from "@/server/handwork/views/service";
import { ServiceScreen } from "@/ui/handwork/service/frame/ServiceScreen";
import { JobFrame } from "@/ui/kit/steps/JobFrame";

export const dynamic = "force-dynamic";

const known = (stage: string): stage is ServiceStage => (SERVICE_STAGES as readonly string[]).includes(stage);

export async function generateMetadata({ params }: { params: Promise<{ stage: string }> }): Promise<Metadata> {
  const { stage } = await params;
  return { title: known(stage) ? STAGE_TITLES[stage] : "Not found" };
}

/** A stage of handwork: its steps, one at a time, on the machine's drawing. */
export default async function ServiceStagePage({ params }: { params: Promise<{ id: string; stage: string }> }) {
  const { id, stage } = await params;
  if (!known(stage)) notFound();
  const view = await jobView(idOf(id));
  if (!view) notFound();
  const more = await serviceStage(view);
  return (
    <JobFrame view={view} shown={stage}>
      <ServiceScreen
        key={stage}
        jobId={view.job.id}
        stage={stage}
        facts={view.service}
        more={more}
        closed={view.job.closedAt !== null}
        complaint={view.job.complaint}
        shelf={await stockView(view.job.id)}
      />
    </JobFrame>
  );
}
