"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useState } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { Progress } from "@/ui/kit/controls/Progress";
import { send } from "@/ui/kit/controls/send";

/** Both runs are kept and no verdict stands for them: it is made now, and shown when it is there. */
export function Judging({ jobId }: { jobId: number }) {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  const judge = useCallback(async () => {
    setProblem(null);
    const sent = await send("POST", `/api/jobs/${jobId}/judge`, {});
    if (sent.ok) router.refresh();
    else setProblem(sent.problem);
  }, [jobId, router]);
  useEffect(() => {
    const asked = setTimeout(() => void judge());
    return () => clearTimeout(asked);
  }, [judge]);
  return (
    <div className="grid flex-1 place-items-center p-6 sm:p-10">
      <div className="w-full max-w-130">
        {problem ? (
          <CautionBand role="alert">
            <p className="font-strong">{problem.message}</p>
            <p>{problem.action} Both runs are kept.</p>
          </CautionBand>
        ) : (
          <>
            <Progress label="Judging both runs" share={null} />
            <p className="text-body text-ink-2">
              Both are kept. One ladder is fitted to the two of them: a second or two.
            </p>
          </>
        )}
        <div className="mt-4 flex flex-wrap gap-3">
          {problem ? (
            <Button look="main" onClick={() => void judge()}>
              Judge again
            </Button>
          ) : null}
          <LinkButton href={`/jobs/${jobId}/after`} look="plain">
            To the run after
          </LinkButton>
        </div>
      </div>
    </div>
  );
}
