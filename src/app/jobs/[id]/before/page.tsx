import type { Metadata } from "next";
import { idOf } from "@/server/base/http/respond";
import { RunStage } from "../RunStage";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Run before" };

export default async function RunBeforePage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ replace?: string; view?: string; live?: string }>;
}) {
  const { replace, view, live } = await searchParams;
  return (
    <RunStage
      jobId={idOf((await params).id)}
      kind="before"
      replace={replace === "1"}
      alone={view === "alone"}
      live={live === "1"}
    />
  );
}
