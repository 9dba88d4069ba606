import type { Metadata } from "next";
import { glossary } from "@/server/workshop/views/glossary";
import { TopBar } from "@/ui/kit/controls/TopBar";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Glossary" };

export default async function GlossaryPage() {
  const terms = await glossary();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="Glossary" note="one word for one thing" />
      <main className="flex-1 bg-sheet px-6 py-6 lg:px-10">
        <h1 className="sr-only">Glossary</h1>
        <dl className="grid max-w-230 gap-x-8 sm:grid-cols-[180px_1fr]">
          {terms.map((t) => (
            <div key={t.name} className="contents">
              <dt className="border-line pt-3 text-lead font-strong sm:border-t sm:pb-3">{t.name}</dt>
              <dd className="border-b border-line pb-3 text-lead sm:border-t sm:border-b-0 sm:pt-3">{t.means}</dd>
            </div>
          ))}
        </dl>
      </main>
    </div>
  );
}
