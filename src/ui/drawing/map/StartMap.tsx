"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { CoolingMap, type Layout } from "@/core/drawing/parts";
import { mapSentence } from "@/core/drawing/cooling";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { stagePath } from "@/ui/kit/steps/paths";
import { SmallUnderside } from "@/ui/drawing/underside/SmallUnderside";
import { MapWords } from "./MapWords";
import { StartChoices, type StartFrom } from "./StartChoices";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  jobId: number;
  model: string;
  variant: string;
  /** Size of its base by its form, mm. */
  base: readonly [widthMm: number, depthMm: number];
  offer: { number: number; document: Layout } | null;
  closed: boolean;
}

/** A job without a drawing: the last one of the model, one it is like, a typical arrangement, or an empty base. */
export function StartMap({ jobId, model, variant, base, offer, closed }: Props) {
  const router = useRouter();
  const { act, refusal } = useSubmit();
  const [anew, setAnew] = useState(false);
  const start = async (how: StartFrom) => {
    if (!(await act(() => send("POST", `/api/jobs/${jobId}/layout`, how)))) return;
    if (how.from !== "last") router.push(`${stagePath(jobId, "map")}?edit=1`);
    router.refresh();
  };
  const last = offer && !anew;
  useKeys({ Enter: closed || !last ? undefined : () => void start({ from: "last" }) });
  const kind = `${model}${variant ? `, ${variant}` : ""}`;
  return (
    <div className="flex flex-1 flex-col bg-sheet px-8 py-6">
      <h1 className="text-step leading-9 font-bold">
        {last ? `${kind} was drawn before.` : offer ? `${kind} anew.` : `${kind} is not drawn yet.`}
      </h1>
      <p className="mt-1 text-sub text-ink-2">
        {last ? (
          <MapWords words={mapSentence(new CoolingMap(offer.document))} />
        ) : (
          "Tell what you see in two taps, and begin on the likest. A photo to trace, or a file, comes in on the sheet."
        )}
      </p>
      {refusal}
      {last ? (
        <div className="my-5 grid min-h-50 flex-1 place-items-center border border-line bg-plane p-4">
          <SmallUnderside layout={offer.document} pxPerMm={1.7} />
        </div>
      ) : closed ? (
        <div className="flex-1" />
      ) : (
        <Allowed right="close">
          <StartChoices jobId={jobId} model={model} variant={variant} base={base} onStart={(how) => void start(how)} />
        </Allowed>
      )}
      <div className="mt-3 flex flex-wrap justify-end gap-3">
        {closed ? <p className="text-lead text-ink-2">The job is closed; open it again to draw.</p> : null}
        {!closed && last ? (
          <>
            <Button big onClick={() => setAnew(true)}>
              Redraw it
            </Button>
            <Button
              look="main"
              big
              className="min-h-19 text-title"
              keyCap="Enter"
              onClick={() => void start({ from: "last" })}
            >
              Use revision {offer.number}
            </Button>
          </>
        ) : null}
      </div>
    </div>
  );
}
