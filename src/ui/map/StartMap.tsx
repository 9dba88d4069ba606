"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Problem } from "@/core/result";
import { CoolingMap, type Layout } from "@/core/drawing";
import { mapSentence } from "@/core/cooling";
import { CautionBand } from "@/ui/controls/Band";
import { Button } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { send } from "@/ui/controls/send";
import { stagePath } from "@/ui/steps/paths";
import { SmallUnderside } from "@/ui/underside/SmallUnderside";
import { MapWords } from "./MapWords";

interface Props {
  jobId: number;
  model: string;
  variant: string;
  offer: { number: number; document: Layout } | null;
  closed: boolean;
}

/** A job without a drawing: take the last one of the model, or start on an empty sheet. */
export function StartMap({ jobId, model, variant, offer, closed }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  const start = async (from: "last" | "empty") => {
    const sent = await send("POST", `/api/jobs/${jobId}/layout`, { from });
    if (!sent.ok) return setProblem(sent.problem);
    if (from === "empty") router.push(`${stagePath(jobId, "map")}?edit=1`);
    router.refresh();
  };
  useKeys({ Enter: closed ? undefined : () => void start(offer ? "last" : "empty") });
  const kind = `${model}${variant ? `, ${variant}` : ""}`;
  return (
    <div className="flex flex-1 flex-col bg-sheet px-8 py-6">
      <h1 className="text-step leading-9 font-bold">
        {offer ? `${kind} was drawn before.` : `${kind} is not drawn yet.`}
      </h1>
      <p className="mt-1 text-sub text-ink-2">
        {offer ? (
          <MapWords words={mapSentence(new CoolingMap(offer.document))} />
        ) : (
          "Start with what you see first. Blowers are usually quickest."
        )}
      </p>
      <div className="my-5 grid min-h-50 flex-1 place-items-center border border-line bg-plane p-4">
        {offer ? (
          <SmallUnderside layout={offer.document} pxPerMm={1.7} />
        ) : (
          <span className="text-lead text-ink-2">An empty base to scale is laid out when you start.</span>
        )}
      </div>
      {problem ? (
        <CautionBand role="alert">
          {problem.message} {problem.action}
        </CautionBand>
      ) : null}
      <div className="mt-3 flex flex-wrap justify-end gap-3">
        {closed ? <p className="text-lead text-ink-2">The job is closed; open it again to draw.</p> : null}
        {!closed && offer ? (
          <Button big onClick={() => void start("empty")}>
            Redraw it
          </Button>
        ) : null}
        {!closed ? (
          <Button
            look="main"
            big
            className="min-h-19 text-title"
            keyCap="Enter"
            onClick={() => void start(offer ? "last" : "empty")}
          >
            {offer ? `Use revision ${offer.number}` : "Start drawing"}
          </Button>
        ) : null}
      </div>
    </div>
  );
}
