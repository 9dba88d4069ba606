import { Allowed } from "@/ui/kit/controls/Allowed";
import { notFound } from "next/navigation";
import { outletsOf } from "@/core/drawing/cooling";
import { batterySwollen, contextOf, fansUnconfirmed } from "@/core/handwork/service";
import { type JobView, jobView } from "@/server/job/job";
import { runStage, type RunStageView } from "@/server/measure/views/stage";
import { liveStage } from "@/server/measure/live/stage";
import { LiveScreen } from "@/ui/measure/live/LiveScreen";
import { SetUp } from "@/ui/measure/live/SetUp";
import { triageOf } from "@/server/measure/views/triage";
import { TriageScreen } from "@/ui/learn/triage/TriageScreen";
import { ImportScreen } from "@/ui/measure/import/ImportScreen";
import { RunScreen } from "@/ui/measure/run/RunScreen";
import { FanGate } from "@/ui/handwork/service/frame/FanGate";
import { SwollenStop } from "@/ui/handwork/service/frame/SwollenStop";
import { JobFrame } from "@/ui/kit/steps/JobFrame";
import type { RunConditions } from "@/core/measure/pair";
import type { Triaged } from "@/core/learn/suspects";

/** The page of one run of a job: the import while there is none (or another is wanted), else the run. */
export async function RunStage({
  jobId,
  kind,
  replace,
  alone = false,
  live = false,
}: {
  jobId: number;
  kind: "before" | "after";
  replace: boolean;
  alone?: boolean;
  /** A live run is to be set up. */
  live?: boolean;
}) {
  const view = await jobView(jobId);
  if (!view) notFound();
  const stage = await runStage(view, kind);
  const triage = kind === "before" && stage.run ? await triageOf(view) : null;
  return (
    <StageBody
      {...{ jobId, view, kind, stage, triage, replace, alone }}
      going={await liveStage(jobId, kind)}
      setUp={live}
    />
  );
}

interface StageBodyProps {
  jobId: number;
  view: JobView;
  kind: "before" | "after";
  stage: RunStageView;
  triage: Triaged | null;
  replace: boolean;
  alone: boolean;
  going: Awaited<ReturnType<typeof liveStage>>;
  setUp: boolean;
}

/** What bars a run comes first, then the run alone, the import, or the run that was kept. */
function StageBody({ jobId, view, kind, stage, triage, replace, alone, going, setUp }: StageBodyProps) {
  const { other } = stage;
  const ctx = contextOf(view.service, view.map);
  const outlets = ctx.map ? outletsOf(ctx.map) : [];
  const fansOut = kind === "after" && !stage.run ? fansUnconfirmed(ctx) : [];
  const wanted = replace || setUp;
  const importing = !stage.run || !stage.curves || wanted;
  // one that goes is shown whatever else there is; one that could not be kept until another is begun or brought
  const live = going.live && (!going.live.closed || (importing && !wanted)) ? going.live : null;
  const start = stage.run?.conditions ?? (kind === "after" ? (other?.record.conditions ?? null) : null);
  return (
    <JobFrame
      view={view}
      shown={kind}
      facts={
        <span className="hidden text-body text-ink-2 lg:inline">
          {live && !live.closed ? "Recorded as it comes" : importing ? "Nothing stored until you say so" : "Run kept"}
        </span>
      }
    >
      {live ? (
        <LiveScreen
          key={`live-${live.id}`}
          jobId={jobId}
          first={live}
          limitC={view.machine.limitC}
          other={
            kind === "after" && other?.record.phases ? { curves: other.curves, phases: other.record.phases } : null
          }
        />
      ) : importing && batterySwollen(ctx.journal) ? (
        <SwollenStop jobId={jobId} />
      ) : fansOut.length > 0 ? (
        <FanGate jobId={jobId} fans={fansOut} entries={view.service.entries} />
      ) : alone && triage && !replace ? (
        <TriageScreen jobId={jobId} triage={triage} stage={view.at} />
      ) : setUp ? (
        <Allowed right="work">
          <SetUp
            key={`set-up-${kind}`}
            jobId={jobId}
            kind={kind}
            start={start}
            before={kind === "after" && other ? { conditions: other.record.conditions, recipe: going.recipe } : null}
          />
        </Allowed>
      ) : importing ? (
        <Allowed right="work">
          <Importing {...{ jobId, kind, stage, start, outlets }} limitC={view.machine.limitC} />
        </Allowed>
      ) : stage.run && stage.curves ? (
        <RunScreen
          key={`run-${stage.run.id}`}
          jobId={jobId}
          runId={stage.run.id}
          next={view.at}
          kind={kind}
          source={{ name: stage.run.sourceName, rows: stage.run.rows, stepS: stage.run.stepS }}
          curves={stage.curves}
          phases={stage.run.phases}
          conditions={stage.run.conditions}
          columns={stage.columns}
          warnings={stage.run.warnings}
          limitC={view.machine.limitC}
          other={
            other ? { curves: other.curves, phases: other.record.phases, conditions: other.record.conditions } : null
          }
          closed={view.job.closedAt !== null}
          outlets={outlets}
          alone={kind === "after" && !other && view.at === "verdict"}
          triage={triage ? { headline: triage.headline, summary: triage.summary } : null}
        />
      ) : null}
    </JobFrame>
  );
}

interface ImportingProps {
  jobId: number;
  kind: "before" | "after";
  stage: RunStageView;
  start: RunConditions | null;
  outlets: string[];
  limitC: number | null;
}

/** A log is brought in, the other run behind it. */
function Importing({ jobId, kind, stage, start, outlets, limitC }: ImportingProps) {
  const { other } = stage;
  return (
    <ImportScreen
      key={`import-${kind}`}
      jobId={jobId}
      kind={kind}
      limitC={limitC}
      remembered={stage.remembered}
      outlets={outlets}
      start={start}
      other={
        other
          ? {
              kind: other.record.kind,
              name: other.record.sourceName,
              sha256: other.record.sourceSha256,
              startMs: other.record.startMs,
              conditions: other.record.conditions,
              curves: other.curves,
              phases: other.record.phases,
            }
          : null
      }
    />
  );
}
