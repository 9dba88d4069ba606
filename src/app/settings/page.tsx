import type { Metadata } from "next";
import { backupView } from "@/server/base/background/backups";
import { piecesState } from "@/server/base/background/pieces";
import { summariesState } from "@/server/job/makeSummaries";
import { erasureView } from "@/server/workshop/erasure";
import { markBytes } from "@/server/workshop/workshop";
import { rulesView, workshopView } from "@/server/workshop/views/workshop";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { OfflineWords } from "@/ui/kit/offline/OfflineWords";
import { BackupForm } from "@/ui/workshop/settings/BackupForm";
import { OpenFiles } from "@/ui/workshop/settings/OpenFiles";
import { ListsState } from "@/ui/workshop/settings/ListsState";
import { MarkForm } from "@/ui/workshop/settings/MarkForm";
import { RetentionForm } from "@/ui/workshop/settings/RetentionForm";
import { RulesForm } from "@/ui/workshop/settings/RulesForm";
import { SettingsForm } from "@/ui/workshop/settings/SettingsForm";
import { zoneHere } from "@/core/base/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Settings" };

/** What the workshop says of itself. */
export default async function SettingsPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="settings" title="Settings" note="of this workshop" />
      <main className="flex-1 bg-sheet px-4 py-6 sm:px-10">
        <h1 className="text-step leading-9 font-bold">This workshop</h1>
        <SettingsForm
          start={await workshopView()}
          zones={{ here: zoneHere(), known: Intl.supportedValuesOf("timeZone") }}
        />
        <MarkForm has={(await markBytes()) !== null} />
        <RulesForm start={await rulesView()} />
        <BackupForm {...await backupView()} pieces={await piecesState()} />
        <RetentionForm {...await erasureView()} />
        <ListsState {...await summariesState()} />
        <OpenFiles />
        <OfflineWords />
      </main>
    </div>
  );
}
