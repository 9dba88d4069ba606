"use client";
import { OctagonAlert } from "lucide-react";
import { useState } from "react";
import type { Step } from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import type { AnswerProps } from "./props";

/** Which screw goes into the hole, by its length; another than the hole's is stopped, and the attempt noted. */
export function LengthAnswer({ onDone, onNote, ask }: AnswerProps & { ask: Extract<Step["ask"], { kind: "length" }> }) {
  const [wrong, setWrong] = useState<number | null>(null);
  const pick = (mm: number) => {
    if (mm === ask.fitsMm) return onDone(String(mm));
    setWrong(mm);
    onNote(`A screw of ${mm} mm was taken for a hole of ${ask.fitsMm} mm`);
  };
  useKeys({
    ...Object.fromEntries(ask.lengths.map((mm, i) => [String(i + 1), () => pick(mm)])),
    " ": () => onDone(String(ask.fitsMm)),
  });
  const k = 9;
  return (
    <div>
      {wrong !== null ? (
        <section role="alert" className="mb-2.5 border-[3px] border-stop px-3.5 py-2.5">
          <h2 className="flex items-center gap-2 text-sub font-bold text-stop-ink">
            <OctagonAlert aria-hidden size={22} /> {wrong} mm in a hole for {ask.fitsMm} mm
          </h2>
          <p className="mt-1 text-lead leading-5.5">
            {wrong > ask.fitsMm
              ? "It comes through the palm rest, or into the board. Take it out."
              : "It holds by a turn and strips the thread. Take it out."}{" "}
            Its own hole is still empty: look where it came from on the tray.
          </p>
        </section>
      ) : null}
      <div role="group" aria-label="Length of the screw in hand" className="mb-2.5 flex gap-2">
        {ask.lengths.map((mm, i) => (
          <Button
            key={mm}
            className="min-h-23 flex-1 flex-col gap-1 px-2"
            keyCap={String(i + 1)}
            aria-label={`${mm} mm`}
            onClick={() => pick(mm)}
          >
            <svg aria-hidden width={44} height={26 + k * 1.5} viewBox={`0 0 44 ${26 + k * 1.5}`}>
              <path
                d={`M10 2h24v8h-7v${Math.min(30, mm * 3)}h-10v-${Math.min(30, mm * 3)}h-7z`}
                fill="var(--d-al3)"
                stroke="var(--ink)"
                strokeWidth={1.6}
              />
            </svg>
            <span className="num text-sub font-bold">{mm} mm</span>
          </Button>
        ))}
      </div>
      <Button
        look="main"
        className="min-h-17 w-full px-4 text-title"
        keyCap="Space"
        onClick={() => onDone(String(ask.fitsMm))}
      >
        {ask.button}, {ask.fitsMm} mm
      </Button>
    </div>
  );
}
