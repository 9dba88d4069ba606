"use client";
import { words } from "@/core/base/words";
import { OctagonX } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Entry } from "@/core/handwork/service";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { stagePath } from "@/ui/kit/steps/paths";
import { useJournal } from "./useJournal";
import { stepKey } from "@/core/handwork/service";

/** No run after while a blower is not confirmed plugged in: it would read as a stopped fan. */
export function FanGate({
  jobId,
  fans,
  entries,
}: {
  jobId: number;
  fans: readonly string[];
  entries: readonly Entry[];
}) {
  const router = useRouter();
  const { add, waiting } = useJournal(jobId, entries);
  const [reason, setReason] = useState("");
  const [given, setGiven] = useState(false);
  useEffect(() => {
    if (given && waiting === 0) router.refresh();
  }, [given, waiting, router]);
  return (
    <div className="grid flex-1 place-items-center p-8">
      <section aria-label="Fan plug not confirmed" className="w-full max-w-140 border-[3px] border-caution p-6">
        <h1 className="flex items-center gap-3 text-step leading-8.25 font-bold">
          <OctagonX aria-hidden size={30} /> {words.listed(fans)} {words.agreeing(fans.length, "is", "are")} not plugged
          in
        </h1>
        <p className="mt-2 text-sub leading-6.5">
          The journal has {words.agreeing(fans.length, "its plug", "their plugs")} out and not back in. A run now would
          heat the machine with a stopped fan and prove nothing.
        </p>
        <div className="mt-5 flex flex-wrap gap-3">
          <LinkButton href={stagePath(jobId, "close")} look="main" big>
            Back to closing up
          </LinkButton>
        </div>
        <form
          className="mt-6 border-t border-line pt-4"
          onSubmit={(e) => {
            e.preventDefault();
            if (!reason.trim()) return;
            add({ stage: "close", step: stepKey("gate", "fan-plugs"), act: "skipped", reason: reason.trim() });
            setGiven(true);
          }}
        >
          <label className="block text-body">
            <span className="mb-1 block text-ink-2">Or go on, with a reason that is kept</span>
            <input
              value={reason}
              maxLength={500}
              onChange={(e) => setReason(e.target.value)}
              className="field min-h-12 w-full px-3 text-lead"
            />
          </label>
          <Button type="submit" look="plain" className="mt-2.5" disabled={!reason.trim() || given}>
            Go on to the run
          </Button>
        </form>
      </section>
    </div>
  );
}
