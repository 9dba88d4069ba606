"use client";
import type { Phases, RunCurves } from "@/core/measure/log";
import { RunChart } from "@/ui/kit/charts/RunChart";
import { CautionBand } from "@/ui/kit/controls/Band";
import type { ConditionsDraft } from "@/ui/measure/run/Conditions";
import type { ImportSummary } from "@/workers/logSession";
import { roomOf } from "./useImport";

interface ReadCurvesProps {
  summary: ImportSummary;
  shownPhases: Phases | null;
  setPhases: React.Dispatch<React.SetStateAction<Phases | null>>;
  limitC: number | null;
  ghost: { curves: RunCurves; phases: Phases } | null;
  draft: ConditionsDraft;
  height: number;
}

/** Height of the curves, px: usual, and where columns need the room. */
export const CURVES_PX = 262;
export const LEAST_CURVES_PX = 206;
/** As high may the columns be before the curves give way, px. */
export const ROOMY_PANE_PX = 316;

/** The curves read, with the load's bounds; without a load the way to mark it. */
export function ReadCurves({ summary, shownPhases, setPhases, limitC, ghost, draft, height }: ReadCurvesProps) {
  return (
    <div className="px-4 pt-3 pb-2">
      {summary.curves ? (
        shownPhases ? (
          <RunChart
            curves={summary.curves}
            phases={shownPhases}
            onPhases={(p) => setPhases(p)}
            limitC={limitC}
            ghost={ghost}
            room={roomOf(draft)}
            height={height}
          />
        ) : (
          <>
            <CautionBand role="status">
              No load was found: nothing tells it from idle.{" "}
              <button
                type="button"
                className="link min-h-8"
                onClick={() => setPhases({ loadOnS: summary.durationS * 0.2, loadOffS: summary.durationS * 0.8 })}
              >
                Mark it by hand
              </button>
            </CautionBand>
            <RunChart curves={summary.curves} phases={null} limitC={limitC} height={240} />
          </>
        )
      ) : (
        <CautionBand role="alert">
          <b className="font-strong">{summary.missing?.message}</b> {summary.missing?.action}
        </CautionBand>
      )}
    </div>
  );
}
