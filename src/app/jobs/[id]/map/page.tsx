import { may } from "@/core/trust";
import { whoAsks } from "@/server/trust/asked";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { jobPhotos } from "@/server/photos";
import { idOf } from "@/server/requests/respond";
import { jobView } from "@/server/views/job";
import { baseOf } from "@/core/drawing";
import { layoutStage } from "@/server/views/layout";
import { EditorScreen } from "@/ui/editor/EditorScreen";
import { MapScreen } from "@/ui/map/MapScreen";
import { StartMap } from "@/ui/map/StartMap";
import { JobFrame } from "@/ui/steps/JobFrame";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Map" };

export default async function MapPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ edit?: string }>;
}) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const { revision, offer } = await layoutStage(view);
  const closed = view.job.closedAt !== null;
  const asking = await whoAsks();
  const draws = asking.role === null || may(asking.role, "close");
  const editing = (await searchParams).edit !== undefined && revision?.open && !closed && draws;
  return (
    <JobFrame
      view={view}
      shown="map"
      facts={
        <span className="hidden text-body text-ink-2 lg:inline">
          {revision ? `Revision ${revision.number}${revision.open ? ", open" : ", kept"}` : "No drawing yet"}
        </span>
      }
    >
      {revision && editing ? (
        <EditorScreen
          key={`edit-${revision.id}`}
          jobId={view.job.id}
          revision={revision}
          photos={await jobPhotos(view.job.id)}
        />
      ) : revision ? (
        <MapScreen
          key={revision.id}
          jobId={view.job.id}
          layout={revision.document}
          revision={{ number: revision.number, open: revision.open }}
          heat={view.verdict !== null}
          closed={closed}
        />
      ) : (
        <StartMap
          jobId={view.job.id}
          model={view.machine.model}
          variant={view.machine.variant}
          base={baseOf(view.machine.form)}
          offer={offer}
          closed={closed}
        />
      )}
    </JobFrame>
  );
}
