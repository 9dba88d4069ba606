"use client";
import { CloudOff } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { cuttingPlan, KERF_MM, MARGIN_MM } from "@/core/pads";
import type { Shelf } from "@/core/stock";
import { STAGE_TITLES, type StageName } from "@/core/job";
import {
  contextOf,
  countsOut,
  gateOf,
  nextStep,
  pastedChips,
  piecesToCut,
  stepsOf,
  type Entry,
  type ServiceFacts,
  type ServiceStage,
  type Step,
} from "@/core/service";
import { CoolingMap, type Chip } from "@/core/drawing";
import { LinkButton } from "@/ui/controls/Button";
import { useSize } from "@/ui/controls/size";
import { CutBench } from "@/ui/pads/CutBench";
import { CuttingView } from "@/ui/pads/CuttingView";
import { PadBench } from "@/ui/pads/PadBench";
import { PasteBench } from "@/ui/paste/PasteBench";
import { useShelf } from "@/ui/paste/useShelf";
import { LensTabs } from "@/ui/map/LensTabs";
import { stagePath } from "@/ui/steps/paths";
import { Counts, OutSoFar } from "./Counts";
import { GradeRow } from "@/ui/service/answers/GradeRow";
import { CoverLens, InsideLens } from "@/ui/service/lenses/lens";
import { PasteRow } from "@/ui/service/answers/PasteRow";
import { ScrewTray } from "@/ui/service/pictures/Tray";
import { StageSide, type SideFacts } from "./StageSide";
import { StepPanel } from "./StepPanel";
import { useJournal } from "./useJournal";

interface Props {
  jobId: number;
  stage: ServiceStage;
  facts: ServiceFacts;
  more: SideFacts;
  closed: boolean;
  complaint: string;
  shelf: Shelf;
}

/** Where the work goes after a stage. */
const AFTER: Record<ServiceStage, StageName> = {
  intake: "before",
  open: "map",
  strip: "clean",
  clean: "paste",
  paste: "close",
  close: "after",
};

