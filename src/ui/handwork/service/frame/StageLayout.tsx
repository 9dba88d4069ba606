"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { words } from "@/core/base/words";
import { CloudOff } from "lucide-react";
import type { ReactNode } from "react";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { money, useMoney } from "@/ui/kit/controls/money";
import { STAGE_TITLES } from "@/core/workshop/job";
import { asidesIn, GUESS, countsOut, type ServiceStage, type Step } from "@/core/handwork/service";
import { LinkButton } from "@/ui/kit/controls/Button";
import { useSize } from "@/ui/kit/controls/size";
import { LensTabs } from "@/ui/drawing/map/LensTabs";
import { GradeRow } from "@/ui/handwork/service/answers/GradeRow";
import { PasteRow } from "@/ui/handwork/service/answers/PasteRow";
import { InsideLens } from "@/ui/handwork/service/lenses/InsideLens";
import { CoverLens } from "@/ui/handwork/service/lenses/CoverLens";
import { ScrewTray } from "@/ui/handwork/service/pictures/Tray";
import { stagePath } from "@/ui/kit/steps/paths";
import { Asides } from "./Asides";
import { Counts, OutSoFar } from "./Counts";
import { StageSide, type SideFacts } from "./StageSide";
import { StepPanel } from "./StepPanel";
import type { StageWork } from "./useStage";
import { NothingListed, StepList } from "./StepList";
import { AFTER } from "./StepList";
import { isStep } from "@/core/handwork/service";

/** What a bench of its own puts in place of the drawing and of the answer. */
export interface OwnBench {
  main: ReactNode;
  answer: ReactNode;
}

/** Stages in which the base is off, or just came off: parts are found on the way there. */
const ASIDE_STAGES: ReadonlySet<ServiceStage> = new Set(["open", "strip", "clean", "paste", "close"]);

interface Props {
  work: StageWork;
  more: SideFacts;
  closed: boolean;
  complaint: string;
  own?: OwnBench;
}

/** The drawing large, what goes with the stage beneath it, the step at hand beside it. */
export function StageLayout(p: Props) {
  const { work, own } = p;
  const [ref, size] = useSize<HTMLDivElement>({ width: 780, height: 480 });
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <StageTabs work={work} />
        <div ref={ref} className="relative min-h-80 flex-1 overflow-hidden bg-sheet">
          {own ? <div className="absolute inset-0">{own.main}</div> : <LensOfStage work={work} size={size} />}
        </div>
        <div className={`shrink-0 border-t-[1.5px] border-line bg-sheet px-5 ${own ? "py-1.5" : "py-3"}`}>
          {own ? <CostLine cost={work.stock.shelf.cost} /> : <UnderLens {...p} />}
        </div>
      </div>
      <StepSide {...p} />
    </div>
  );
}

function StageTabs({ work }: { work: StageWork }) {
  return (
    <LensTabs
      jobId={work.jobId}
      shown="work"
      heat={false}
      note={
        <span role="status" className="inline-flex items-center gap-2">
          {work.waiting > 0 ? (
            <>
              <CloudOff aria-hidden size={18} /> On this device, sends later
            </>
          ) : (
            work.steps.length > 0 && `${work.done} of ${work.steps.length} steps`
          )}
        </span>
      }
    />
  );
}

function LensOfStage({ work, size }: { work: StageWork; size: { width: number; height: number } }) {
  const { map, ctx, step } = work;
  if (!map) return <NotDrawn jobId={work.jobId} />;
  if (size.width === 0) return null;
  if (work.coverOn || work.stage === "intake") return <CoverLens ctx={ctx} map={map} step={step} size={size} />;
  return <InsideLens stage={work.stage} ctx={ctx} map={map} step={step} size={size} />;
}

function NotDrawn({ jobId }: { jobId: number }) {
  return (
    <div className="grid h-full place-items-center p-8">
      <div className="max-w-110 text-center">
        <p className="text-title leading-7 font-strong">This model is not drawn yet.</p>
        <p className="mt-2 text-lead text-ink-2">
          The steps are general ones until its screws, plugs and pads are on the map.
        </p>
        <LinkButton href={stagePath(jobId, "map")} look="plain" className="mt-4">
          Draw the map
        </LinkButton>
      </div>
    </div>
  );
}

function CostLine({ cost }: { cost: number }) {
  const currency = useMoney();
  return (
    <p className="text-body text-ink-2">
      {cost > 0 ? `Materials of this job so far: ${money(cost, currency)}.` : "Nothing is booked to this job yet."}
    </p>
  );
}

