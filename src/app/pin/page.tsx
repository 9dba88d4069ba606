import type { Metadata } from "next";
import { whoAsks } from "@/server/workshop/trust/asked";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { OwnPinScreen } from "@/ui/workshop/trust/OwnPinScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Your PIN" };

/** One's own PIN. */
export default async function PinPage() {
  const { person } = await whoAsks();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar title="Your PIN" note={person ?? ""} />
      <OwnPinScreen signedIn={person !== null} />
    </div>
  );
}
