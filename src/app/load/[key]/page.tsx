import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { hasLoadPage } from "@/server/measure/liveRuns";
import { LoadScreen } from "@/ui/measure/load/LoadScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Load" };

/**
 * The page that works the machine under test, opened by the first figures of its run's token. The whole token stands
 * behind the #, and never reaches a log of requests.
 */
export default async function LoadPage({ params }: { params: Promise<{ key: string }> }) {
  if (!(await hasLoadPage((await params).key))) notFound();
  return <LoadScreen />;
}
