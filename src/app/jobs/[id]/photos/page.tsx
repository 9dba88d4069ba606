import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { jobPhotos } from "@/server/drawing/photos";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { layoutStage } from "@/server/drawing/views/layout";
import { PhotosScreen } from "@/ui/drawing/photos/PhotosScreen";
import { JobFrame } from "@/ui/kit/steps/JobFrame";
import { stagePath } from "@/ui/kit/steps/paths";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Photos" };

export default async function PhotosPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const { revision } = await layoutStage(view);
  if (!revision) redirect(stagePath(view.job.id, "map"));
  const photos = (await jobPhotos(view.job.id)).filter((p) => p.phase !== "tracing");
  return (
    <JobFrame view={view} shown="map">
      <PhotosScreen
        jobId={view.job.id}
        layout={revision.document}
        photos={photos}
        heat={view.verdict !== null}
        closed={view.job.closedAt !== null}
      />
    </JobFrame>
  );
}
