"use client";
import { Minus, Plus } from "lucide-react";
import { useState } from "react";
import {
  cleaningOf,
  cleaningText,
  CONSUMABLES,
  METHODS,
  usesWords,
  type Consumable,
  type Step,
} from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import type { AnswerProps } from "./props";

/** How a part was cleaned and with what: the usual at one tap, the rest a tap further. */
export function CleanAnswer({ was, onDone, ask }: AnswerProps & { ask: Extract<Step["ask"], { kind: "clean" }> }) {
  const [cleaning, setCleaning] = useState(cleaningOf(was) ?? ask.ways[0] ?? { method: "brush" as const, uses: {} });
  const give = () => onDone(cleaningText(cleaning));
  useKeys({ " ": give, Enter: give });
  const set = (key: Consumable, n: number) =>
    setCleaning((c) => ({ ...c, uses: { ...c.uses, [key]: Math.max(0, n) } }));
  const offered = [
    ...new Set([...ask.ways.flatMap((w) => Object.keys(w.uses)), ...Object.keys(cleaning.uses)]),
  ] as Consumable[];
  return (
    <div>
      <details className="mb-2.5 border-y border-line">
        <summary className="flex min-h-11 cursor-pointer items-center text-body">
          <span className="min-w-0 flex-1">
            <span className="font-strong">{METHODS[cleaning.method].replace(/^./, (c) => c.toUpperCase())}</span>
            <span className="text-ink-2">{usesWords(cleaning.uses) ? `: ${usesWords(cleaning.uses)}` : ""}</span>
          </span>
          <span className="link shrink-0 pl-2">Change</span>
        </summary>
        <div className="pb-2">
          <div role="radiogroup" aria-label="Method" className="flex flex-wrap gap-2">
            {ask.ways.map((w) => (
              <Button
                key={w.method}
                role="radio"
                aria-checked={w.method === cleaning.method}
                look={w.method === cleaning.method ? "main" : "quiet"}
                className="px-3"
                onClick={() => setCleaning(w)}
              >
                {METHODS[w.method]}
              </Button>
            ))}
          </div>
          <ul className="mt-2">
            {offered.map((key) => (
              <li key={key} className="flex items-center gap-2 text-body">
                <span className="flex-1">{CONSUMABLES[key][0]}</span>
                <Button
                  className="min-h-11 px-2.5"
                  aria-label={`Less: ${CONSUMABLES[key][0]}`}
                  onClick={() => set(key, (cleaning.uses[key] ?? 0) - 1)}
                >
                  <Minus aria-hidden size={17} />
                </Button>
                <span className="num w-16 text-center text-sub">
                  {cleaning.uses[key] ?? 0} {CONSUMABLES[key][1]}
                </span>
                <Button
                  className="min-h-11 px-2.5"
                  aria-label={`More: ${CONSUMABLES[key][0]}`}
                  onClick={() => set(key, (cleaning.uses[key] ?? 0) + 1)}
                >
                  <Plus aria-hidden size={17} />
                </Button>
              </li>
            ))}
          </ul>
        </div>
      </details>
      <Button look="main" className="min-h-19 w-full px-4 text-title" keyCap="Space" onClick={give}>
        {ask.button}
      </Button>
    </div>
  );
}
