"use client";
interface ProofProps {
  ref: React.RefObject<HTMLDivElement | null>;
  against: boolean;
  own: { chip: ChipId; before: CurvePoint[]; after: CurvePoint[] } | undefined;
  v: Verdict;
  chip: ChipVerdict | undefined;
  chartW: number;
  none: boolean;
  curves: PairCurves;
}
/** What was logged, and the rise that proves the verdict. */

export function Proof({ ref, against, own, v, chip, chartW, none, curves }: ProofProps) {
  return (
    <div ref={ref} className={`flex flex-col gap-1 ${against ? "flex-col-reverse" : ""}`}>
      {own ? (
        <div>
          <h2 className="truncate text-lead font-bold">
            As logged <span className="pl-2 text-note font-regular text-ink-2">{peaksAlone(v, chip)}</span>
          </h2>
          <AsLogged
            curves={own}
            facts={v.facts}
            limitC={v.limitC}
            enoughS={v.reasons.some((r) => r.code === "load-too-short") ? v.enoughS : null}
            seen={v.reasons.flatMap((r) => (r.seen ? [r.seen] : []))}
            width={chartW}
            height={none ? 210 : 144}
          />
        </div>
      ) : null}
      {against && v.spread && v.reasons.some((r) => r.code === "core-spread") ? <CoreGrid spread={v.spread} /> : null}
      {chip?.estimate && !none ? (
        <div>
          <h2 className="flex items-baseline text-lead font-bold">
            {chip.paths[0].beforeKW === null ? "Rise since load on" : "Rise per watt since load on"}{" "}
            <span className="pl-2 text-note font-regular text-ink-2">
              {chip.paths[0].beforeKW === null ? "K, power not logged" : "K/W"}
            </span>
            <LineKey />
          </h2>
          <RiseChart
            estimate={chip.estimate}
            powerW={chip.paths[0].beforeKW === null ? null : (v.matched.powerW[chip.chip] ?? null)}
            loadS={curves.loadS}
            width={chartW}
            height={144}
          />
        </div>
      ) : null}
    </div>
  );
}

import type { ChipVerdict, PairCurves } from "@/core/measure/judge";
import { type Verdict, peaksAlone } from "@/core/measure/says";
import type { CurvePoint } from "@/core/measure/log";
import type { ChipId } from "@/core/measure/thermal";
import { AsLogged } from "./AsLogged";
import { CoreGrid } from "./CoreGrid";
import { RiseChart } from "./RiseChart";
export function LineKey() {
  return (
    <span className="ml-auto flex items-center gap-2 pr-1 text-note font-regular">
      <svg aria-hidden width={26} height={4}>
        <path d="M0 2h26" stroke="var(--ink)" strokeWidth={2} strokeDasharray="5 4" />
      </svg>
      before
      <svg aria-hidden width={26} height={4}>
        <path d="M0 2h26" stroke="var(--ink)" strokeWidth={3} />
      </svg>
      after
    </span>
  );
}
