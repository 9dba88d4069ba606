import type { Metadata } from "next";
import { stockView } from "@/server/workshop/views/materials";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { ShelfScreen } from "@/ui/workshop/materials/ShelfScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Materials" };

/** The shelf: what is left of each material, drawn to one scale, and when it runs out or expires. */
export default async function MaterialsPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="materials" title="Materials" note="what is on the shelf" />
      <ShelfScreen shelf={await stockView(null)} />
    </div>
  );
}
