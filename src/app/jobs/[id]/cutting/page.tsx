import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { planOf } from "@/server/workshop/materials";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { stockView } from "@/server/workshop/views/materials";
import { LinkButton } from "@/ui/kit/controls/Button";
import { CuttingSheet } from "@/ui/handwork/pads/CuttingSheet";
import { PrintButton } from "@/ui/kit/controls/PrintButton";
import { stagePath } from "@/ui/kit/steps/paths";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Cutting plan" };

/** The cutting plan on paper, 1:1, with a bar to measure before the knife is set. */
export default async function CuttingPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const shelf = await stockView(view.job.id);
  return (
    <main className="min-h-dvh bg-sheet p-6 print:p-0">
      <div className="mb-4 flex flex-wrap items-center gap-3 print:hidden">
        <h1 className="text-head font-bold">Cutting plan, {view.machine.tag}</h1>
        <PrintButton />
        <a
          href={`/api/jobs/${view.job.id}/cutting`}
          download
          className="inline-flex min-h-12 items-center rounded-control border-2 border-line px-5 text-lead
            font-medium hover:border-ink-3"
        >
          SVG
        </a>
        <LinkButton href={stagePath(view.job.id, "paste")}>Back to the bench</LinkButton>
      </div>
      <CuttingSheet
        plan={await planOf(view, shelf)}
        shelf={shelf}
        title={[view.machine.model, view.machine.tag].filter(Boolean).join(", ")}
      />
    </main>
  );
}
