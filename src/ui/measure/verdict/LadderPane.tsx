"use client";
import Link from "next/link";
import type { ChipVerdict } from "@/core/measure/judge";
import { unknownWhy, matchedWords, type Verdict } from "@/core/measure/says";
import { OpenLadder } from "@/ui/measure/ladder/OpenLadder";
import { HeatLadder } from "@/ui/measure/ladder/HeatLadder";
import { stagePath } from "@/ui/kit/steps/paths";
import { BothRuns } from "./BothRuns";

interface LadderPaneProps {
  v: Verdict;
  chip: ChipVerdict | undefined;
  drawn: boolean;
  jobId: number;
  setExplain: React.Dispatch<React.SetStateAction<boolean>>;
  /** Shows both runs instead; null for a verdict that holds no witnesses. */
  onBoth: (() => void) | null;
}

interface BothPaneProps {
  v: Verdict;
  chip: ChipVerdict | undefined;
  onLadder: () => void;
}

/** Both runs through what was asked of them, in the ladder's place. */
export function BothPane({ v, chip, onLadder }: BothPaneProps) {
  return (
    <section aria-labelledby="both-heading" className="flex min-h-117.5 min-w-0 flex-col px-5 pt-3 pb-2">
      <div className="flex flex-wrap items-baseline gap-x-3 pb-2">
        <h2 id="both-heading" className="flex flex-wrap items-baseline gap-x-3 text-lead font-bold">
          Both runs, side by side{" "}
          <span className="text-note font-regular text-ink-2">
            {chip?.change ? "at the right the 90 % interval, K" : "before dashed, after solid"}
          </span>
        </h2>
        <button type="button" onClick={onLadder} className="link ml-auto min-h-7.5 text-body font-medium">
          Heat ladder
        </button>
      </div>
      <BothRuns witnesses={v.witnesses ?? []} change={chip?.change ?? null} bound={chip?.bound ?? null} />
    </section>
  );
}

const BESIDE = "link inline-flex min-h-7.5 items-center text-body font-medium";

/** The heat ladder of the chip looked at. */
export function LadderPane({ v, chip, drawn, jobId, setExplain, onBoth }: LadderPaneProps) {
  return (
    <section aria-labelledby="ladder-heading" className="flex min-h-117.5 min-w-0 flex-col px-5 pt-3 pb-2">
      <div className="flex flex-wrap items-baseline gap-x-2.5">
        <h2 id="ladder-heading" className="flex flex-wrap items-baseline gap-x-2.5 text-lead font-bold">
          Heat ladder <span className="text-note font-regular text-ink-2">{matchedWords(v, chip)}</span>
        </h2>
        <div className="ml-auto flex flex-wrap items-center gap-x-2.5">
          {drawn ? (
            <Link prefetch={false} href={stagePath(jobId, "heat")} className={BESIDE}>
              On the drawing
            </Link>
          ) : null}
          {onBoth ? (
            <button type="button" onClick={onBoth} className={BESIDE}>
              Both runs
            </button>
          ) : null}
          {chip ? (
            <button type="button" onClick={() => setExplain(true)} className={BESIDE}>
              How found?
            </button>
          ) : null}
        </div>
      </div>
      {chip?.bound ? (
        <OpenLadder chip={{ ...chip, bound: chip.bound }} matched={v.matched} limitC={v.limitC} />
      ) : chip ? (
        <HeatLadder chip={chip} matched={v.matched} limitC={v.limitC} unknownWhy={unknownWhy(v)} />
      ) : (
        <p className="py-10 text-lead text-ink-2">
          {v.gain?.work
            ? "No ladder: no chip temperature is in both logs, so nothing is told in degrees."
            : "No ladder: no load was found in the logs."}
        </p>
      )}
    </section>
  );
}
