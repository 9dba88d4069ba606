import type { Metadata } from "next";
import { benchName, tags } from "@/server/workshop/trust/network";
import { lockedRuns } from "@/server/workshop/trust/lockedRuns";
import { BenchBar } from "@/ui/workshop/trust/BenchBar";
import { LockedScreen } from "@/ui/workshop/trust/LockedScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Locked" };

/** A path of ours to go back to; the bench for whatever else is asked. */
const backOf = (told: unknown): string =>
  typeof told === "string" && /^\/[\w/-]*$/.test(told) && !told.startsWith("//") ? told : "/";

/** The locked bench. */
export default async function LockedPage({ searchParams }: { searchParams: Promise<{ back?: string | string[] }> }) {
  const [hung, runs, name] = await Promise.all([tags(), lockedRuns(), benchName()]);
  return (
    <div className="flex min-h-dvh flex-col">
      <BenchBar title={name} note="workshop network" right={<span className="text-body text-ink-2">Locked</span>} />
      <LockedScreen tags={hung} runs={runs} back={backOf((await searchParams).back)} />
    </div>
  );
}