/** A stage of handwork: one big step at a time on the machine's own drawing, from its own journal. */
export function ServiceScreen({ jobId, stage, facts, more, closed, complaint, shelf: initialShelf }: Props) {
  const stock = useShelf(jobId, initialShelf);
  const { entries, add, waiting, problem } = useJournal(jobId, facts.entries);
  const map = useMemo(() => (facts.layout?.parts.length ? new CoolingMap(facts.layout) : null), [facts.layout]);
  const ctx = useMemo(() => contextOf(facts, map, entries), [facts, map, entries]);
  const steps = useMemo(() => stepsOf(stage, ctx), [stage, ctx]);
  const [picked, setPicked] = useState<string | null>(null);
  const step = steps.find((s) => s.key === picked) ?? nextStep(steps, ctx);
  const place = step ? steps.indexOf(step) : steps.length;
  const [ref, size] = useSize<HTMLDivElement>({ width: 780, height: 480 });
  const gate = step ? gateOf(ctx, step) : null;
  const coverOn =
    (stage === "open" && !ctx.journal.isDone("open:lift")) ||
    stage === "intake" ||
    (stage === "close" && ctx.journal.isDone("close:cover"));

  const settle = (s: Step, act: Entry["act"], value = "", reason = "") => {
    add({ stage, step: s.key, act, value, reason });
    setPicked(null);
  };
  const back = () => {
    const last = ctx.journal.lastSettled(stage);
    if (!last) return;
    // what the step booked goes back with it
    const booked = stock.shelf.bookings.find((b) => b.what === last.step);
    if (booked) void stock.giveBack(booked.id);
    if (last.step === "paste:cut" && stock.shelf.cutting) void stock.uncut(stock.shelf.cutting.id);
    add({ stage, step: last.step, act: "undone" });
    setPicked(last.step.startsWith("gate:") ? null : last.step);
  };
  const allOfRun = (s: Step) => {
    for (const other of steps)
      if (
        other.run === s.run &&
        !ctx.journal.isSettled(other.key) &&
        (other.ask.kind === "do" || other.ask.kind === "length")
      )
        add({
          stage,
          step: other.key,
          act: "done",
          ...(other.ask.kind === "length" ? { value: String(other.ask.fitsMm) } : {}),
        });
    setPicked(null);
  };
  const startAgain = () => {
    for (const other of steps)
      if (/^tighten:/.test(other.key) && ctx.journal.isSettled(other.key))
        add({ stage, step: other.key, act: "undone" });
    setPicked(null);
  };
  const done = steps.filter((s) => ctx.journal.isSettled(s.key)).length;
  const layout = (own?: { main: ReactNode; answer: ReactNode }) => (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <LensTabs
          jobId={jobId}
          shown="work"
          heat={false}
          note={
            <span role="status" className="inline-flex items-center gap-2">
              {waiting > 0 ? (
                <>
                  <CloudOff aria-hidden size={18} /> On this device, sends later
                </>
              ) : (
                `${done} of ${steps.length} steps`
              )}
            </span>
          }
        />
        <div ref={ref} className="relative min-h-[320px] flex-1 overflow-hidden bg-sheet">
          {own ? (
            <div className="absolute inset-0">{own.main}</div>
          ) : map && size.width > 0 ? (
            coverOn ? (
              <CoverLens ctx={ctx} map={map} step={step} size={size} />
            ) : (
              <InsideLens stage={stage} ctx={ctx} map={map} step={step} size={size} />
            )
          ) : null}
          {!map ? (
            <div className="grid h-full place-items-center p-8">
              <div className="max-w-[440px] text-center">
                <p className="text-[21px] leading-[28px] font-[640]">This model is not drawn yet.</p>
                <p className="mt-2 text-[17px] text-ink-2">
                  The steps are general ones until its screws, plugs and pads are on the map.
                </p>
                <LinkButton href={stagePath(jobId, "map")} look="plain" className="mt-4">
                  Draw the map
                </LinkButton>
              </div>
            </div>
          ) : null}
        </div>
        <div className={`shrink-0 border-t-[1.5px] border-line bg-sheet px-5 ${own ? "py-1.5" : "py-3"}`}>
          {own ? (
            <p className="text-[15.5px] text-ink-2">
              {stock.shelf.cost > 0
                ? `Materials of this job so far: ${stock.shelf.cost.toFixed(2)}.`
                : "Nothing is booked to this job yet."}
            </p>
          ) : step?.ask.kind === "grade" && !gate && !closed ? (
            <GradeRow
              of={step.ask.of}
              was={ctx.journal.of(step.key).value}
              question={step.say}
              onPick={(grade) => settle(step, "done", grade)}
            />
          ) : step?.key.startsWith("paste-was:") && step.ask.kind === "choose" && !gate && !closed ? (
            <PasteRow
              options={step.ask.options}
              was={ctx.journal.of(step.key).value}
              question={step.say}
              onPick={(state) => settle(step, "done", state)}
            />
          ) : (
            <>
              {stage === "open" && map ? (
                <ScrewTray
                  ctx={ctx}
                  jobId={jobId}
                  nextId={step?.key.startsWith("out:") ? (step.parts[0] ?? null) : null}
                  widthMm={map.layout.base.widthMm}
                  depthMm={map.layout.base.depthMm}
                />
              ) : stage === "close" || stage === "paste" ? (
                <Counts counts={countsOut(ctx)} />
              ) : null}
              {stage === "strip" ? <OutSoFar counts={countsOut(ctx)} /> : null}
              <StageSide stage={stage} ctx={ctx} more={more} complaint={complaint} jobId={jobId} />
            </>
          )}
        </div>
      </div>
      <aside
        aria-label="Step at hand"
        className="flex w-full shrink-0 flex-col border-line bg-sheet lg:w-[310px] lg:overflow-y-auto lg:border-l-[1.5px] xl:w-[340px] 2xl:w-[400px]"
      >
        {problem ? (
          <p
            role="alert"
            className="m-4 border-l-[6px] border-caution bg-caution-wash px-3 py-2 text-[16px] text-caution-ink"
          >
            {problem.message} {problem.action}
          </p>
        ) : null}
        {closed ? (
          <div className="p-5">
            <h1 className="text-[24px] leading-[30px] font-[690]">{STAGE_TITLES[stage]}</h1>
            <p className="mt-2 text-[17px] text-ink-2">
              This job is closed: {done} of {steps.length} steps stand in its journal.
            </p>
          </div>
        ) : step ? (
          <StepPanel
            key={step.key}
            jobId={jobId}
            ctx={ctx}
            step={step}
            gate={gate}
            place={place}
            of={steps.length}
            next={steps.filter((s, i) => i > place && !ctx.journal.isSettled(s.key)).slice(0, 3)}
            canBack={ctx.journal.lastSettled(stage) !== null}
            onSettle={(act, value, reason) => settle(step, act, value, reason)}
            onGate={(reason) => gate && add({ stage, step: gate.key, act: "skipped", reason })}
            onNote={(reason) => add({ stage, step: step.key, act: "noted", reason })}
            onBack={back}
            onRun={() => allOfRun(step)}
            onAlso={(key, value) => add({ stage, step: key, act: "done", value })}
            onAgain={startAgain}
            {...(own ? { answer: own.answer } : {})}
            onPick={setPicked}
          />
        ) : (
          <Finished stage={stage} jobId={jobId} onBack={back} minutes={ctx.journal.seconds(stage) / 60} />
        )}
        <StepList steps={steps} ctx={ctx} here={step?.key ?? null} onPick={setPicked} />
      </aside>
    </div>
  );
  const open = step && !gate && !closed && map ? { step, map } : null;
  const chipOf = (id: string): Chip | null => {
    const p = map?.part(id);
    return p?.kind === "chip" ? p : null;
  };
  const ask = open?.step.ask;
  if (open && ask?.kind === "paste") {
    const chip = chipOf(ask.chip);
    const pasted = async (value: string, lotId: number | null, grams: number) => {
      if (lotId !== null && !(await stock.book(lotId, open.step.key, Math.round(grams * 1e4) / 1e4))) return;
      settle(open.step, "done", value);
    };
    if (chip)
      return (
        <PasteBench
          key={open.step.key}
          ctx={ctx}
          step={open.step}
          chip={chip}
          shelf={stock.shelf}
          measuredW={more.wattsOf[chip.role] ?? 0}
          problem={stock.problem}
          onPasted={(v, lot, g) => void pasted(v, lot, g)}
        >
          {(main, answer) => layout({ main, answer })}
        </PasteBench>
      );
  }
  if (open && ask?.kind === "thickness") {
    const pad = open.map.part(ask.pad);
    const chips = pastedChips(ctx);
    if (pad?.kind === "pad" && chips.length) {
      // the cut runs to the pasted chip that lies nearest
      const chip = [...chips].sort(
        (a, b) => Math.hypot(a.xMm - pad.xMm, a.yMm - pad.yMm) - Math.hypot(b.xMm - pad.xMm, b.yMm - pad.yMm),
      )[0] as Chip;
      const plan = cuttingPlan(
        stock.shelf.sheets.map((s) => ({ ...s, id: String(s.id) })),
        piecesToCut(ctx),
        KERF_MM,
        MARGIN_MM,
      );
      const below = plan.placed.length ? (
        <CuttingView plan={plan} sheets={stock.shelf.sheets} />
      ) : (
        <p className="text-[15.5px] text-ink-2">The cutting plan grows here as thicknesses are chosen.</p>
      );
      return (
        <PadBench
          key={open.step.key}
          ctx={ctx}
          map={open.map}
          step={open.step}
          pad={pad}
          chip={chip}
          shelf={stock.shelf}
          below={below}
          onGap={(v) => add({ stage, step: `gap:${pad.id}`, act: "done", value: v })}
          onThickness={(v) => settle(open.step, "done", v)}
        >
          {(main, answer) => layout({ main, answer })}
        </PadBench>
      );
    }
  }
  if (open && ask?.kind === "cut")
    return (
      <CutBench
        key="cut"
        jobId={jobId}
        ctx={ctx}
        shelf={stock.shelf}
        problem={stock.problem}
        busy={stock.busy}
        onCut={(pieces) => void stock.cut(pieces)}
        onUncut={(id) => void stock.uncut(id)}
        onDone={() => settle(open.step, "done", "cut")}
      >
        {(main, answer) => layout({ main, answer })}
      </CutBench>
    );
  return layout();
}

