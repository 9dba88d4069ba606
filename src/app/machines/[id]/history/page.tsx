import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { words } from "@/core/base/words";
import { idOf } from "@/server/base/http/respond";
import { historyView } from "@/server/job/history";
import { Freshens } from "@/ui/kit/controls/Behind";
import { LinkButton } from "@/ui/kit/controls/Button";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { LyingRail, Rail } from "@/ui/kit/steps/Rail";
import { withDue } from "@/ui/kit/steps/due";
import { HistoryScreen } from "@/ui/workshop/history/HistoryScreen";
import { dayInWords } from "@/core/base/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "History" };

export default async function HistoryPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await historyView(idOf((await params).id));
  if (!view) notFound();
  const { machine, services } = view;
  const note = [
    machine.tag,
    machine.place,
    machine.bought ? `bought ${dayInWords(`${machine.bought}-01`, "month")}` : "",
    words.counted(services, "service"),
  ];
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar title={machine.model} note={note.filter(Boolean).join(", ")}>
        <LinkButton href={`/machines/${machine.id}`}>Its jobs</LinkButton>
      </TopBar>
      {view.newest ? (
        <LyingRail jobId={view.newest.jobId} stages={withDue(view.newest.stages, machine.dueOn)} shown="due" />
      ) : null}
      <Freshens behind={view.behind} />
      <div className="flex min-h-0 flex-1">
        {view.newest ? (
          <Rail jobId={view.newest.jobId} stages={withDue(view.newest.stages, machine.dueOn)} shown="due" />
        ) : null}
        <HistoryScreen
          machine={machine}
          chips={view.chips}
          visits={view.visits}
          next={view.next}
          dues={view.dues}
          jobs={view.jobs}
          parts={view.parts}
          today={view.today}
        />
      </div>
    </div>
  );
}
