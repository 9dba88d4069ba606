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
        <h1 className="text-[29px] font-[700]">{all.length === 0 ? "No machines yet." : `${all.length} machines`}</h1>
        <ul className="mt-4 max-w-[1100px]">
          {all.map(({ machine, last }) => (
            <li key={machine.id} className="border-b-[1.5px] border-line">
              <Link
                prefetch={false}
                href={`/machines/${machine.id}`}
                className="flex min-h-[92px] items-center gap-6 py-3 hover:bg-plane"
              >
                <span className="grid w-[112px] shrink-0 place-items-center">
                  <BaseOutline form={machine.form} pxPerMm={0.26} />
                </span>
                <span className="w-[74px] shrink-0 font-num text-[16px] font-[600]">{machine.tag}</span>
                <span className="w-[250px] shrink-0">
                  <span className="block text-[18px] font-[640]">{machine.model}</span>
                  <span className="block text-[15.5px] text-ink-2">{machine.place}</span>
                </span>
                <span className="min-w-0 flex-1">
                  <span className="block text-[17px] font-[560]">
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
                  <span className="block truncate text-[15.5px] text-ink-2">{last?.job.complaint}</span>
                </span>
                <span className="w-[120px] shrink-0 text-right text-[15.5px] text-ink-2">
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
