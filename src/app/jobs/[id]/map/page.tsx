import { may } from "@/core/workshop/trust";
import { whoAsks } from "@/server/workshop/trust/asked";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { jobPhotos } from "@/server/drawing/photos";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { baseOf } from "@/core/drawing/parts";
import { layoutStage } from "@/server/drawing/views/layout";
import { EditorScreen } from "@/ui/drawing/editor/EditorScreen";
import { MapScreen } from "@/ui/drawing/map/MapScreen";
import { StartMap } from "@/ui/drawing/map/StartMap";
import { JobFrame } from "@/ui/kit/steps/JobFrame";

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
