"use client";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { BayAnswer } from "./BayAnswer";
import { CleanAnswer } from "./CleanAnswer";
import { LengthAnswer } from "./LengthAnswer";
import { PrintAnswer } from "./PrintAnswer";
import type { AnswerProps } from "./props";

/** What a step asks for, each kind its own way. */
export function Answer(props: AnswerProps) {
  const { step, was, onDone } = props;
  const ask = step.ask;
  if (ask.kind === "bays") return <BayAnswer {...props} grade={ask.grade} />;
  if (ask.kind === "print") return <PrintAnswer {...props} start={ask.start} />;
  if (ask.kind === "clean") return <CleanAnswer {...props} ask={ask} />;
  if (ask.kind === "length") return <LengthAnswer {...props} ask={ask} />;
  if (ask.kind === "do") {
    return (
      <Button look="main" className="min-h-19 w-full px-4 text-title" keyCap="Space" onClick={() => onDone()}>
        {ask.button}
      </Button>
    );
  }
  if (ask.kind === "choose") {
    return (
      <div role="group" aria-label={step.title} className="flex flex-col gap-2">
        {ask.options.map(([value, label], i) => (
          <Button
            key={value}
            look={was === value ? "main" : "plain"}
            className="min-h-14 w-full justify-between px-4 text-sub"
            keyCap={String(i + 1)}
            onClick={() => onDone(value)}
          >
            {label}
          </Button>
        ))}
      </div>
    );
  }
  // the pictures of grades stand large beneath the drawing
  if (ask.kind === "grade") return <p className="mb-2 text-lead text-ink-2">Pick the picture, or press its number.</p>;
  return <Typed step={step} was={was} onDone={onDone} />;
}

function Typed({ step, was, onDone }: Pick<AnswerProps, "step" | "was" | "onDone">) {
  const ask = step.ask;
  const [value, setValue] = useState(was);
  const number = ask.kind === "number" ? Number(value.replace(",", ".")) : 0;
  const wrong =
    ask.kind === "number" &&
    value.trim() !== "" &&
    !(Number.isFinite(number) && number >= ask.min && number <= ask.max);
  const empty = value.trim() === "";
  const give = () => {
    if (wrong || (empty && !step.optional)) return;
    onDone(ask.kind === "number" ? String(number) : value.trim());
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        give();
      }}
    >
      <label className="block text-body">
        <span className="mb-1 block text-ink-2">
          {step.title}
          {ask.kind === "number" ? `, ${ask.unit}` : ""}
        </span>
        {ask.kind === "text" ? (
          <textarea
            rows={3}
            maxLength={500}
            value={value}
            onChange={(e) => setValue(e.target.value)}
            className="field w-full px-3 py-2 text-sub"
          />
        ) : (
          <input
            type={ask.kind === "date" ? "date" : "text"}
            inputMode={ask.kind === "number" ? "decimal" : undefined}
            value={value}
            onChange={(e) => setValue(e.target.value)}
            className="field num min-h-15 w-full px-3 text-head"
          />
        )}
      </label>
      {wrong && ask.kind === "number" ? (
        <p role="alert" className="mt-1 text-body text-stop-ink">
          From {ask.min} to {ask.max}
        </p>
      ) : null}
      <Button
        type="submit"
        look="main"
        className="mt-2.5 min-h-17 w-full text-title"
        disabled={wrong || (empty && !step.optional)}
      >
        {empty && step.optional ? "Nothing to write" : "Keep it"}
      </Button>
    </form>
  );
}
