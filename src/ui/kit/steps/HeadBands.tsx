"use client";
import { Hourglass, Undo2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { brokenOfJobWords, STAGES, waitsWords, type JobHead, type StageName } from "@/core/workshop/job";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { When } from "@/ui/kit/controls/days";
import { money, useMoney } from "@/ui/kit/controls/money";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { cachePages } from "@/ui/kit/offline/keep";
import { stagePath } from "./paths";
import { dayInWords } from "@/core/base/days";

const day = (iso: string) => dayInWords(iso);
/** What a job came back from is told where it is taken in and first run. */
const FIRST: readonly StageName[] = ["intake", "before", "open"];

/** Stages that are kept of the job at hand, some time after one of them was opened. */
const KEPT: readonly string[] = [...STAGES, "photos", "heat", "tray", "ways"];
const KEEP_AFTER_MS = 1500;
/** The job whose stages this tab has asked to be kept, and how it stood. */
let keptAll = "";

/** Under the bar of a job: what it waits for, and what it came back from. */
export function HeadBands({ jobId, head, shown }: { jobId: number; head: JobHead; shown: StageName }) {
  const router = useRouter();
  const currency = useMoney();
  const { act, refusal } = useSubmit();
  const { waits, cameBack, broken } = head;
  // the job at hand opens without the server too: all its stages are kept on this device once, then each as it is left;
  // what is done meanwhile stands in the journal, which is kept beside them
  const now = JSON.stringify([jobId, head]);
  useEffect(() => {
    const t = setTimeout(() => {
      cachePages(["/", ...(keptAll === now ? [shown] : KEPT).map((s) => stagePath(jobId, s))]);
      keptAll = now;
    }, KEEP_AFTER_MS);
    return () => clearTimeout(t);
  }, [jobId, shown, now]);
  const goOn = async () => {
    if (await act(() => send("DELETE", `/api/jobs/${jobId}/waits`))) router.refresh();
  };
  return (
    <>
      {waits ? (
        <div
          role="status"
          className="flex flex-wrap items-center gap-x-4 gap-y-1 bg-caution-wash px-4 py-1.5 text-lead"
        >
          <Hourglass aria-hidden size={18} />
          <span className="min-w-0 flex-1">{waitsWords(waits, day, (n) => money(n, currency))}</span>
          <Button onClick={() => void goOn()}>Go on with it</Button>
        </div>
      ) : null}
      {refusal}
      {broken.length > 0 ? (
        <div className="px-4 py-2">
          <CautionBand role="status">
            {broken.map((b) => (
              <p key={`${b.kind} ${b.of}`}>
                {brokenOfJobWords(b, broken)} Found <When at={b.foundAt} form="moment" />.
              </p>
            ))}
          </CautionBand>
        </div>
      ) : null}
      {cameBack && FIRST.includes(shown) ? (
        <p className="flex flex-wrap items-center gap-x-2 bg-plane px-4 py-1 text-lead">
          <Undo2 aria-hidden size={18} />
          <Link
            prefetch={false}
            href={stagePath(cameBack.jobId, "verdict")}
            className="link inline-flex min-h-11 items-center font-strong"
          >
            Came back: closed on {day(cameBack.on)}
          </Link>
          <span className="text-ink-2">
            {[cameBack.headline, cameBack.found && `Found ${cameBack.found}`, cameBack.note].filter(Boolean).join(". ")}
          </span>
        </p>
      ) : null}
    </>
  );
}
