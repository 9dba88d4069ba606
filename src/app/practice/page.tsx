import type { Metadata } from "next";
import { padCurvesView, workshopPracticeView } from "@/server/views/practice";
import { TopBar } from "@/ui/controls/TopBar";
import { CurvesForm } from "@/ui/pads/CurvesForm";
import { PracticeForm } from "@/ui/service/frame/PracticeForm";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Workshop practice" };

/** How the workshop works where schools differ; every job can differ from it. */
export default async function PracticePage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="Workshop practice" note="where schools differ" />
      <main className="flex-1 bg-sheet px-6 py-6 lg:px-10">
        <h1 className="text-step leading-9 font-bold">How this workshop works</h1>
        <p className="mt-1 max-w-190 text-lead text-ink-2">
          The first of each is our default, with its reason. A job keeps the practice it was begun with; the record says
          which was used.
        </p>
        <PracticeForm start={await workshopPracticeView()} to="/api/practice" />
        <CurvesForm start={await padCurvesView()} />
      </main>
    </div>
  );
}
