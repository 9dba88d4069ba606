"use client";
import { Undo2 } from "lucide-react";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Answer } from "@/ui/handwork/service/answers/Answer";
import { useAtHand } from "./atHand";
import type { StepWork } from "./useStep";

/** The answer, and the ways back, past and aside. */
export function ActionRow({ work }: { work: StepWork }) {
  const { gate, answer, step, settle, also, note, run, back, canBack } = useAtHand();
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
            onDone={(value = "") => settle("done", value)}
            onAlso={also}
            onNote={note}
          />
        )}
        {step.run && !gate && (step.ask.kind === "do" || step.ask.kind === "length") && asking === null ? (
          <button type="button" onClick={run} className="link mt-2 inline-flex min-h-11 items-center text-body">
            All {step.run} at once
          </button>
        ) : null}
      </div>
      <div
        className="mt-2.5 grid grid-cols-3 gap-2.5 md:max-lg:w-100 md:max-lg:shrink-0
        md:max-lg:[&>button]:min-h-19"
      >
        <Button className="min-h-14 px-2" onClick={back} disabled={!canBack} aria-label="Back: take the last step back">
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

export function Reason({
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
