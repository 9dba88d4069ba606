import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import type { AfterAlone, Verdict } from "@/core/measure/says";
import { amountFor, PASTES } from "@/core/handwork/paste";
import {
  agreementOf,
  BEFORE_SKIPPED,
  contextOf,
  faceOf,
  forecastOf,
  foundIn,
  outcomesOf,
  pastedChips,
  pastedOf,
  type Outcome,
  type Predicted,
  type ServiceContext,
  type Worths,
} from "@/core/handwork/service";
import { idOf } from "@/server/base/http/respond";
import { jobView, type JobView } from "@/server/job/job";
import { stockView } from "@/server/workshop/views/materials";
import { afterAloneOf } from "@/server/measure/views/triage";
import { serviceStage } from "@/server/handwork/views/service";
import { suggestedDue, TO_SHOW_MS } from "@/server/job/history";
import { verdictStage } from "@/server/measure/views/verdict";
import { JobFrame } from "@/ui/kit/steps/JobFrame";
import { stagePath } from "@/ui/kit/steps/paths";
import { Judging } from "@/ui/measure/verdict/Judging";
import { AloneVerdict } from "@/ui/learn/triage/AloneVerdict";
import { VerdictScreen } from "@/ui/measure/verdict/VerdictScreen";
import { stepKey } from "@/core/handwork/service";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Verdict" };

export default async function VerdictPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(idOf((await params).id));
  if (!view) notFound();
  const alone = await afterAloneOf(view);
  if (alone) return <AloneStage view={view} alone={alone} />;
  const stage = await verdictStage(view);
  if (!stage) return <Unjudged view={view} />;
  const { predicted, wattsOf, worths } = await serviceStage(view);
  const ctx = contextOf(view.service, view.map);
  const found = foundIn(ctx);
  const { lots, past } = await stockView(view.job.id);
  const films = pastedChips(ctx).flatMap((c) => {
    const pasted = pastedOf(ctx.journal.of(stepKey("paste", c.id)).value);
    const paste = [...lots, ...past].find((l) => l.id === pasted?.lotId)?.paste ?? PASTES[0];
    const contactKW = stage.record.result.chips.find((v) => v.chip === c.role)?.paths[0].afterKW ?? null;
    if (!pasted || !paste || contactKW === null) return [];
    return [{ chip: c.role, filmKW: amountFor(faceOf(ctx, c), paste).resistanceKW, contactKW }];
  });
  return (
    <JobFrame
      view={view}
      shown="verdict"
      facts={<span className="hidden text-body text-ink-2 lg:inline">Judge {stage.record.judgeVersion}</span>}
    >
      <VerdictScreen
        key={stage.record.id}
        jobId={view.job.id}
        judged={{
          id: stage.record.id,
          verdict: stage.record.result,
          curves: stage.curves,
          earlier: stage.earlier,
          beside: stage.beside,
          outdated: stage.outdated,
        }}
        inside={{
          films,
          found:
            found.words.length || found.grade !== null
              ? {
                  words: found.words,
                  agreements: predicted ? agreementOf(ctx, predicted) : [],
                  outcomes: predicted ? outcomesIn(ctx, { predicted, wattsOf, worths }, stage.record.result) : [],
                }
              : null,
        }}
        suggestedDue={stage.suggestedDue}
        drawn={view.stages.some((s) => s.name === "map" && s.state === "done")}
        closed={view.job.closedAt ? { note: view.job.closingNote } : null}
      />
    </JobFrame>
  );
}

/** What was forecast of the work, beside what the verdict measured at the chip the run before was judged by. */
function outcomesIn(
  ctx: ServiceContext,
  { predicted, wattsOf, worths }: { predicted: Predicted; wattsOf: Readonly<Record<string, number>>; worths: Worths },
  verdict: Verdict,
): Outcome[] {
  const chip = verdict.chips.find((c) => c.chip === predicted.chip);
  const [contact, airflow] = chip?.paths ?? [];
  const seat = pastedChips(ctx).find((c) => c.role === predicted.chip);
  return outcomesOf(
    forecastOf(ctx, predicted, wattsOf, worths),
    { contact: contact?.change ?? null, airflow: airflow?.change ?? null },
    seat?.id ?? null,
  );
}

/** Both runs are there and no verdict stands for them: it is made now. A job that lacks a run opens where it waits. */
function Unjudged({ view }: { view: JobView }) {
  // a run after in which no load was found stands alone without a verdict: never back to this page
  if (!view.runs.before || !view.runs.after)
    redirect(stagePath(view.job.id, view.at === "verdict" ? "after" : view.at));
  return (
    <JobFrame view={view} shown="verdict" facts={null}>
      <Judging jobId={view.job.id} />
    </JobFrame>
  );
}

/** The verdict of a run after that stands alone. */
async function AloneStage({ view, alone }: { view: JobView; alone: AfterAlone }) {
  return (
    <JobFrame view={view} shown="verdict" facts={null}>
      <AloneVerdict
        jobId={view.job.id}
        alone={alone}
        why={contextOf(view.service, view.map).journal.of(BEFORE_SKIPPED).reason}
        suggestedDue={await suggestedDue(view.machine, null, TO_SHOW_MS)}
        closed={view.job.closedAt ? { note: view.job.closingNote } : null}
      />
    </JobFrame>
  );
}
