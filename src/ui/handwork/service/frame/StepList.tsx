"use client";
import { STAGE_TITLES, type StageName } from "@/core/workshop/job";
import type { ServiceContext, ServiceStage, Step } from "@/core/handwork/service";
import { LinkButton } from "@/ui/kit/controls/Button";
import { stagePath } from "@/ui/kit/steps/paths";

/** Where the work goes after a stage. */
export const AFTER: Record<ServiceStage, StageName> = {
  intake: "before",
  open: "map",
  strip: "clean",
  clean: "paste",
  paste: "close",
  close: "after",
};

/** A stage whose steps all come from a drawing that does not hold their parts yet: nothing of it is done. */
export function NothingListed({ stage, jobId }: { stage: ServiceStage; jobId: number }) {
  const next = AFTER[stage];
  return (
    <div className="flex flex-1 flex-col p-5">
      <h1 className="text-step leading-9 font-bold">{STAGE_TITLES[stage]}: nothing is listed yet.</h1>
      <p className="mt-2 text-sub leading-6.25 text-ink-2">
        Its steps come from the map, and no part they need is drawn there. Draw it, or go on without them.
      </p>
      <div className="mt-auto grid gap-3 pt-6">
        <LinkButton href={stagePath(jobId, "map")} look="main" big>
          Draw the map
        </LinkButton>
        <LinkButton href={stagePath(jobId, next)} look="plain" big>
          {STAGE_TITLES[next]}
        </LinkButton>
      </div>
    </div>
  );
}

export function StepList({
  steps,
  ctx,
  here,
  onPick,
}: {
  steps: readonly Step[];
  ctx: ServiceContext;
  here: string | null;
  onPick: (key: string) => void;
}) {
  return (
    <details className="border-t border-line px-5 py-2">
      <summary className="flex min-h-11 cursor-pointer items-center text-body font-medium">
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
                className={`flex min-h-11 w-full items-center gap-3 border-b border-line-2 text-left
                  text-body hover:bg-plane ${s.key === here ? "font-bold" : ""}`}
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
                  <span className="max-w-32.5 truncate text-ink-2">{state.reason}</span>
                ) : null}
              </button>
            </li>
          );
        })}
      </ol>
    </details>
  );
}
