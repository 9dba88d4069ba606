"use client";
import { OctagonX } from "lucide-react";
import { gateWords, type Gate } from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { Trouble } from "./Trouble";
import { AtHandProvider, useAtHand, type AtHand } from "./atHand";
import { useStep, type StepWork } from "./useStep";
import { ActionRow, Reason } from "./StepActions";
import { StepPhoto } from "./StepPhoto";
import { StepHead, StepWords, ThenList } from "./StepHead";
import { isStep } from "@/core/handwork/service";

/** Kinds of answers that read as words in the journal. */
const shown: readonly string[] = ["choose", "grade", "number", "text", "date", "length"];

/** One big step: what to do, what to mind, one way on, and the ways round it. */
export function StepPanel({ at }: { at: AtHand }) {
  const { gate, step, next } = at;
  const work = useStep(at);
  return (
    <AtHandProvider value={at}>
      <div className="flex flex-1 flex-col p-5">
        <StepHead />
        {gate ? <GateBox gate={gate} work={work} /> : <StepWords notes={work.notes} />}
        {next.length > 0 &&
        !gate &&
        step.ask.kind === "do" &&
        !isStep(step.key, "tighten") &&
        !isStep(step.key, "loosen") ? (
          <ThenList next={next} onPick={at.pick} />
        ) : null}
        <div className="mt-auto bg-sheet pt-5 max-lg:sticky max-lg:bottom-0 max-lg:pb-2">
          <AskedNow work={work} />
          <ActionRow work={work} />
          <StepPhoto jobId={at.jobId} ctx={at.ctx} step={step} />
        </div>
      </div>
    </AtHandProvider>
  );
}

interface GateBoxProps {
  gate: Gate;
  work: StepWork;
}

/** Why the step is barred, and the way past where there is one. */
function GateBox({ gate, work: { asking, setAsking } }: GateBoxProps) {
  const { passGate } = useAtHand();
  const said = gateWords(gate);
  return (
    <section
      aria-label={said.title}
      className={`mt-4 border-[3px] p-4 ${gate.opens ? "border-caution" : "border-stop"}`}
    >
      <h2 className={`flex items-center gap-2.5 text-title leading-6.5 font-bold ${gate.opens ? "" : "text-stop-ink"}`}>
        <OctagonX aria-hidden size={26} className="shrink-0" /> {said.title}
      </h2>
      <p className="mt-2 text-lead leading-6">{said.say}</p>
      {gate.opens && asking !== "gate" ? (
        <Button look="plain" className="mt-3" onClick={() => setAsking("gate")}>
          Go on, with a reason
        </Button>
      ) : null}
      {asking === "gate" ? (
        <Reason
          label="Why go on?"
          button="Keep the reason"
          onCancel={() => setAsking(null)}
          onGive={(r) => (passGate(r), setAsking(null))}
        />
      ) : null}
    </section>
  );
}

/** A reason, a note, or what to do when it will not go. */
function AskedNow({ work: { asking, setAsking, was } }: { work: StepWork }) {
  const { step, settle, note, again } = useAtHand();
  return (
    <>
      {asking === "skip" ? (
        <Reason
          label="Why skip it?"
          button="Skip it"
          onCancel={() => setAsking(null)}
          onGive={(r) => settle("skipped", "", r)}
        />
      ) : null}
      {asking === "note" ? (
        <Reason
          label="Note on this step"
          button="Keep the note"
          onCancel={() => setAsking(null)}
          onGive={(r) => (note(r), setAsking(null))}
        />
      ) : null}
      {was.status !== "open" ? (
        <p className="mb-2 text-body text-ink-2">
          {was.status === "done"
            ? `Done${was.value && shown.includes(step.ask.kind) ? `: ${was.value}` : ""}.`
            : `Left out: ${was.reason}.`}{" "}
          Answer again to change it.
        </p>
      ) : null}
      {asking === "trouble" && step.trouble ? (
        <Trouble
          {...step.trouble}
          onGoes={() => setAsking(null)}
          onLeave={() => setAsking("skip")}
          {...(isStep(step.key, "tighten") ? { onAgain: again } : {})}
        />
      ) : null}
    </>
  );
}
