"use client";
import { useState } from "react";
import { isPrint, printWord, turnCell, wettedShare } from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import type { AnswerProps } from "./props";
import { PlatePrint } from "@/ui/handwork/service/pictures/PlatePrint";

/** The print on the plate, cell by cell. */
export function PrintAnswer({ was, onDone, start }: AnswerProps & { start: string }) {
  const [print, setPrint] = useState(isPrint(was) ? was : start);
  const give = () => onDone(print);
  useKeys({ " ": give, Enter: give });
  return (
    <div>
      <PlatePrint print={print} plate="" label="Print on the plate" onCell={(i) => setPrint((p) => turnCell(p, i))} />
      <p className="mt-2 flex items-baseline gap-3" aria-live="polite">
        <span className="num text-verdict leading-10 font-heavy">{Math.round(100 * wettedShare(print))} %</span>
        <span className="text-lead">wetted: {printWord(print)}</span>
      </p>
      <Button look="main" className="mt-2 min-h-17 w-full px-4 text-title" keyCap="Space" onClick={give}>
        That is the print
      </Button>
    </div>
  );
}
