import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { contextOf } from "@/core/handwork/service";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { stagePath } from "@/ui/kit/steps/paths";
import { LinkButton } from "@/ui/kit/controls/Button";
import { PrintButton } from "@/ui/kit/controls/PrintButton";
import { TrayMap } from "@/ui/handwork/service/pictures/TrayMap";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Tray map" };

/** The tray map on paper: every cover screw where it belongs, to a scale that fits the sheet, with a bar to measure. */
export default async function TrayPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const ctx = contextOf(view.service, view.map);
  return (
    <main className="min-h-dvh bg-sheet p-6 print:p-0">
      <div className="mb-4 flex flex-wrap items-center gap-3 print:hidden">
        <h1 className="text-head font-bold">Tray map of {view.machine.model}</h1>
        <PrintButton />
        <LinkButton href={stagePath(view.job.id, "open")}>Back to the bench</LinkButton>
      </div>
      {ctx.map ? (
        <div className="overflow-x-auto print:overflow-visible" tabIndex={0} role="region" aria-label="Tray map">
          <TrayMap
            ctx={ctx}
            map={ctx.map}
            title={[view.machine.model, view.machine.variant, view.machine.tag].filter(Boolean).join(", ")}
          />
        </div>
      ) : (
        <p className="text-sub">This model is not drawn yet: draw its cover screws on the map first.</p>
      )}
    </main>
  );
}
