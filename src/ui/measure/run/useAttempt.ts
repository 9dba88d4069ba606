"use client";
import { useCallback, useRef, useState } from "react";
import type { ChipId } from "@/core/measure/thermal";
import type { SentencePart } from "@/core/measure/says";
import type { Phases } from "@/core/measure/log";
import { send } from "@/ui/kit/controls/send";

export interface Attempt {
  headline: SentencePart[];
  chips: { chip: ChipId; K: number; low: number; high: number }[];
}

/** What the verdict would be while a bound is dragged: one question at a time, the newest bounds last. */
export function useAttempt(runId: number, possible: boolean): { said: Attempt | null; ask: (p: Phases) => void } {
  const [said, setSaid] = useState<Attempt | null>(null);
  const busy = useRef(false);
  const waiting = useRef<Phases | null>(null);
  const ask = useCallback(
    (phases: Phases) => {
      if (!possible) return;
      waiting.current = phases;
      if (busy.current) return;
      busy.current = true;
      void (async () => {
        while (waiting.current) {
          const next = waiting.current;
          waiting.current = null;
          const answer = await send<Attempt>("POST", `/api/runs/${runId}/try`, next);
          if (answer.ok) setSaid(answer.value);
        }
        busy.current = false;
      })();
    },
    [runId, possible],
  );
  return { said, ask };
}
