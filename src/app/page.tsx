import Link from "next/link";
import { Freshens } from "@/ui/kit/controls/Behind";
import { CautionBand } from "@/ui/kit/controls/Band";
import { LinkButton } from "@/ui/kit/controls/Button";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { BenchEdge } from "@/ui/workshop/bench/BenchEdge";
import { EmptyBench } from "@/ui/workshop/bench/EmptyBench";
import { Mat } from "@/ui/workshop/bench/Mat";
import { words } from "@/core/base/words";
import { benchView } from "@/server/workshop/views/bench";
import { dayInWords } from "@/core/base/days";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const view = await benchView();
  const { hands, verdict, held } = view.counts;
  const open = hands + verdict + held;
  const more = open - view.items.length;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar
        wide
        here="bench"
        title={<span className="text-lead font-regular text-ink-2">Bench, {dayInWords(view.today, "today")}</span>}
      >
        <LinkButton href="/machines/new" look="plain" keyCap="N">
          New intake
        </LinkButton>
      </TopBar>
      <Freshens behind={view.behind} />
      <main className="flex flex-1 flex-col">
        <h1 className="bg-sheet px-4 py-4 sm:px-10 text-step leading-9.5 font-bold">
          {open === 0
            ? "Nothing on the bench."
            : hands === 0
              ? "No machine needs your hands."
              : `${words.counted(hands, "machine")} ${words.agreeing(hands, "needs", "need")} your hands.`}{" "}
          {verdict > 0 ? (
            <span className="font-regular text-ink-2">
              {words.counted(verdict, "machine")}{" "}
              {words.agreeing(verdict, "has its verdict and waits", "have their verdict and wait")} to be closed.{" "}
            </span>
          ) : null}
          {held > 0 ? (
            <span className="font-regular text-ink-2">
              {words.counted(held, "machine")} {words.agreeing(held, "is", "are")} on hold.
            </span>
          ) : null}
        </h1>
        {view.backup ? (
          <div className="bg-sheet px-4 pb-3 sm:px-10">
            <CautionBand>
              {view.backup}{" "}
              <Link prefetch={false} href="/settings#backup" className="link">
                To the back-ups
              </Link>
            </CautionBand>
          </div>
        ) : null}
        {view.items.length === 0 ? (
          <EmptyBench next={view.due[0] ?? null} first={view.empty} />
        ) : (
          <Mat items={view.items} />
        )}
        {more > 0 ? (
          <p className="bg-sheet px-4 text-lead sm:px-10">
            <Link prefetch={false} href="/machines" className="link inline-flex min-h-11 items-center">
              {words.counted(more, "more machine")} with an open job {words.agreeing(more, "stands", "stand")} on the
              rack
            </Link>
          </p>
        ) : null}
        <div className="flex-1 bg-sheet" />
        <BenchEdge due={view.due} moreLate={view.moreLate} later={view.later} today={view.today} />
      </main>
    </div>
  );
}
