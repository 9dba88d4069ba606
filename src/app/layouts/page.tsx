import { Allowed } from "@/ui/kit/controls/Allowed";
import { words } from "@/core/base/words";
import type { Metadata } from "next";
import { CoolingMap, countsOf } from "@/core/drawing/parts";
import { mapOf } from "@/server/job/drawnBy";
import { mapSentence } from "@/core/drawing/cooling";
import { pageOf } from "@/server/base/http/respond";
import { LAYOUTS_ON_PAGE, library, type LibraryEntry } from "@/server/drawing/views/layout";
import { Pages } from "@/ui/kit/controls/Pages";
import { SearchField } from "@/ui/kit/controls/SearchField";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { ForkForm } from "@/ui/drawing/map/ForkForm";
import { MapWords } from "@/ui/drawing/map/MapWords";
import { DrawnOnBench } from "@/ui/drawing/underside/DrawnOnBench";
import { When } from "@/ui/kit/controls/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Layouts" };

const FORMS = ["svg", "json", "png", "csv"] as const;

/** Every drawn layout by model and variant: what it is, its revisions and what changed, files, forks. */
export default async function LayoutsPage({ searchParams }: { searchParams: Promise<{ page?: string; q?: string }> }) {
  const asked = await searchParams;
  const word = (asked.q ?? "").slice(0, 60).trim();
  const page = pageOf(asked.page);
  const { entries, count } = await library(word, page);
  const href = (n: number) => `/layouts?${new URLSearchParams({ ...(word ? { q: word } : {}), page: String(n) })}`;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="layouts" title="Layouts" note="by model and variant" />
      <main className="flex-1 bg-sheet px-6 py-6 lg:px-10">
        <h1 className="text-step leading-9 font-bold">
          {count > 0
            ? `${words.counted(count, "layout")} ${words.agreeing(count, "is", "are")} ${word ? "found" : "drawn"}.`
            : word
              ? `No layout is called “${word}”.`
              : "No layout is drawn yet."}
        </h1>
        <p className="mt-1 text-lead text-ink-2">
          A job starts from the last kept revision of its model and variant; its own changes become the next one.
        </p>
        <SearchField word={word} label="Model or variant" />
        <div className="mt-5 flex flex-col">
          {entries.map((e) => {
            const map = mapOf(e.newest) ?? new CoolingMap(e.newest.document);
            const counts = countsOf(e.newest.document);
            const screws = counts.screws.reduce((n, s) => n + s.count, 0);
            const pads = counts.pads.reduce((n, p) => n + p.count, 0);
            const name = `${e.model}${e.variant ? `, ${e.variant}` : ""}`;
            return <LibraryEntryRow key={e.id} e={e} name={name} map={map} screws={screws} pads={pads} />;
          })}
        </div>
        <Pages shown={page} of={Math.ceil(count / LAYOUTS_ON_PAGE)} href={href} />
      </main>
    </div>
  );
}

interface LibraryEntryRowProps {
  e: LibraryEntry;
  name: string;
  map: CoolingMap;
  screws: number;
  pads: number;
}

/** A model's drawing with its files and revisions. */
function LibraryEntryRow({ e, name, map, screws, pads }: LibraryEntryRowProps) {
  return (
    <section
      aria-label={name}
      className="grid grid-cols-1 gap-x-8 gap-y-4 border-t-[1.5px] border-line py-6
        md:grid-cols-[auto_minmax(0,1fr)] xl:grid-cols-[auto_minmax(0,1fr)_minmax(0,20rem)]"
    >
      <div className="grid w-70 place-items-center sm:w-80 xl:w-105 xl:justify-items-start">
        <DrawnOnBench
          revisionId={e.newest.id}
          version={e.newest.version}
          widthMm={e.newest.document.base.widthMm}
          depthMm={e.newest.document.base.depthMm}
          pxPerMm={1.04}
          fluid
        />
      </div>
      <div className="min-w-0">
        <h2 className="text-head leading-7.25 font-bold">
          {e.model} {e.variant ? <span className="text-sub font-regular text-ink-2">{e.variant}</span> : null}
        </h2>
        <p className="mt-1 text-lead leading-6">
          <MapWords words={mapSentence(map)} />
        </p>
        <p className="mt-1 text-body text-ink-2">
          {e.newest.document.parts.length} parts, {words.counted(screws, "screw")}, {words.counted(pads, "pad")}
          {e.forkedFrom ? `; forked from ${e.forkedFrom}` : ""}
        </p>
        <p className="mt-3 flex flex-wrap items-center gap-x-1 text-body">
          <span className="text-ink-2">Save as</span>
          {FORMS.map((form) => (
            <a
              key={form}
              href={`/api/layouts/${e.newest.id}/file?form=${form}`}
              download
              className="link inline-flex min-h-11 items-center px-2 uppercase"
            >
              {form}
            </a>
          ))}
        </p>
        <Allowed right="close" quiet>
          <ForkForm revisionId={e.newest.id} />
        </Allowed>
      </div>
      <ol aria-label={`Revisions of ${name}`} className="min-w-0 md:col-span-2 xl:col-span-1">
        {e.revisions.map((r) => (
          <li
            key={r.id}
            className="grid grid-cols-[44px_minmax(0,1fr)] gap-x-3 border-t border-line-2 py-2 first:border-t-0"
          >
            <span className="num text-title font-bold">{r.number}</span>
            <span className="min-w-0">
              <span className="block text-body">
                <When at={r.at} />, {r.parts} parts{r.open ? ", still open" : ""}
              </span>
              <span className="block text-body text-ink-2">
                {[r.note, r.changes.join("; ")].filter(Boolean).join(". ") ||
                  (r.number === 1 ? "First drawing" : "Redrawn")}
              </span>
            </span>
          </li>
        ))}
        {e.count > e.revisions.length ? (
          <li className="border-t border-line-2 py-2 text-body text-ink-2">
            and {words.counted(e.count - e.revisions.length, "earlier one")}
          </li>
        ) : null}
      </ol>
    </section>
  );
}
