import { format, parseISO } from "date-fns";
import { STAGE_TITLES } from "@/core/job";
import type { Metadata } from "next";
import Link from "next/link";
import { plainText } from "@/core/judge";
import { allMachines } from "@/server/views/machine";
import { LinkButton } from "@/ui/controls/Button";
import { TopBar } from "@/ui/controls/TopBar";
import { BaseOutline } from "@/ui/underside/BaseOutline";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "All machines" };

export default async function MachinesPage() {
  const all = await allMachines();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="">
        <LinkButton href="/machines/new" look="plain">
          New intake
        </LinkButton>
      </TopBar>
      <main className="flex-1 bg-sheet px-10 py-7">
        <h1 className="text-step font-bold">{all.length === 0 ? "No machines yet." : `${all.length} machines`}</h1>
        <ul className="mt-4 max-w-275">
          {all.map(({ machine, last }) => (
            <li key={machine.id} className="border-b-[1.5px] border-line">
              <Link
                prefetch={false}
                href={`/machines/${machine.id}`}
                className="flex min-h-23 items-center gap-6 py-3 hover:bg-plane"
              >
                <span className="grid w-28 shrink-0 place-items-center">
                  <BaseOutline form={machine.form} pxPerMm={0.26} />
                </span>
                <span className="w-18.5 shrink-0 font-num text-body font-strong">{machine.tag}</span>
                <span className="w-62.5 shrink-0">
                  <span className="block text-sub font-strong">{machine.model}</span>
                  <span className="block text-body text-ink-2">{machine.place}</span>
                </span>
                <span className="min-w-0 flex-1">
                  <span className="block text-lead font-medium">
                    {last?.verdict
                      ? plainText(last.verdict.result.headline)
                      : last
                        ? last.at === "before"
                          ? "Waits for its run before"
                          : last.at === "after"
                            ? "Waits for its run after"
                            : `On the bench: ${STAGE_TITLES[last.at].toLowerCase()}`
                        : "No job yet"}
                  </span>
                  <span className="block truncate text-body text-ink-2">{last?.job.complaint}</span>
                </span>
                <span className="w-30 shrink-0 text-right text-body text-ink-2">
                  {machine.dueOn ? `due ${format(parseISO(machine.dueOn), "d MMM yyyy")}` : ""}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}
