"use client";
import { useEffect, useRef } from "react";
import type { Layout } from "@/core/drawing/parts";
import { actOf, type TryView } from "@/core/learn/practice";
import { suspectOf } from "@/core/learn/suspects";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Progress } from "@/ui/kit/controls/Progress";
import { useSize } from "@/ui/kit/controls/size";
import { topOf } from "@/ui/learn/suspects/strandPath";
import { headlineOf } from "./headline";
import { LogDialog } from "./LogDialog";
import { Named } from "./Named";
import { NameDialog } from "./NameDialog";
import { NotOrdered, Orders } from "./Orders";
import { ReviewSide } from "./ReviewSide";
import { Side } from "./Side";
import { StepRows } from "./StepRows";
import { Strands } from "./Strands";
import { usePracticeScreen, type PracticePage } from "./usePracticeScreen";
import { VerdictDialog } from "./VerdictDialog";

interface Props {
  view: TryView;
  layout: Layout | null;
}

/** A mystery machine: what was ordered and what it said, the strands of the suspects, and what is on offer. */
export function PracticeScreen({ view, layout }: Props) {
  const p = usePracticeScreen(view);
  const { shown, review, named, problem, working } = p.work;
  return (
    <main
      data-own-height
      className="grid flex-1 grid-cols-1 lg:h-[calc(100dvh-58px-var(--going,0px))] lg:flex-none
        lg:grid-cols-[minmax(0,1fr)_300px] xl:grid-cols-[minmax(0,1fr)_336px]"
    >
      <div className="flex min-h-0 min-w-0 flex-col bg-sheet">
        <header className="border-b-[1.5px] border-line px-6 py-2.5">
          <h1 className="text-step leading-8.5 font-bold">{headlineOf({ shown, review, hidden: p.hidden })}</h1>
          <p className="text-lead leading-5.5 text-ink-2">
            Each strand is one suspect. It swells where the evidence speaks for it and thins where it speaks against.
          </p>
          {p.looksOn ? (
            <p role="note" className="mt-1 text-body">
              {view.learner} practises here, and you look on. The same machine is yours by its code, {view.code}.
            </p>
          ) : null}
          {problem ? (
            <div className="mt-2">
              <CautionBand role="alert">
                {problem.message} {problem.action}
              </CautionBand>
            </div>
          ) : null}
        </header>
        <StrandPane p={p} />
        <div className="sticky bottom-0 z-10">
          {review ? (
            <NotOrdered acts={review.others.map(actOf)} said={p.said} busy={p.busy} onAsk={(a) => void p.ask(a)} />
          ) : named ? null : (
            <Orders offers={shown?.offers ?? []} busy={p.busy} onOrder={(o) => void p.order(o)} />
          )}
        </div>
      </div>
      <Beside p={p} view={view} layout={layout} />
      {working ? (
        <div className="fixed inset-0 z-40 grid place-items-center bg-ink/40 p-5">
          <div className="w-full max-w-120 border-2 border-ink bg-sheet p-7">
            <Progress label={working.what} share={null} onCancel={working.stop} />
          </div>
        </div>
      ) : null}
      <Dialogs p={p} />
    </main>
  );
}

/** Steps at the left, strands beside them; the step that was just ordered comes into sight. */
function StrandPane({ p }: { p: PracticePage }) {
  const { shown, review, named } = p.work;
  const [box, size] = useSize<HTMLDivElement>({ width: 944, height: 0 });
  const end = useRef<HTMLDivElement>(null);
  const seen = useRef(0);
  const steps = shown?.steps ?? [];
  const count = steps.length;
  useEffect(() => {
    // not what waits after it
    if (count > 1 && count !== seen.current) end.current?.scrollIntoView({ block: "nearest" });
    seen.current = count;
  }, [count]);
  const width = Math.max(740, size.width);
  const hidden = p.hidden && !named;
  return (
    <div
      ref={box}
      className="relative min-h-0 flex-1 overflow-x-auto lg:overflow-y-auto"
      tabIndex={0}
      role="group"
      aria-label="Steps and strands, scrolls"
    >
      <div className="relative" style={{ width, minHeight: topOf(5) }}>
        <Strands steps={steps} width={width} truth={review ? review.truth.map(suspectOf) : null} hidden={hidden} />
        <StepRows
          steps={steps}
          width={width}
          picked={p.picked}
          onPick={p.setPicked}
          hidden={hidden}
          waiting={named ? 0 : Math.max(1, 5 - count)}
        />
        {named && shown ? (
          <Named named={named} minutes={shown.state.minutes} width={width} right={review?.outcome} />
        ) : null}
        <div ref={end} className="absolute left-0" style={{ top: topOf(count + (named ? 0.6 : 0)) }} />
      </div>
    </div>
  );
}

function Beside({ p, view, layout }: Props & { p: PracticePage }) {
  const { shown, review, named } = p.work;
  return (
    <aside
      aria-label="The machine"
      className="flex min-h-0 flex-col border-line bg-sheet lg:overflow-y-auto lg:border-l-[1.5px]"
    >
      {review && shown ? (
        <ReviewSide
          review={review}
          minutes={shown.state.minutes}
          uses={shown.state.uses}
          busy={p.busy}
          onVerdict={() => p.setAsked("verdict")}
          onAgain={() => void p.again()}
          onNext={() => void p.next()}
        />
      ) : (
        <Side
          view={view}
          layout={layout}
          shown={shown}
          step={p.step}
          hidden={p.hidden}
          busy={p.busy || named !== null}
          acts={{ hide: p.setHidden, log: () => void p.openLog(), name: () => p.setAsked("name") }}
        />
      )}
    </aside>
  );
}

function Dialogs({ p }: { p: PracticePage }) {
  const { work, asked, setAsked, log, setLog } = p;
  const run = log ? work.shown?.runs[log.n - 1] : null;
  return (
    <>
      {asked === "name" ? (
        <NameDialog busy={p.busy} onName={(f) => void p.name(f)} onClose={() => setAsked(null)} />
      ) : null}
      {asked === "verdict" && work.review?.verdict ? (
        <VerdictDialog verdict={work.review.verdict} onClose={() => setAsked(null)} />
      ) : null}
      {log && run && work.shown ? (
        <LogDialog n={log.n} run={run} log={log.log} limitC={work.shown.limitC} onClose={() => setLog(null)} />
      ) : null}
    </>
  );
}
