import { words } from "@/core/base/words";
import type { LiveView } from "@/core/measure/protocol";
import { CautionBand } from "@/ui/kit/controls/Band";
import { LinkButton } from "@/ui/kit/controls/Button";
import { stagePath } from "@/ui/kit/steps/paths";

/** A live run that could not be kept as a run, or was given up: why, its log so far, and what to do. */
export function EndedRun({ jobId, view }: { jobId: number; view: LiveView }) {
  const problem = view.closed?.problem;
  return (
    <div className="flex max-w-180 flex-1 flex-col gap-5 p-7">
      <h1 className="text-step font-bold">This run was not kept</h1>
      <CautionBand role="alert">
        <b className="font-strong">{problem?.message ?? "Its log could not be read."}</b> {problem?.action}
      </CautionBand>
      {view.began ? (
        <p className="text-lead">
          What came is on disk: {words.clock(view.nowS)} of readings.{" "}
          <a href={`/api/runs/${view.id}/file`} className="font-medium underline">
            Its log
          </a>
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <LinkButton href={`${stagePath(jobId, view.kind)}?live=1`} look="main" big>
          Begin another run
        </LinkButton>
        <LinkButton href={stagePath(jobId, view.kind)} big>
          Bring a log instead
        </LinkButton>
      </div>
    </div>
  );
}
