import { Allowed } from "@/ui/kit/controls/Allowed";
import type { Metadata } from "next";
import { knownModels } from "@/server/workshop/views/machine";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { IntakeForm } from "@/ui/workshop/machine/IntakeForm";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "New intake" };

export default async function NewIntakePage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="" />
      <main className="flex flex-1 flex-col">
        <Allowed right="close">
          <IntakeForm models={await knownModels()} />
        </Allowed>
      </main>
    </div>
  );
}
