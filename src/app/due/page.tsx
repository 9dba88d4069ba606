import type { Metadata } from "next";
import { words } from "@/core/base/words";
import { pageOf } from "@/server/base/http/respond";
import { dueView } from "@/server/workshop/views/due";
import { LinkButton } from "@/ui/kit/controls/Button";
import { Pages } from "@/ui/kit/controls/Pages";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { DueList } from "@/ui/workshop/due/DueList";
import { Subscribe } from "@/ui/workshop/due/Subscribe";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Due" };

export default async function DuePage({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const view = await dueView(pageOf((await searchParams).page));
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="due" title="Due" note="next services, by week" />
      <main className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_320px]">
        <div className="min-w-0 bg-sheet px-4 py-5 sm:px-10">
          <h1 className="mb-5 text-step leading-9 font-bold">
            {view.late ? `${words.counted(view.late, "machine")} late. ` : "Nothing is late. "}
            <span className="font-regular text-ink-2">
              {view.toCome ? `${words.counted(view.toCome, "date")} to come.` : "No date to come."}
            </span>
          </h1>
          {view.weeks.length ? (
            <DueList weeks={view.weeks} />
          ) : (
            <p className="text-lead text-ink-2">
              A verdict proposes the next date; a machine&apos;s history shows what it is reckoned from.
            </p>
          )}
          <Pages shown={view.page} of={view.pages} href={(n) => `/due?page=${n}`} />
        </div>
        <aside className="flex flex-col gap-4 border-l-[1.5px] border-line bg-plane p-7 text-lead">
          <h2 className="text-sub font-strong">In your own calendar</h2>
          <p className="text-ink-2">
            Calendars that subscribe to this address show every next service and check run, and follow when one moves.
          </p>
          <Subscribe path="/calendar.ics" />
          <div className="flex-1" />
          <p className="text-body text-ink-2">
            Dates marked <b className="font-strong">measured</b> and <b className="font-strong">by rule</b> move by
            themselves, when a run or a rule changes what they rest on.
          </p>
          <LinkButton href="/settings#rules">The rules</LinkButton>
        </aside>
      </main>
    </div>
  );
}
