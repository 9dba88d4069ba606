"use client";
import { Download } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { words } from "@/core/base/words";
import type { Phases, RunCurves } from "@/core/measure/log";
import { recipeWords, type LiveView } from "@/core/measure/protocol";
import { CautionBand, EvidenceLine } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { stagePath } from "@/ui/kit/steps/paths";
import { EndedRun } from "./EndedRun";
import { LiveChart } from "./LiveChart";
import { Needs } from "./Needs";
import { announce, useTitle } from "./notice";
import { Readout } from "./Readout";
import { RoomEnd } from "./RoomEnd";
import { RunBand } from "./RunBand";
import { Sources } from "./Sources";
import { Starts } from "./Starts";
import { StopButton } from "./StopButton";
import { useLive } from "./useLive";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  jobId: number;
  first: LiveView;
  limitC: number | null;
  other: { curves: RunCurves; phases: Phases } | null;
}

/** A run while it goes: phases, readings, curves that grow, what is still needed, one big stop. */
export function LiveScreen({ jobId, first, limitC, other }: Props) {
  const { view, linked } = useLive(first);
  const run = useRunActs(view);
  const { phase } = view.state;
  useTitle(view);
  useKeep(jobId, view);
  const stoppable = view.closed === null && (phase === "load" || phase === "idle" || phase === "paused");
  useKeys({ Escape: stoppable ? () => void run.act("stop") : undefined });
  if (view.closed && !view.closed.kept) return <EndedRun jobId={jobId} view={view} />;
  return (
    <div
      className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_288px]
        xl:grid-cols-[minmax(0,1fr)_304px]"
    >
      <div className="flex min-w-0 flex-col bg-sheet">
        <div className="border-b-[1.5px] border-line">
          <RunBand view={view} />
        </div>
        {view.began ? (
          <>
            <Readout view={view} />
            <div className="px-4 pt-3 pb-2">
              <LiveChart view={view} limitC={limitC} ghost={other} height={430} />
            </div>
          </>
        ) : view.standIn ? (
          <p className="p-6 text-step font-bold">The simulated machine wakes up</p>
        ) : (
          <Sources view={view} />
        )}
      </div>
      <aside className="flex flex-col gap-4 border-l-[1.5px] border-line bg-sheet px-4 pt-4 pb-5">
        {linked ? null : (
          <CautionBand role="alert">
            <b className="font-strong">Ovrant&apos;s server does not answer.</b> The load stops by itself; what was
            acknowledged is kept.
          </CautionBand>
        )}
        <StateWords view={view} />
        {view.began && view.state.loadOnS !== null ? <Needs view={view} /> : <Starts facts={view.starts} />}
        <ul className="flex flex-col gap-1" aria-label="Remarks" aria-live="polite">
          {view.remarks.map((r) => (
            <EvidenceLine key={r.code} kind={r.level}>
              {r.text}
            </EvidenceLine>
          ))}
        </ul>
        <div className="flex-1" />
        {phase === "cool" || (phase === "load" && view.enough) ? <RoomEnd view={view} /> : null}
        <Acts view={view} run={run} />
      </aside>
    </div>
  );
}

/** What can be asked of the run, and what came of it. */
function useRunActs(view: LiveView) {
  const { act: submit, busy, problem } = useSubmit();
  const act = async (what: "stop" | "enough" | "load-now" | "end" | "drop") => {
    await submit(() => send("POST", `/api/live/${view.id}`, { act: what }));
  };
  return { act, problem, busy };
}

/** A run that was kept is shown as the run it became; who looks elsewhere is told at its end. */
function useKeep(jobId: number, view: LiveView): void {
  const router = useRouter();
  const told = useRef("");
  useEffect(() => {
    const phase = view.closed ? "closed" : view.state.phase;
    if (told.current === phase) return;
    const was = told.current;
    told.current = phase;
    if (was && phase === "cool") announce("The load is over. Cool-down runs by itself.");
    if (phase !== "closed" || !view.closed?.kept) return;
    if (was) announce(`The run ${view.kind} is kept.`);
    router.replace(stagePath(jobId, view.kind));
    router.refresh();
  }, [view, jobId, router]);
}

