import type { Metadata } from "next";
import { words } from "@/core/base/words";
import { searchView } from "@/server/workshop/views/search";
import { Freshens } from "@/ui/kit/controls/Behind";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { SearchBox } from "@/ui/workshop/search/SearchBox";
import { SearchResults } from "@/ui/workshop/search/SearchResults";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Search" };

export default async function SearchPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const view = await searchView((await searchParams).q ?? "");
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="Search" />
      <main className="flex-1 bg-sheet px-4 py-6 sm:px-10">
        <h1 className="sr-only">Search</h1>
        <SearchBox asked={view.asked} />
        <p role="status" className="mt-3 mb-5 text-lead text-ink-2">
          {view.asked === ""
            ? "Every word has to stand somewhere; the last one may be begun only."
            : view.count === 0
              ? `Nothing holds “${view.asked}”. Fewer letters find more.`
              : `${words.counted(view.count, "place")} ${words.agreeing(view.count, "holds", "hold")} “${view.asked}”.`}
        </p>
        <Freshens behind={view.behind} />
        <SearchResults found={view.found} />
      </main>
    </div>
  );
}
