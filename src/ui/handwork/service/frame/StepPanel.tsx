"use client";
import { Camera, OctagonX, Undo2 } from "lucide-react";
import { useRef, useState, type ReactNode } from "react";
import { GRADES, type StepState, type Entry, type Gate, type ServiceContext, type Step } from "@/core/handwork/service";
import { centreOf } from "@/core/drawing/parts";
import { Button, KeyCap } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { Answer } from "@/ui/handwork/service/answers/Answer";
import { LeanGauge } from "@/ui/handwork/service/pictures/LeanGauge";
import { Trouble } from "./Trouble";

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

interface StepHeadProps {
  step: Step;
  place: number;
  of: number;
}

/** Mark, place and title of the step. */
function StepHead({ step, place, of }: StepHeadProps) {
  return (
    <div className="flex items-center gap-4">
      {step.mark ? <span className="num text-count leading-18 font-heavy">{step.mark}</span> : null}
      <div className="min-w-0">
        <p className="text-note text-ink-2">
          Step {place + 1} of {of}
        </p>
        <h1 className="text-head leading-7 font-bold">{step.title}</h1>
        {step.sub ? <p className="text-body leading-5.25 text-ink-2">{step.sub}</p> : null}
      </div>
    </div>
  );
}

interface StepWordsProps {
  step: Step;
  answer: ReactNode;
  ctx: ServiceContext;
  notes: string[];
}

