"use client";
import { evidenceOf, unknownWhy, type Verdict } from "@/core/measure/says";
import { EvidenceLine } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { HeatLadder } from "@/ui/measure/ladder/HeatLadder";
import { BothRuns } from "@/ui/measure/verdict/BothRuns";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

/** The judge on the learner's own runs: the same ladder and the same witnesses as of any pair. */
export function VerdictDialog({ verdict: v, onClose }: { verdict: Verdict; onClose: () => void }) {
  const chip = v.chips.find((c) => c.chip === v.lead) ?? v.chips[0];
  return (
    <FormDialog
      title={
        <>
          <Sentence parts={v.headline} />{" "}
          <span className="text-lead font-regular text-ink-2">the first run and the last, practice</span>
        </>
      }
      onClose={onClose}
      width="widest"
    >
      <p className="text-sub text-ink-2">
        <Sentence parts={v.summary} />
      </p>
      <div className="mt-3 grid gap-6 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col">
          {chip?.after ? (
            <HeatLadder chip={chip} matched={v.matched} limitC={v.limitC} unknownWhy={unknownWhy(v)} />
          ) : null}
          <ul className="mt-2 flex flex-col gap-1.5">
            {evidenceOf(v).map((e) => (
              <EvidenceLine key={e.text} kind={e.kind} figure={e.figure}>
                {e.text}
              </EvidenceLine>
            ))}
          </ul>
        </div>
        <div className="min-w-0">
          {v.witnesses?.length ? <BothRuns witnesses={v.witnesses} change={chip?.change ?? null} /> : null}
        </div>
      </div>
      <div className="mt-5 flex justify-end">
        <Button look="main" big onClick={onClose}>
          Back to the review
        </Button>
      </div>
    </FormDialog>
  );
}
