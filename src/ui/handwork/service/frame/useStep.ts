"use client";
import { useState } from "react";
import { GRADES } from "@/core/handwork/service";
import { useKeys } from "@/ui/kit/controls/keys";
import type { AtHand } from "./atHand";

/** What is being asked at a step, its notes and its keys. */
export function useStep({ ctx, step, gate, settle, note, canBack, back }: AtHand) {
  const was = ctx.journal.of(step.key);
  const [asking, setAsking] = useState<"skip" | "note" | "gate" | "trouble" | null>(null);
  const main = step.ask.kind === "do" && !gate ? () => settle("done") : undefined;
  const options =
    step.ask.kind === "choose"
      ? step.ask.options
      : step.ask.kind === "grade"
        ? GRADES.map(([v, l]) => [v, l] as const)
        : [];
  const pick = (i: number) => (gate || !options[i] ? undefined : () => settle("done", options[i]?.[0] ?? ""));
  // the same key picks the picture or the line with its number
  const digits =
    step.ask.kind === "grade"
      ? Object.fromEntries(GRADES.map(([v], i) => [v, pick(i)]))
      : Object.fromEntries(options.map((_, i) => [String(i + 1), pick(i)]));
  // a hard stop has no way round, not even by leaving the step out
  const stopped = gate !== null && !gate.opens;
  const astray = () => {
    if (!step.trouble || gate) return setAsking("skip");
    note(step.trouble.word);
    setAsking("trouble");
  };
  useKeys({
    " ": main,
    Enter: main,
    b: canBack ? back : undefined,
    x: stopped ? undefined : astray,
    n: () => setAsking("note"),
    ...digits,
  });
  const notes = ctx.journal.notes(step.key);
  return { asking, setAsking, notes, was, astray, stopped };
}

export type StepWork = ReturnType<typeof useStep>;
