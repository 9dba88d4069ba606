import { format } from "date-fns";
import Link from "next/link";
import { LinkButton } from "@/ui/controls/Button";
import { TopBar } from "@/ui/controls/TopBar";
import { BenchEdge } from "@/ui/bench/BenchEdge";
import { EmptyBench } from "@/ui/bench/EmptyBench";
import { Mat } from "@/ui/bench/Mat";
import { benchView } from "@/server/views/bench";

export const dynamic = "force-dynamic";

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

export default async function BenchPage() {
  const view = await benchView();
  const today = new Date();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar
        wide
        title={<span className="text-lead font-regular text-ink-2">Bench, {format(today, "EEEE d MMMM")}</span>}
      >
        <Link
          prefetch={false}
          href="/machines"
          className="flex min-h-11 items-center rounded-control px-3 text-body text-ink-2 hover:bg-plane"
        >
          All machines
        </Link>
        <Link
          prefetch={false}
          href="/layouts"
          className="flex min-h-11 items-center rounded-control px-3 text-body text-ink-2 hover:bg-plane"
        >
          Layouts
        </Link>
        <Link
          prefetch={false}
          href="/materials"
          className="flex min-h-11 items-center rounded-control px-3 text-body text-ink-2 hover:bg-plane"
        >
          Materials
        </Link>
        <Link
          prefetch={false}
          href="/practice"
          className="flex min-h-11 items-center rounded-control px-3 text-body text-ink-2 hover:bg-plane"
        >
          Practice
        </Link>
        <LinkButton href="/machines/new" look="plain" keyCap="N">
          New intake
        </LinkButton>
      </TopBar>
      <main className="flex flex-1 flex-col">
        <h1 className="bg-sheet px-4 py-4 sm:px-10 text-step leading-9.5 font-bold">
          {view.items.length === 0
            ? "Nothing on the bench."
            : view.needHands === 0
              ? "No machine needs your hands."
              : `${count(view.needHands, "machine needs", "machines need")} your hands.`}{" "}
          {view.haveVerdict > 0 ? (
            <span className="font-regular text-ink-2">
              {count(view.haveVerdict, "has its verdict and waits", "have their verdict and wait")} to be closed.
            </span>
          ) : null}
        </h1>
        {view.items.length === 0 ? <EmptyBench next={view.due[0] ?? null} /> : <Mat items={view.items} />}
        <div className="flex-1 bg-sheet" />
        <BenchEdge due={view.due} today={format(today, "yyyy-MM-dd")} />
      </main>
    </div>
  );
}
