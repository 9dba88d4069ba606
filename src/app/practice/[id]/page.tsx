import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { practiceTry } from "@/server/learn/views/practice";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { PracticeScreen } from "@/ui/learn/practice/PracticeScreen";
import { PracticeTitle } from "@/ui/learn/practice/PracticeTitle";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Practice bench" };

/** One mystery machine. */
export default async function TryPage({ params }: { params: Promise<{ id: string }> }) {
  const id = Number((await params).id);
  const found = Number.isSafeInteger(id) ? await practiceTry(id) : null;
  if (!found) notFound();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar here="practice" title={<PracticeTitle view={found.view} />} />
      <PracticeScreen key={id} view={found.view} layout={found.layout} />
    </div>
  );
}
