"use client";
import { useRouter } from "next/navigation";
import { STAGE_TITLES, type StageName } from "@/core/workshop/job";
import type { Triaged } from "@/core/learn/suspects";
import { LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { stagePath } from "@/ui/kit/steps/paths";
import { AloneBody, Expected } from "./AloneBody";
import { Surer } from "./Surer";
import { SuspectStrip } from "./SuspectStrip";

/** The run before read alone: where the trouble lies before anything is opened. */
export function TriageScreen({ jobId, triage: t, stage }: { jobId: number; triage: Triaged; stage: StageName }) {
  const router = useRouter();
  const next = stagePath(jobId, stage);
  useKeys({ Enter: () => router.push(next) });
  return (
    <>
      <AloneBody
        triage={t}
        headline={t.headline}
        summary={t.summary}
        run="before"
        side={
          <>
            <Expected lines={t.expect} />
            {t.suspects ? <SuspectStrip suspects={t.suspects} /> : null}
            <Surer tests={t.surer} />
          </>
        }
      />
      <div
        className="sticky bottom-0 flex flex-wrap items-center gap-5 border-t-[1.5px] border-line bg-plane
        px-5 py-4"
      >
        <p className="min-w-70 flex-1 text-body text-ink-2">
          Good figures come from {t.source}. This is a forecast: what is found inside is set against it.
        </p>
        <LinkButton href={`${stagePath(jobId, "before")}`} big>
          Curves
        </LinkButton>
        <LinkButton href={next} look="main" big keyCap="Enter" className="min-h-19 text-title">
          {stage === "after" ? "To the run after" : STAGE_TITLES[stage]}
        </LinkButton>
      </div>
    </>
  );
}