/** What to do at the step, what to mind, and its caution. */
function StepWords({ step, answer, ctx, notes }: StepWordsProps) {
  return (
    <div className="md:max-lg:grid md:max-lg:grid-cols-2 md:max-lg:gap-x-8">
      <div>
        {step.ask.kind === "grade" || answer ? null : (
          <p className="mt-4 text-head leading-8 font-medium" aria-live="polite">
            {step.say}
          </p>
        )}
        {step.mind ? <p className="mt-2.5 text-lead leading-6 text-ink-2">{step.mind}</p> : null}
        {step.caution ? (
          <p
            className="caution-band mt-3 px-3.5 py-2.5 text-lead
            leading-5.75 font-medium"
          >
            {step.caution}
          </p>
        ) : null}
      </div>
      {/^(tighten|loosen):/.test(step.key) && ctx.map ? <LeanGauge ctx={ctx} map={ctx.map} step={step} /> : null}
      {notes.length ? (
        <ul className="mt-3 border-t border-line pt-2 text-body text-ink-2">
          {notes.map((t, i) => (
            <li key={i}>Note: {t}</li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

interface UseStepGiven {
  ctx: ServiceContext;
  step: Step;
  gate: Gate | null;
  onSettle: (act: Entry["act"], value?: string, reason?: string) => void;
  onNote: (text: string) => void;
  canBack: boolean;
  onBack: () => void;
}

/** What is being asked at a step, its notes and its keys. */
function useStep({ ctx, step, gate, onSettle, onNote, canBack, onBack }: UseStepGiven) {
  const was = ctx.journal.of(step.key);
  const [asking, setAsking] = useState<"skip" | "note" | "gate" | "trouble" | null>(null);
  const main = step.ask.kind === "do" && !gate ? () => onSettle("done") : undefined;
  const options =
    step.ask.kind === "choose"
      ? step.ask.options
      : step.ask.kind === "grade"
        ? GRADES.map(([v, l]) => [v, l] as const)
        : [];
  const pick = (i: number) => (gate || !options[i] ? undefined : () => onSettle("done", options[i]?.[0] ?? ""));
  // the same key picks the picture or the line with its number
  const digits =
    step.ask.kind === "grade"
      ? Object.fromEntries(GRADES.map(([v], i) => [v, pick(i)]))
      : Object.fromEntries(options.map((_, i) => [String(i + 1), pick(i)]));
  // a hard stop has no way round, not even by leaving the step out
  const stopped = gate !== null && !gate.opens;
  const astray = () => {
    if (!step.trouble || gate) return setAsking("skip");
    onNote(step.trouble.word);
    setAsking("trouble");
  };
  useKeys({
    " ": main,
    Enter: main,
    b: canBack ? onBack : undefined,
    x: stopped ? undefined : astray,
    n: () => setAsking("note"),
    ...digits,
  });
  const notes = ctx.journal.notes(step.key);
  return { asking, setAsking, notes, was, astray, stopped };
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

interface ThenListProps {
  next: readonly Step[];
  onPick: (key: string) => void;
}

/** The steps that come next. */
function ThenList({ next, onPick }: ThenListProps) {
  return (
    <section aria-label="Then" className="mt-4 border-t border-line pt-2">
      <h2 className="text-body font-strong">Then</h2>
      <ol className="text-body text-ink-2">
        {next.map((s) => (
          <li key={s.key}>
            <button
              type="button"
              className="flex min-h-9 w-full items-center text-left hover:text-ink"
              onClick={() => onPick(s.key)}
            >
              {s.title}
              {s.mark && !s.title.includes(s.mark) ? ` ${s.mark}` : ""}
            </button>
          </li>
        ))}
      </ol>
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
          {...(/^tighten:/.test(step.key) ? { onAgain: onAgain } : {})}
        />
      ) : null}
    </>
  );
}

interface ActionRowProps {
  work: ReturnType<typeof useStep>;
  gate: Gate | null;
  answer: ReactNode;
  step: Step;
  onSettle: (act: Entry["act"], value?: string, reason?: string) => void;
  onAlso: (step: string, value: string) => void;
  onNote: (text: string) => void;
  onRun: () => void;
  onBack: () => void;
  canBack: boolean;
}

/** The answer, and the ways back, past and aside. */
function ActionRow({ work, gate, answer, step, onSettle, onAlso, onNote, onRun, onBack, canBack }: ActionRowProps) {
  const { asking, was, astray, stopped, setAsking } = work;
  return (
    <div className="md:max-lg:flex md:max-lg:flex-row-reverse md:max-lg:items-end md:max-lg:gap-2.5">
      <div className="md:max-lg:min-w-0 md:max-lg:flex-1">
        {gate || asking === "skip" || asking === "trouble" ? null : answer ? (
          answer
        ) : (
          <Answer
            step={step}
            was={was.value}
            onDone={(value = "") => onSettle("done", value)}
            onAlso={onAlso}
            onNote={onNote}
          />
        )}
        {step.run && !gate && (step.ask.kind === "do" || step.ask.kind === "length") && asking === null ? (
          <button type="button" onClick={onRun} className="link mt-2 inline-flex min-h-11 items-center text-body">
            All {step.run} at once
          </button>
        ) : null}
      </div>
      <div
        className="mt-2.5 grid grid-cols-3 gap-2.5 md:max-lg:w-100 md:max-lg:shrink-0
        md:max-lg:[&>button]:min-h-19"
      >
        <Button
          className="min-h-14 px-2"
          onClick={onBack}
          disabled={!canBack}
          aria-label="Back: take the last step back"
        >
          <Undo2 aria-hidden size={18} className="shrink-0" /> Back
        </Button>
        <Button
          className="min-h-14 px-1.5 text-body"
          onClick={astray}
          disabled={stopped}
          keyCap={step.trouble && !gate ? undefined : "X"}
          aria-keyshortcuts="X"
        >
          {step.trouble && !gate ? step.trouble.word : "Skip"}
        </Button>
        <Button className="min-h-14 px-2" onClick={() => setAsking("note")} keyCap="N">
          Note
        </Button>
      </div>
    </div>
  );
}

function Reason({
  label,
  button,
  onGive,
  onCancel,
}: {
  label: string;
  button: string;
  onGive: (reason: string) => void;
  onCancel: () => void;
}) {
  const [text, setText] = useState("");
  return (
    <form
      className="mb-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) onGive(text.trim());
      }}
    >
      <label className="block text-body">
        <span className="mb-1 block text-ink-2">{label}</span>
        <textarea
          autoFocus
          rows={2}
          maxLength={500}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Escape" && onCancel()}
          className="field w-full px-3 py-2 text-lead"
        />
      </label>
      <div className="mt-2 flex gap-2.5">
        <Button type="submit" look="plain" disabled={!text.trim()}>
          {button}
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </form>
  );
}

/** A photo of what is at hand, pinned where the step's part lies. */
function StepPhoto({ jobId, ctx, step }: { jobId: number; ctx: ServiceContext; step: Step }) {
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState("");
  const take = async (file: File) => {
    setSaid("Keeping the photo");
    const phase =
      step.stage === "clean" ? "cleaned" : step.stage === "paste" || step.stage === "close" ? "after" : "found";
    try {
      const response = await fetch(`/api/jobs/${jobId}/photos?phase=${phase}`, {
        method: "POST",
        headers: { "content-type": "application/octet-stream" },
        body: file,
      });
      const answer = (await response.json()) as
        { ok: true; value: { photoId: number } } | { ok: false; problem: { message: string } };
      if (!answer.ok) return setSaid(answer.problem.message);
      const part = step.parts.length === 1 ? ctx.map?.part(step.parts[0] ?? "") : undefined;
      const [x, y] = part ? centreOf(part) : [null, null];
      const noted = await send("PATCH", `/api/photos/${answer.value.photoId}`, {
        note: [step.title, step.mark && !step.title.includes(step.mark) ? step.mark : ""].filter(Boolean).join(" "),
        ...(x === null ? {} : { xMm: x, yMm: y }),
      });
      setSaid(noted.ok ? "Photo kept" : "Photo kept, but not where it was taken: pin it on the photos page.");
    } catch {
      setSaid("The server did not answer: take it again later.");
    }
  };
  return (
    <div className="mt-1 flex items-center gap-3">
      <button
        type="button"
        onClick={() => input.current?.click()}
        className="link inline-flex min-h-11 items-center gap-2 text-body"
      >
        <Camera aria-hidden size={19} /> Photo
      </button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Photo of this step"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void take(file);
        }}
      />
      <span role="status" className="text-body text-ink-2">
        {said}
      </span>
      <span aria-hidden className="ml-auto hidden items-center gap-1.5 text-tag text-ink-2 lg:flex">
        <KeyCap>B</KeyCap> back
      </span>
    </div>
  );
}
