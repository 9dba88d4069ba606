import type { Metadata } from "next";
import { whoAsks } from "@/server/workshop/trust/asked";
import { practiceStart } from "@/server/learn/views/practice";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { PracticeStartScreen } from "@/ui/learn/practice/PracticeStart";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Practice bench" };

/** Where a learner begins: a machine by level or code, and the record so far. */
export default async function PracticePage({ searchParams }: { searchParams: Promise<{ learner?: string }> }) {
  const { learner } = await searchParams;
  const { person } = await whoAsks();
  const view = await practiceStart(typeof learner === "string" ? learner.slice(0, 8) : (person ?? ""));
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar here="practice" title="Practice bench" note="Made-up machines; nothing here is saved to a job." />
      <PracticeStartScreen key={view.learner} view={view} />
    </div>
  );
}
