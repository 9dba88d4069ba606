import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { idOf } from "@/server/respond";
import { jobView } from "@/server/views/job";
import { verdictStage } from "@/server/views/verdict";
import { JobFrame } from "@/ui/steps/JobFrame";
import { stagePath } from "@/ui/steps/paths";
import { VerdictScreen } from "@/ui/verdict/VerdictScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Verdict" };

export default async function VerdictPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const stage = await verdictStage(view);
  if (!stage) redirect(stagePath(view.job.id, view.at));
  return (
    <JobFrame jobId={view.job.id} machine={view.machine} stages={view.stages} shown="verdict" facts={<span className="hidden text-[15.5px] text-ink-2 lg:inline">Judge {stage.record.judgeVersion}</span>}>
      <VerdictScreen key={stage.record.id} jobId={view.job.id} verdict={stage.record.result} curves={stage.curves} suggestedDue={stage.suggestedDue} earlier={stage.earlier} outdated={stage.outdated} drawn={view.stages.some((s) => s.name === "map" && s.state === "done")} closed={view.job.closedAt ? { note: view.job.closingNote } : null} />
    </JobFrame>
  );
}
