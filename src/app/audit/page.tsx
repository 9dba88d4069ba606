import type { Metadata } from "next";
import { auditPage } from "@/server/workshop/trust/network";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { AuditScreen } from "@/ui/workshop/trust/AuditScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Audit" };

/** Who did what, from which bench. */
export default async function AuditPage({ searchParams }: { searchParams: Promise<{ before?: string }> }) {
  const { before } = await searchParams;
  const from = before && /^\d{1,9}$/.test(before) ? Number(before) : undefined;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar here="network" title="Audit" note="Who did what, from which bench; the newest first." />
      <AuditScreen lines={await auditPage(from)} later={from !== undefined} />
    </div>
  );
}
