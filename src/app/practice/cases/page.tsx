import type { Metadata } from "next";
import { practiceStart } from "@/server/learn/views/practice";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { CasesScreen } from "@/ui/learn/practice/CasesScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Cases to practise" };

/** Cases a teacher makes. */
export default async function CasesPage() {
  const { cases } = await practiceStart("");
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar here="practice" title="Cases to practise" note="Whoever has the code gets the same machine." />
      <CasesScreen cases={cases} />
    </div>
  );
}