/** Beneath the drawing: the pictures of a grade while it is asked for, else trays and counts of the stage. */
function UnderLens({ work, more, closed, complaint }: Props) {
  const { step, ctx, stage, jobId } = work;
  const asking = step && !work.gate && !closed ? step : null;
  if (asking?.ask.kind === "grade")
    return (
      <GradeRow
        of={asking.ask.of}
        was={ctx.journal.of(asking.key).value}
        question={asking.say}
        onPick={(grade) => work.settle(asking, "done", grade)}
      />
    );
  if (asking && isStep(asking.key, "paste-was") && asking.ask.kind === "choose")
    return (
      <PasteRow
        options={asking.ask.options}
        was={ctx.journal.of(asking.key).value}
        question={asking.say}
        onPick={(state) => work.settle(asking, "done", state)}
      />
    );
  return (
    <>
      <TrayOrCounts work={work} />
      {stage === "strip" ? <OutSoFar counts={countsOut(ctx)} /> : null}
      <StageSide
        stage={stage}
        ctx={ctx}
        more={more}
        complaint={complaint}
        jobId={jobId}
        guess={
          closed
            ? null
            : (K) =>
                work.add(
                  K === null
                    ? { stage, step: GUESS, act: "skipped", reason: "Not asked" }
                    : { stage, step: GUESS, act: "done", value: String(K) },
                )
        }
      />
    </>
  );
}

function TrayOrCounts({ work }: { work: StageWork }) {
  const { stage, map, step, ctx, jobId } = work;
  if (stage === "open" && map)
    return (
      <ScrewTray
        ctx={ctx}
        jobId={jobId}
        nextId={step && isStep(step.key, "out") ? (step.parts[0] ?? null) : null}
        widthMm={map.layout.base.widthMm}
        depthMm={map.layout.base.depthMm}
      />
    );
  return stage === "close" || stage === "paste" ? <Counts counts={countsOut(ctx)} /> : null;
}

function StepSide({ work, closed, own }: Props) {
  const { step, steps, ctx, problem, stage, done } = work;
  const pane = useWholeRows<HTMLElement>();
  return (
    <aside
      ref={pane}
      aria-label="Step at hand"
      className="flex w-full shrink-0 flex-col border-line bg-sheet lg:w-77.5 lg:overflow-y-auto
        lg:border-l-[1.5px] xl:w-85 2xl:w-100"
    >
      {problem ? (
        <p role="alert" className="caution-band m-4 px-3 py-2 text-body">
          {problem.message} {problem.action}
        </p>
      ) : null}
      {closed ? (
        <div className="p-5">
          <h1 className="text-head leading-7.5 font-bold">{STAGE_TITLES[stage]}</h1>
          <p className="mt-2 text-lead text-ink-2">
            This job is closed: {done} of {steps.length} steps stand in its journal.
          </p>
          {work.aside > 0 ? (
            <p role="status" className="caution-band mt-4 px-3 py-2 text-lead">
              {words.counted(work.aside, "step")} came from a device after it was closed and{" "}
              {words.agreeing(work.aside, "is", "are")} set aside. Reopen the job from its verdict to count{" "}
              {words.agreeing(work.aside, "it", "them")}.
            </p>
          ) : null}
        </div>
      ) : step ? (
        <StepAtHand key={step.key} work={work} step={step} own={own} />
      ) : steps.length === 0 ? (
        <NothingListed stage={stage} jobId={work.jobId} />
      ) : (
        <Finished stage={stage} jobId={work.jobId} onBack={work.back} minutes={ctx.journal.seconds(stage) / 60} />
      )}
      {ASIDE_STAGES.has(stage) ? (
        <Asides
          asides={asidesIn(ctx.journal)}
          closed={closed}
          onKeep={(key, value, reason) => work.add({ stage, step: key, act: "done", value, reason })}
          onTakeBack={(key) => work.add({ stage, step: key, act: "undone" })}
        />
      ) : null}
      {steps.length > 0 ? <StepList steps={steps} ctx={ctx} here={step?.key ?? null} onPick={work.setPicked} /> : null}
    </aside>
  );
}

function StepAtHand({ work, step, own }: { work: StageWork; step: Step; own: OwnBench | undefined }) {
  const { ctx, gate, place, steps, stage, add } = work;
  return (
    <Allowed right="work">
      <StepPanel
        at={{
          jobId: work.jobId,
          ctx,
          step,
          gate,
          place,
          of: steps.length,
          next: steps.filter((s, i) => i > place && !ctx.journal.isSettled(s.key)).slice(0, 3),
          canBack: ctx.journal.lastSettled(stage) !== null,
          settle: (act, value, reason) => work.settle(step, act, value, reason),
          passGate: (reason) => gate && add({ stage, step: gate.key, act: "skipped", reason }),
          note: (reason) => add({ stage, step: step.key, act: "noted", reason }),
          back: work.back,
          run: () => work.allOfRun(step),
          also: (key, value) => add({ stage, step: key, act: "done", value }),
          again: work.startAgain,
          pick: work.setPicked,
          ...(own ? { answer: own.answer } : {}),
        }}
      />
    </Allowed>
  );
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
      <h1 className="text-step leading-9 font-bold">{STAGE_TITLES[stage]} is done.</h1>
      <p className="mt-2 text-sub leading-6.25 text-ink-2">
        {minutes >= 1 ? `${Math.round(minutes)} minutes at work. ` : ""}Next: {STAGE_TITLES[next].toLowerCase()}.
      </p>
      <div className="mt-auto pt-6">
        <LinkButton href={stagePath(jobId, next)} look="main" big className="w-full">
          {STAGE_TITLES[next]}
        </LinkButton>
        <button type="button" onClick={onBack} className="link mt-3 inline-flex min-h-11 items-center text-body">
          Take the last step back
        </button>
      </div>
    </div>
  );
}
