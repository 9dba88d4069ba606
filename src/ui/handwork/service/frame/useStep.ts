"use client";
import { useState } from "react";
import { GRADES, type Entry, type Gate, type ServiceContext, type Step } from "@/core/handwork/service";
import { useKeys } from "@/ui/kit/controls/keys";

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
export function useStep({ ctx, step, gate, onSettle, onNote, canBack, onBack }: UseStepGiven) {
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
