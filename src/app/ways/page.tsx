import type { Metadata } from "next";
import { padCurvesView, workshopWaysView } from "@/server/views/ways";
import { TopBar } from "@/ui/controls/TopBar";
import { CurvesForm } from "@/ui/pads/CurvesForm";
import { WaysForm } from "@/ui/service/frame/WaysForm";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Workshop ways" };

/** How the workshop works where schools differ; every job can differ from it. */
export default async function WaysPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="ways" title="Workshop ways" note="where schools differ" />
      <main className="flex-1 bg-sheet px-6 py-6 lg:px-10">
        <h1 className="text-step leading-9 font-bold">How this workshop works</h1>
        <p className="mt-1 max-w-190 text-lead text-ink-2">
          The first of each is our default, with its reason. A job keeps the ways it was begun with; the record says
          which was used.
        </p>
        <WaysForm start={await workshopWaysView()} to="/api/ways" />
        <CurvesForm start={await padCurvesView()} />
      </main>
    </div>
  );
}
