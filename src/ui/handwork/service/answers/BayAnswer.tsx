"use client";
import { words } from "@/core/base/words";
import { useState } from "react";
import {
  BAYS,
  baysOfGrade,
  gradeFits,
  gradeOfShare,
  GRADES,
  isBays,
  shareClosed,
  turnBay,
  type Bay,
} from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import type { AnswerProps } from "./props";
import { stepKey, stepPart } from "@/core/handwork/service";

const WORDS: Record<Bay, string> = { o: "open", h: "half", c: "closed" };

/** The six bays of an inlet; when they and the grade cannot both be right, the panel asks which one holds. */
export function BayAnswer({ step, was, onDone, onAlso, grade }: AnswerProps & { grade: number }) {
  const [bays, setBays] = useState(isBays(was) ? was : baysOfGrade(grade));
  const [asks, setAsks] = useState(false);
  const share = shareClosed(bays);
  const other = gradeOfShare(share);
  const fits = gradeFits(grade, bays);
  const turn = (i: number) => {
    setBays((b) => turnBay(b, i));
    setAsks(false);
  };
  const give = () => (fits ? onDone(bays) : setAsks(true));
  useKeys({
    ...Object.fromEntries(Array.from({ length: BAYS }, (_, i) => [String(i + 1), () => turn(i)])),
    " ": give,
    Enter: give,
  });
  return (
    <div>
      <div role="group" aria-label="Bays of the inlet" className="grid grid-cols-6 gap-1.5">
        {[...bays].map((b, i) => (
          <button
            key={i}
            type="button"
            aria-label={`Bay ${i + 1}, ${WORDS[b as Bay]}`}
            onClick={() => turn(i)}
            className="relative h-15 min-w-9.5 overflow-hidden rounded-tight border-2 border-ink bg-sheet"
          >
            <span
              aria-hidden
              className="absolute inset-x-0 bottom-0 bg-[var(--lint3)]"
              style={{ height: b === "c" ? "100%" : b === "h" ? "50%" : 0 }}
            />
            {b === "o" ? (
              <svg aria-hidden viewBox="0 0 40 56" className="absolute inset-0 h-full w-full">
                <path d="M20 44V16M13 23L20 15L27 23" fill="none" stroke="var(--air)" strokeWidth={4} />
              </svg>
            ) : null}
          </button>
        ))}
      </div>
      <p className="mt-2 flex items-baseline gap-3" aria-live="polite">
        <span className="num text-word leading-11.5 font-heavy">{words.share(share)}</span>
        <span className="text-lead">of the inlet is closed</span>
      </p>
      {asks ? (
        <section aria-label="Grade and bays do not fit" className="caution-band mt-2 px-3.5 py-2.5">
          <p className="text-lead leading-5.75">
            Grade {grade} means {GRADES[grade]?.[2]}, the bays say {words.share(share)}. Which one holds?
          </p>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <Button look="plain" className="min-h-13 px-2" onClick={() => onDone(baysOfGrade(grade))}>
              Grade {grade}
            </Button>
            <Button
              look="plain"
              className="min-h-13 px-2"
              onClick={() => {
                onAlso(stepKey("dust", stepPart(step.key)), String(other));
                onDone(bays);
              }}
            >
              The bays: grade {other}
            </Button>
          </div>
        </section>
      ) : (
        <Button look="main" className="mt-2 min-h-17 w-full px-4 text-title" keyCap="Space" onClick={give}>
          {step.mark} is {words.share(share)} closed
        </Button>
      )}
    </div>
  );
}