function Finished({
  stage,
  jobId,
  onBack,
  minutes,
}: {
  stage: ServiceStage;
  jobId: number;
  onBack: () => void;
  minutes: number;
}) {
  const next = AFTER[stage];
  return (
    <div className="flex flex-1 flex-col p-5">
      <h1 className="text-[30px] leading-[36px] font-[700]">{STAGE_TITLES[stage]} is done.</h1>
      <p className="mt-2 text-[18px] leading-[25px] text-ink-2">
        {minutes >= 1 ? `${Math.round(minutes)} minutes at work. ` : ""}Next: {STAGE_TITLES[next].toLowerCase()}.
      </p>
      <div className="mt-auto pt-6">
        <LinkButton href={stagePath(jobId, next)} look="main" big className="w-full">
          {STAGE_TITLES[next]}
        </LinkButton>
        <button type="button" onClick={onBack} className="link mt-3 inline-flex min-h-11 items-center text-[16px]">
          Take the last step back
        </button>
      </div>
    </div>
  );
}

function StepList({
  steps,
  ctx,
  here,
  onPick,
}: {
  steps: readonly Step[];
  ctx: ReturnType<typeof contextOf>;
  here: string | null;
  onPick: (key: string) => void;
}) {
  return (
    <details className="border-t border-line px-5 py-2">
      <summary className="flex min-h-11 cursor-pointer items-center text-[16px] font-[560]">
        All {steps.length} steps
      </summary>
      <ol className="pb-3">
        {steps.map((s) => {
          const state = ctx.journal.of(s.key);
          return (
            <li key={s.key}>
              <button
                type="button"
                aria-current={s.key === here ? "step" : undefined}
                onClick={() => onPick(s.key)}
                className={`flex min-h-11 w-full items-center gap-3 border-b border-line-2 text-left text-[15.5px] hover:bg-plane ${s.key === here ? "font-[680]" : ""}`}
              >
                <span aria-hidden className="w-5 text-center">
                  {state.status === "done" ? "✓" : state.status === "skipped" ? "–" : ""}
                </span>
                <span className="min-w-0 flex-1">
                  {s.title}
                  {s.mark && !s.title.includes(s.mark) ? ` ${s.mark}` : ""}
                  <span className="sr-only">{state.status === "open" ? "" : `, ${state.status}`}</span>
                </span>
                {state.value ? (
                  <span className="text-ink-2">{state.value}</span>
                ) : state.reason ? (
                  <span className="max-w-[130px] truncate text-ink-2">{state.reason}</span>
                ) : null}
              </button>
            </li>
          );
        })}
      </ol>
    </details>
  );
}
