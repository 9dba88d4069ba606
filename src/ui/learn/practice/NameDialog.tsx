"use client";
import { useState } from "react";
import { FAULTS, faultName, faultsOf, SUSPECT_WORDS, SUSPECTS, suspectOf, type FaultKind } from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { SuspectPicture } from "@/ui/learn/suspects/SuspectPicture";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  onName: (named: FaultKind[]) => void;
  onClose: () => void;
  busy: boolean;
}

/** Says what is wrong: one fault, or two of different suspects. */
export function NameDialog({ onName, onClose, busy }: Props) {
  const [named, setNamed] = useState<FaultKind[]>([]);
  const toggle = (kind: FaultKind) =>
    setNamed((now) => {
      if (now.includes(kind)) return now.filter((k) => k !== kind);
      if (kind === "nothing") return [kind];
      // one of each suspect, and two at most: the last two that were picked
      return [...now.filter((k) => k !== "nothing" && suspectOf(k) !== suspectOf(kind)), kind].slice(-2);
    });
  return (
    <FormDialog title="Say what is wrong" onClose={onClose} width="wide">
      <p className="mt-1 text-lead text-ink-2">One fault, or two of different suspects. Then the review opens.</p>
      <ul className="mt-5 grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        {SUSPECTS.map((s) => (
          <li key={s} className="flex gap-3 border-t border-line pt-3">
            <SuspectPicture of={s} scale={0.8} />
            <fieldset className="min-w-0 flex-1">
              <legend className="sr-only">{SUSPECT_WORDS[s]}</legend>
              {faultsOf(s).map((k) => (
                <label key={k} className="flex min-h-11 cursor-pointer items-center gap-2.5 text-lead">
                  <input
                    type="checkbox"
                    className="size-5 accent-(--copper)"
                    checked={named.includes(k)}
                    onChange={() => toggle(k)}
                  />
                  {words.capital(faultName(k))}
                </label>
              ))}
            </fieldset>
          </li>
        ))}
      </ul>
      <div className="mt-6 flex flex-wrap items-center justify-between gap-3">
        <p role="status" className="text-lead">
          {named.length ? `${words.capital(inWords(named))}.` : `${FAULTS.length} answers; pick one or two.`}
        </p>
        <div className="flex gap-3">
          <Button big onClick={onClose}>
            Not yet
          </Button>
          <Button look="main" big disabled={busy || named.length === 0} onClick={() => onName(named)}>
            That is it
          </Button>
        </div>
      </div>
    </FormDialog>
  );
}

/** One fault or two as they are said. */
export const inWords = (named: readonly FaultKind[]): string => named.map(faultName).join(" and ");
