import type { Metadata } from "next";
import { idOf } from "@/server/base/http/respond";
import { RunStage } from "../RunStage";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Run after" };

export default async function RunAfterPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ replace?: string; live?: string }>;
}) {
  const { replace, live } = await searchParams;
  return <RunStage jobId={idOf((await params).id)} kind="after" replace={replace === "1"} live={live === "1"} />;
}
