import { format, parseISO } from "date-fns";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { words } from "@/core/words";
import { idOf } from "@/server/requests/respond";
import { historyView } from "@/server/views/history";
import { LinkButton } from "@/ui/controls/Button";
import { TopBar } from "@/ui/controls/TopBar";
import { HistoryScreen } from "@/ui/history/HistoryScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "History" };

export default async function HistoryPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await historyView(idOf((await params).id));
  if (!view) notFound();
  const { machine, services } = view;
  const note = [
    machine.tag,
    machine.place,
    machine.bought ? `bought ${format(parseISO(`${machine.bought}-01`), "MMMM yyyy")}` : "",
    words.counted(services, "service"),
  ];
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar title={machine.model} note={note.filter(Boolean).join(", ")}>
        <LinkButton href={`/machines/${machine.id}`}>Its jobs</LinkButton>
      </TopBar>
      <HistoryScreen
        machine={machine}
        chips={view.chips}
        visits={view.visits}
        next={view.next}
        dues={view.dues}
        today={view.today}
      />
    </div>
  );
}
