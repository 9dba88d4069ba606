import type { Metadata } from "next";
import { networkView } from "@/server/workshop/trust/network";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { NetworkScreen } from "@/ui/workshop/trust/NetworkScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Bench network" };

/** The passphrase, tags and benches of the workshop's network. */
export default async function NetworkPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar here="network" title="Bench network" note="Who may, and from which bench." />
      <NetworkScreen view={await networkView()} />
    </div>
  );
}
