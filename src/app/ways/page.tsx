import { Allowed } from "@/ui/kit/controls/Allowed";
import type { Metadata } from "next";
import { padCurvesView, procedureView } from "@/server/handwork/views/procedure";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { CurvesForm } from "@/ui/handwork/pads/CurvesForm";
import { ProcedureScreen } from "@/ui/handwork/procedure/ProcedureScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Workshop ways" };

/** How the workshop works where schools differ; every job can differ from it, and says so. */
export default async function WaysPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="ways" title="Workshop ways" note="kept with every job" />
      <main className="flex flex-1 flex-col">
        <Allowed right="manage">
          <ProcedureScreen {...await procedureView()} />
        </Allowed>
        <div className="bg-sheet px-4 py-6 sm:px-10">
          <Allowed right="close" quiet>
            <CurvesForm start={await padCurvesView()} />
          </Allowed>
        </div>
      </main>
    </div>
  );
}
