import { notFound, redirect } from "next/navigation";
import { idOf } from "@/server/base/http/respond";
import { machineOfJob } from "@/server/job/history";

export const dynamic = "force-dynamic";

/** The next date of a job's machine stands on the machine's history. */
export default async function DuePage({ params }: { params: Promise<{ id: string }> }) {
  const machineId = await machineOfJob(idOf((await params).id));
  if (machineId === null) notFound();
  redirect(`/machines/${machineId}/history`);
}
