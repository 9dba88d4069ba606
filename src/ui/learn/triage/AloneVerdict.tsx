"use client";
import { Allowed, useMay } from "@/ui/kit/controls/Allowed";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { AfterAlone } from "@/core/measure/says";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { stagePath } from "@/ui/kit/steps/paths";
import { AloneBody } from "./AloneBody";
import { Surer } from "./Surer";
import { ClosedActions } from "@/ui/measure/verdict/ClosedActions";
import { DueDialog } from "@/ui/measure/verdict/DueDialog";
import { Foot } from "@/ui/measure/verdict/Foot";

interface Props {
  jobId: number;
  alone: AfterAlone;
  /** Why there is no run before, as it was written. */
  why: string;
  suggestedDue: { dueOn: string; why: string };
  closed: { note: string } | null;
}

/** The verdict of a run after that has none before: whether the machine stands within good figures. */
export function AloneVerdict({ jobId, alone, why, suggestedDue, closed }: Props) {
  const router = useRouter();
  const closes = useMay("close");
  const [asked, setDue] = useState(false);
  const due = asked && closes;
  const again = () => router.push(`${stagePath(jobId, "after")}?replace=1`);
  useKeys({ Enter: closed || due ? undefined : alone.holds ? again : () => setDue(true) });
  return (
    <>
      <AloneBody
        triage={alone.triage}
        headline={alone.headline}
        summary={alone.summary}
        run="after"
        side={
          <>
            <p className="text-lead leading-5.5">
              <b className="font-strong">No run before{why ? `: ${why}` : ""}.</b> What the service changed cannot be
              told; whether the machine is good can, against {alone.triage.source}.
            </p>
            {alone.good ? null : <Surer tests={alone.triage.surer.filter((s) => s.code !== "lamp")} />}
          </>
        }
      />
      <Foot next={alone.next} closed={closed}>
        {closed ? (
          <Allowed right="close" quiet>
            <ClosedActions jobId={jobId} />
          </Allowed>
        ) : alone.holds ? (
          <>
            <Button big disabled={!closes} onClick={() => setDue(true)}>
              Leave it, with reason
            </Button>
            <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={again}>
              Run after again
            </Button>
          </>
        ) : (
          <Button
            look="main"
            big
            className="min-h-19 text-title"
            keyCap="Enter"
            disabled={!closes}
            onClick={() => setDue(true)}
          >
            Set due date
          </Button>
        )}
      </Foot>
      {due ? (
        <DueDialog jobId={jobId} suggested={suggestedDue} reasonNeeded={alone.holds} onClose={() => setDue(false)} />
      ) : null}
    </>
  );
}
