"use client";
import { words } from "@/core/base/words";
import type { OtherRun, Phases, RunCurves } from "@/core/measure/log";
import type { RunConditions } from "@/core/measure/pair";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import type { ImportSummary } from "@/workers/logSession";

interface OdditiesProps {
  summary: ImportSummary;
}

/** What was odd in the file, line by line. */
export function Oddities({ summary }: OdditiesProps) {
  return (
    <>
      {summary.warnings.length ? (
        <details className="px-5 pb-3 text-note" open={summary.warnings.length <= 2}>
          <summary className="min-h-8 cursor-pointer text-ink-2">
            {words.counted(summary.warnings.length, "oddity")} in the file, all handled
          </summary>
          <ul className="mt-1">
            {summary.warnings.map((w) => (
              <li key={`${w.line}-${w.message}`}>
                <span className="num text-tag text-ink-2">line {w.line.toLocaleString("en")}</span> {w.message}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

interface StoreBarProps {
  doubt: Problem | null;
  problem: Problem | null;
  store: (anyway: boolean) => Promise<void>;
  summary: ImportSummary;
  other: (OtherRun & { conditions: RunConditions; curves: RunCurves; phases: Phases | null }) | null;
}

/** What speaks against storing, and the main act. */
export function StoreBar({ doubt, problem, store, summary, other }: StoreBarProps) {
  return (
    <div className="sticky bottom-0 flex flex-col gap-3 bg-sheet p-5">
      {doubt ? (
        <CautionBand role="alert">
          <b className="font-strong">{doubt.message}</b> {doubt.action} Nothing is stored yet.
        </CautionBand>
      ) : problem ? (
        <CautionBand role="alert">
          <b className="font-strong">{problem.message}</b> {problem.action}
        </CautionBand>
      ) : null}
      {doubt ? (
        <Button look="plain" big onClick={() => void store(true)} disabled={!summary.curves}>
          Use it anyway
        </Button>
      ) : (
        <Button
          look="main"
          big
          className="min-h-19 text-title"
          keyCap="Enter"
          onClick={() => void store(false)}
          disabled={!summary.curves}
        >
          {other ? "Judge with this log" : "Keep this log"}
        </Button>
      )}
    </div>
  );
}

export const has = (s: ImportSummary, end: string): boolean => s.columns.some((c) => c.role.endsWith(end));
