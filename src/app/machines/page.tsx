import { standsWords } from "@/core/job";
import type { Metadata } from "next";
import { words } from "@/core/words";
import { plainText } from "@/core/judge";
import { allMachines } from "@/server/views/machine";
import { LinkButton } from "@/ui/controls/Button";
import { TopBar } from "@/ui/controls/TopBar";
import { MachinesTable } from "@/ui/machine/MachinesTable";

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
      <main className="flex-1 bg-sheet px-4 py-7 sm:px-10">
        <h1 className="text-step font-bold">
          {all.length === 0 ? "No machines yet." : words.counted(all.length, "machine")}
        </h1>
        <div className="mt-2 max-w-275">
          <MachinesTable
            rows={all.map(({ machine, last }) => ({
              machine,
              stands: last?.verdict
                ? plainText(last.verdict.result.headline)
                : last
                  ? standsWords(last.at)
                  : "No job yet",
              complaint: last?.job.complaint ?? "",
            }))}
          />
        </div>
      </main>
    </div>
  );
}
