import type { Metadata } from "next";
import { networkReady } from "@/server/workshop/trust/network";
import { digitsNow } from "@/server/workshop/trust/seal";
import { BenchBar } from "@/ui/workshop/trust/BenchBar";
import { JoinScreen } from "@/ui/workshop/trust/JoinScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Join the workshop" };

/** The one page strangers on the network see. */
export default async function JoinPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <BenchBar title="This bench" note="not yet known on the network" />
      <JoinScreen digits={await digitsNow()} ready={await networkReady()} />
    </div>
  );
}
