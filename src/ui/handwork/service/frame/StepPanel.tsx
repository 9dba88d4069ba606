"use client";
import { OctagonX } from "lucide-react";
import type { ReactNode } from "react";
import type { StepState, Entry, Gate, ServiceContext, Step } from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { Trouble } from "./Trouble";
import { useStep } from "./useStep";
import { ActionRow, Reason } from "./StepActions";
import { StepPhoto } from "./StepPhoto";
import { StepHead, StepWords, ThenList } from "./StepHead";
import { isStep } from "@/core/handwork/service";

interface Props {
  jobId: number;
  ctx: ServiceContext;
  step: Step;
  gate: Gate | null;
  place: number;
  of: number;
  next: readonly Step[];
  canBack: boolean;
  onSettle: (act: Entry["act"], value?: string, reason?: string) => void;
  onGate: (reason: string) => void;
  onNote: (text: string) => void;
  onBack: () => void;
  onRun: () => void;
  onPick: (key: string) => void;
  /** Settles another step beside this one. */
  onAlso: (step: string, value: string) => void;
  /** Takes every turn of the tightening back. */
  onAgain: () => void;
  /** Takes the place of the usual answer. */
  answer?: ReactNode;
}

/** Kinds of answers that read as words in the journal. */
const shown: readonly string[] = ["choose", "grade", "number", "text", "date", "length"];

/** One big step: what to do, what to mind, one way on, and the ways round it. */
export function StepPanel({
  jobId,
  ctx,
  step,
  gate,
  place,
  of,
  next,
  canBack,
  onSettle,
  onGate,
  onNote,
  onBack,
  onRun,
  onPick,
  onAlso,
  onAgain,
  answer,
}: Props) {
  const work = useStep({
    ctx,
    step,
    gate,
    onSettle,
    onNote,
    canBack,
    onBack,
  });
  const { asking, setAsking, notes, was } = work;
  return (
    <div className="flex flex-1 flex-col p-5">
      <StepHead step={step} place={place} of={of} />
      {gate ? (
        <GateBox gate={gate} asking={asking} setAsking={setAsking} onGate={onGate} />
      ) : (
        <StepWords step={step} answer={answer} ctx={ctx} notes={notes} />
      )}
      {next.length > 0 && !gate && step.ask.kind === "do" && !/^(tighten|loosen):/.test(step.key) ? (
        <ThenList next={next} onPick={onPick} />
      ) : null}
      <div className="mt-auto bg-sheet pt-5 max-lg:sticky max-lg:bottom-0 max-lg:pb-2">
        <AskedNow
          asking={asking}
          setAsking={setAsking}
          onSettle={onSettle}
          onNote={onNote}
          was={was}
          step={step}
          onAgain={onAgain}
        />
        <ActionRow
          work={work}
          gate={gate}
          answer={answer}
          step={step}
          onSettle={onSettle}
          onAlso={onAlso}
          onNote={onNote}
          onRun={onRun}
          onBack={onBack}
          canBack={canBack}
        />
        <StepPhoto jobId={jobId} ctx={ctx} step={step} />
      </div>
    </div>
  );
}

interface GateBoxProps {
  gate: Gate;
  asking: "gate" | "skip" | "note" | "trouble" | null;
  setAsking: React.Dispatch<React.SetStateAction<"gate" | "skip" | "note" | "trouble" | null>>;
  onGate: (reason: string) => void;
}

/** Why the step is barred, and the way past where there is one. */
function GateBox({ gate, asking, setAsking, onGate }: GateBoxProps) {
  return (
    <section
      aria-label={gate.title}
      className={`mt-4 border-[3px] p-4 ${gate.opens ? "border-caution" : "border-stop"}`}
    >
      <h2 className={`flex items-center gap-2.5 text-title leading-6.5 font-bold ${gate.opens ? "" : "text-stop-ink"}`}>
        <OctagonX aria-hidden size={26} className="shrink-0" /> {gate.title}
      </h2>
      <p className="mt-2 text-lead leading-6">{gate.say}</p>
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
          onGive={(r) => (onGate(r), setAsking(null))}
        />
      ) : null}
    </section>
  );
}

interface AskedNowProps {
  asking: "skip" | "note" | "gate" | "trouble" | null;
  setAsking: React.Dispatch<React.SetStateAction<"skip" | "note" | "gate" | "trouble" | null>>;
  onSettle: (act: Entry["act"], value?: string, reason?: string) => void;
  onNote: (text: string) => void;
  was: StepState;
  step: Step;
  onAgain: () => void;
}

/** A reason, a note, or what to do when it will not go. */
function AskedNow({ asking, setAsking, onSettle, onNote, was, step, onAgain }: AskedNowProps) {
  return (
    <>
      {asking === "skip" ? (
        <Reason
          label="Why skip it?"
          button="Skip it"
          onCancel={() => setAsking(null)}
          onGive={(r) => onSettle("skipped", "", r)}
        />
      ) : null}
      {asking === "note" ? (
        <Reason
          label="Note on this step"
          button="Keep the note"
          onCancel={() => setAsking(null)}
          onGive={(r) => (onNote(r), setAsking(null))}
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
          {...(isStep(step.key, "tighten") ? { onAgain: onAgain } : {})}
        />
      ) : null}
    </>
  );
}
