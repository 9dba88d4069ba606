import { Allowed } from "@/ui/kit/controls/Allowed";
import type { Metadata } from "next";
import { BringJob } from "@/ui/workshop/bring/BringJob";
import { BringList } from "@/ui/workshop/bring/BringList";
import { TopBar } from "@/ui/kit/controls/TopBar";

export const metadata: Metadata = { title: "Bring in" };

/** Jobs and machines from files. */
export default function BringPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="Bring in" note="from files" />
      <main className="grid flex-1 content-start gap-12 bg-sheet px-4 py-7 sm:px-10 lg:grid-cols-2">
        <h1 className="sr-only">Bring in</h1>
        <Allowed right="manage">
          <BringJob />
          <BringList />
        </Allowed>
      </main>
    </div>
  );
}
