import { notFound, redirect } from "next/navigation";
import { idOf } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { stagePath } from "@/ui/kit/steps/paths";

export const dynamic = "force-dynamic";

/** A job opens at the stage it waits at. */
export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  redirect(stagePath(view.job.id, view.at));
}