const STOPPED: Record<string, string> = {
  hand: "The load was stopped by hand.",
  hot: "The load was stopped: a chip stood too hot.",
  "drive-hot": "The load was stopped: the drive stood over its rating.",
  "surface-hot": "The load was stopped: the base grew too hot to hold.",
  "no-reading": "The load was stopped: the chips were no longer read.",
  enough: "Enough was seen: the load ended early.",
  hidden: "The load page was hidden: the load stopped.",
  lost: "The link was lost for good.",
  swollen: "The load was stopped: the battery was marked swollen.",
};

/** What the run does now, where the band alone does not say it. */
function StateWords({ view }: { view: LiveView }) {
  const { state, began } = view;
  if (state.phase === "paused")
    return (
      <CautionBand role="status">
        <b className="font-strong">The link to the machine is lost.</b> Its load stops by itself. It goes on when
        readings come again; after more than 0:45 the load begins anew.
      </CautionBand>
    );
  if (state.stopped)
    return (
      <CautionBand role="status">
        <b className="font-strong">{STOPPED[state.stopped]}</b>{" "}
        {view.enough
          ? "It is enough to judge."
          : state.loadedS > 0
            ? "It is not enough to judge airflow; contact may be told."
            : ""}{" "}
        The log goes on.
      </CautionBand>
    );
  if (state.begunAnew && state.phase === "load")
    return (
      <CautionBand role="status">
        <b className="font-strong">The load began anew</b> after the lost link: the judge reads one unbroken load.
      </CautionBand>
    );
  if (!began || state.phase !== "load" || view.standIn || view.sources.includes("load")) return null;
  return (
    <p className="text-note text-ink-2">
      No load page is open: a load that Ovrant did not start cannot be stopped from here, only warned about.
    </p>
  );
}

interface ActsProps {
  view: LiveView;
  run: ReturnType<typeof useRunActs>;
}

/** The main acts of the moment. */
function Acts({ view, run }: ActsProps) {
  const { phase, loadedS } = view.state;
  return (
    <div className="sticky bottom-0 -mx-4 flex flex-col gap-2 bg-sheet px-4 pb-1">
      {run.problem ? (
        <CautionBand role="alert">
          <b className="font-strong">{run.problem.message}</b> {run.problem.action}
        </CautionBand>
      ) : null}
      <p className="text-note text-ink-2">
        {recipeWords(view.recipe)}. {view.remainingS === null ? "" : `${words.clock(view.remainingS)} to the end.`}
        {view.standIn ? ` Simulated, ${view.standIn.speed} times as fast.` : ""}
      </p>
      {view.began && phase === "idle" ? (
        <Button look="plain" disabled={run.busy} onClick={() => void run.act("load-now")}>
          Start the load now
        </Button>
      ) : null}
      {phase === "load" && view.enough && !view.recipe.untilEnough ? (
        <Button look="plain" disabled={run.busy} onClick={() => void run.act("enough")}>
          Enough: end the load
        </Button>
      ) : null}
      {view.began && (phase === "cool" || phase === "done" || (phase === "paused" && loadedS > 0)) ? (
        <Button look="plain" disabled={run.busy} onClick={() => void run.act("end")}>
          End the log here and keep it
        </Button>
      ) : null}
      {phase === "cool" || phase === "done" ? (
        <a
          href={`/api/runs/${view.id}/file`}
          className="inline-flex min-h-12 items-center justify-center gap-2 rounded-control border-2 border-line
            text-body font-medium hover:border-ink-3"
        >
          <Download aria-hidden size={18} /> Log so far
        </a>
      ) : view.began ? (
        <>
          <p className="text-note">
            <b className="num font-strong">Safety limit {words.degrees(view.limits.chipC)}.</b>{" "}
            <span className="text-ink-2">Reached for 10 s, or no reading: the load stops, the log stays.</span>
          </p>
          <StopButton onStop={() => void run.act("stop")}>{phase === "idle" ? "Stop run" : "Stop load"}</StopButton>
        </>
      ) : (
        <Button look="plain" keyCap="Esc" disabled={run.busy} onClick={() => void run.act("drop")}>
          Give this run up
        </Button>
      )}
    </div>
  );
}
