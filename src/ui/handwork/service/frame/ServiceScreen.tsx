"use client";
import { useMemo } from "react";
import type { Chip, CoolingMap, Pad } from "@/core/drawing/parts";
import { pastedChips, piecesToCut, type ServiceFacts, type ServiceStage, type Step } from "@/core/handwork/service";
import type { Shelf } from "@/core/workshop/stock";
import { CutBench } from "@/ui/handwork/pads/CutBench";
import { CuttingView } from "@/ui/handwork/pads/CuttingView";
import { PadBench } from "@/ui/handwork/pads/PadBench";
import { useCuttingPlan } from "@/ui/handwork/pads/useCuttingPlan";
import { PasteBench } from "@/ui/handwork/paste/PasteBench";
import { StageLayout, type OwnBench } from "./StageLayout";
import type { SideFacts } from "./StageSide";
import { useStage, type StageWork } from "./useStage";

interface Props {
  jobId: number;
  stage: ServiceStage;
  facts: ServiceFacts;
  more: SideFacts;
  closed: boolean;
  complaint: string;
  shelf: Shelf;
}

/** A stage of handwork: one big step at a time on the machine's own drawing, from its own journal. */
export function ServiceScreen(p: Props) {
  const work = useStage(p);
  const { map, step } = work;
  const lay = (own?: OwnBench) => (
    <StageLayout work={work} more={p.more} closed={p.closed} complaint={p.complaint} own={own} />
  );
  if (!step || !map || work.gate || p.closed) return lay();
  const { ask } = step;
  if (ask.kind === "cut") return <CutWork work={work} step={step} lay={lay} />;
  const part = ask.kind === "paste" ? map.part(ask.chip) : ask.kind === "thickness" ? map.part(ask.pad) : undefined;
  if (part?.kind === "chip")
    return <PasteWork work={work} step={step} chip={part} wattsOf={p.more.wattsOf} lay={lay} />;
  if (part?.kind === "pad" && pastedChips(work.ctx).length)
    return <PadWork work={work} step={step} map={map} pad={part} lay={lay} />;
  return lay();
}

interface BenchProps {
  work: StageWork;
  step: Step;
  lay: (own: OwnBench) => React.ReactNode;
}

function PasteWork({ work, step, chip, wattsOf, lay }: BenchProps & { chip: Chip; wattsOf: SideFacts["wattsOf"] }) {
  const { stock } = work;
  const pasted = async (value: string, lotId: number | null, grams: number) => {
    if (lotId !== null && !(await stock.book(lotId, step.key, Math.round(grams * 1e4) / 1e4))) return;
    work.settle(step, "done", value);
  };
  return (
    <PasteBench
      key={step.key}
      ctx={work.ctx}
      step={step}
      chip={chip}
      shelf={stock.shelf}
      measuredW={wattsOf[chip.role] ?? 0}
      problem={stock.problem}
      onPasted={(v, lot, g) => void pasted(v, lot, g)}
    >
      {(main, answer) => lay({ main, answer })}
    </PasteBench>
  );
}

function PadWork({ work, step, map, pad, lay }: BenchProps & { map: CoolingMap; pad: Pad }) {
  const { ctx, stock } = work;
  const away = (c: Chip) => Math.hypot(c.xMm - pad.xMm, c.yMm - pad.yMm);
  // the cut runs to the pasted chip that lies nearest
  const [chip] = [...pastedChips(ctx)].sort((a, b) => away(a) - away(b));
  const pieces = useMemo(() => piecesToCut(ctx), [ctx]);
  const { plan } = useCuttingPlan(stock.shelf.sheets, pieces);
  if (!chip) return null;
  return (
    <PadBench
      key={step.key}
      job={{ ctx, map, shelf: stock.shelf }}
      step={step}
      pad={pad}
      chip={chip}
      below={
        plan.placed.length ? (
          <CuttingView plan={plan} sheets={stock.shelf.sheets} />
        ) : (
          <p className="text-body text-ink-2">The cutting plan grows here as thicknesses are chosen.</p>
        )
      }
      onGap={(value) => work.add({ stage: work.stage, step: `gap:${pad.id}`, act: "done", value })}
      onThickness={(value) => work.settle(step, "done", value)}
    >
      {(main, answer) => lay({ main, answer })}
    </PadBench>
  );
}

function CutWork({ work, step, lay }: BenchProps) {
  const { stock } = work;
  return (
    <CutBench key="cut" jobId={work.jobId} ctx={work.ctx} stock={stock} onDone={() => work.settle(step, "done", "cut")}>
      {(main, answer) => lay({ main, answer })}
    </CutBench>
  );
}
