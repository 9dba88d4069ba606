"use client";
import { words } from "@/core/base/words";
import Link from "next/link";
import { Printer, Undo2 } from "lucide-react";
import { useMemo, type ReactNode } from "react";
import { type CuttingPlan, KERF_MM, MARGIN_MM, type Piece } from "@/core/handwork/pads";
import { piecesToCut, type ServiceContext } from "@/core/handwork/service";
import { costOf, type StockSheet, type Cutting, type Shelf } from "@/core/workshop/stock";
import { money, useMoney } from "@/ui/kit/controls/money";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { stagePath } from "@/ui/kit/steps/paths";
import { CuttingView } from "./CuttingView";
import { useCuttingPlan } from "./useCuttingPlan";

/** The shelf, and cutting that books what it takes. */
interface CutStock {
  shelf: Shelf;
  problem: string;
  busy: boolean;
  cut: (pieces: Piece[]) => Promise<unknown>;
  uncut: (cuttingId: number) => Promise<unknown>;
}

interface Props {
  jobId: number;
  ctx: ServiceContext;
  stock: CutStock;
  onDone: () => void;
  children: (main: ReactNode, answer: ReactNode) => ReactNode;
}

/**
 * All pads of the job on the sheets and off-cuts of the shelf; cutting books them, undo makes the sheets whole again.
 */
export function CutBench({ jobId, ctx, stock, onDone, children }: Props) {
  const { shelf, problem, busy } = stock;
  const onCut = (pieces: Piece[]) => void stock.cut(pieces);
  const onUncut = (cuttingId: number) => void stock.uncut(cuttingId);
  const pieces = useMemo(() => piecesToCut(ctx), [ctx]);
  const { cutting } = shelf;
  const own = useCuttingPlan(shelf.sheets, pieces, cutting === null);
  const plan = cutting?.plan ?? own.plan;
  const laying = cutting === null && own.busy;
  const sheets = cutting?.sheets ?? shelf.sheets;
  const waiting = laying ? [] : pieces.filter((p) => !plan.placed.some((x) => x.piece === p.id));
  const currency = useMoney();
  const cost = cutting
    ? shelf.cost
    : sheets
        .filter((s) => plan.placed.some((p) => p.sheet === String(s.id)))
        .reduce((sum, s) => {
          const lot = [...shelf.lots, ...shelf.past].find((l) => l.id === s.lotId);
          const rests = plan.rests
            .filter((r) => r.sheet === String(s.id))
            .reduce((a, r) => a + r.widthMm * r.heightMm, 0);
          return sum + (lot ? costOf(lot, (s.widthMm * s.heightMm - rests) / 100) : 0);
        }, 0);
  const main = <CutPlan plan={plan} sheets={sheets} cutting={cutting} pieces={pieces} laying={laying} />;
  const act = cutting ? onDone : plan.placed.length && !laying ? () => onCut(pieces) : undefined;
  useKeys({ " ": act });
  const answer = (
    <div>
      {waiting.length ? (
        <p
          className="caution-band mb-2.5 px-3.5 py-2.5 text-lead
          leading-5.75"
        >
          {waiting.map((p) => `${p.id}, ${p.widthMm} × ${p.heightMm} × ${p.thicknessMm} mm`).join("; ")}:{" "}
          {words.agreeing(waiting.length, "fits", "fit")} on no sheet of the shelf. Put a sheet there, or skip with a
          reason.
        </p>
      ) : null}
      <p className="text-lead leading-5.75">
        {cutting
          ? "They are cut, and booked to this job."
          : own.failed
            ? "The plan could not be made here. Load the page again."
            : laying
              ? "Laying the pads out."
              : `${words.share(plan.usedShare)} of what is cut into becomes pads; ${plan.rests.length} ` +
                `off-${words.agreeing(plan.rests.length, "cut goes", "cuts go")} back. ${openedWords(plan)}`}{" "}
        {cost > 0 ? `Cost ${money(cost, currency)}.` : ""}
      </p>
      {problem ? (
        <p role="alert" className="mt-2 text-body text-stop-ink">
          {problem}
        </p>
      ) : null}
      <CutLinks jobId={jobId} cutting={cutting} busy={busy} onUncut={onUncut} />
      <Button
        look="main"
        className="mt-2.5 min-h-18 w-full px-4 text-title"
        keyCap="Space"
        disabled={!act || busy}
        onClick={act}
      >
        {cutting
          ? "On to laying them"
          : laying
            ? "Laying the pads out"
            : `${words.counted(plan.placed.length, "pad")} cut`}
      </Button>
    </div>
  );
  return children(main, answer);
}

/** Whether fewer whole sheets could do: by area alone, so that more is no proof of waste. */
function openedWords({ wholeSheets }: CuttingPlan): string {
  const { opened, least } = wholeSheets;
  if (opened === 0) return "No whole sheet is opened.";
  const open = `${words.counted(opened, "whole sheet")} ${words.agreeing(opened, "is", "are")} opened`;
  return opened <= least ? `${open}; fewer cannot do.` : `${open}; by area alone ${least} might do.`;
}

interface CutPlanProps {
  laying: boolean;
  plan: CuttingPlan;
  sheets: StockSheet[];
  cutting: Cutting | null;
  pieces: Piece[];
}

/** The plan drawn on its sheets. */
function CutPlan({ plan, sheets, cutting, pieces, laying }: CutPlanProps) {
  return (
    <div className="h-full overflow-auto bg-sheet px-5 py-4">
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-sub font-bold">
        Cutting plan
        <span className="text-body font-regular text-ink-2">
          {words.counted(plan.placed.length, "pad")}, {plan.lines.length} knife lines, off-cuts first, {KERF_MM} mm left
          for the knife, {MARGIN_MM} mm off the edges of whole sheets
        </span>
      </h2>
      <div className="mt-3">
        {plan.placed.length ? (
          <CuttingView plan={plan} sheets={sheets} done={cutting !== null} />
        ) : (
          <p className="text-lead text-ink-2">
            {laying
              ? "Laying the pads out on the sheets of the shelf."
              : pieces.length
                ? "No sheet on the shelf takes these pads."
                : "Choose the thickness of the new pads first."}
          </p>
        )}
      </div>
    </div>
  );
}

interface CutLinksProps {
  jobId: number;
  cutting: Cutting | null;
  busy: boolean;
  onUncut: (cuttingId: number) => void;
}

/** Print the plan, or take the cutting back. */
function CutLinks({ jobId, cutting, busy, onUncut }: CutLinksProps) {
  return (
    <div className="mt-2.5 grid grid-cols-2 gap-2.5">
      <Link
        prefetch={false}
        href={stagePath(jobId, "cutting")}
        className="inline-flex min-h-13 items-center justify-center gap-2 rounded-control border-2 border-line
          text-lead font-medium hover:border-ink-3"
      >
        <Printer aria-hidden size={19} /> Print 1:1
      </Link>
      <Button className="min-h-13 px-2" disabled={!cutting || busy} onClick={() => cutting && onUncut(cutting.id)}>
        <Undo2 aria-hidden size={18} /> Take back
      </Button>
    </div>
  );
}
