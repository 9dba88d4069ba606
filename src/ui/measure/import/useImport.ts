"use client";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import { doubtsOf, type ColumnChoices, type OtherRun, type Phases, type RunCurves } from "@/core/measure/log";
import { roomTrue, type RunConditions } from "@/core/measure/pair";
import type { RoomGiven } from "@/core/measure/thermal";
import type { Problem } from "@/core/base/result";
import { sendLog, type Sent } from "@/ui/kit/controls/send";
import { conditionsOf, draftOf, type ConditionsDraft } from "@/ui/measure/run/Conditions";
import { stagePath } from "@/ui/kit/steps/paths";
import { useLog } from "./useLog";

/** What the server says of a run it stored: the verdict of the pair, or that the run after stands alone. */
interface Stored {
  runId: number;
  verdictId: number | null;
  alone: boolean;
}

interface UseImportGiven {
  remembered: Record<string, ColumnChoices>;
  start: RunConditions | null;
  kind: "before" | "after";
  other: (OtherRun & { conditions: RunConditions; curves: RunCurves; phases: Phases | null }) | null;
  jobId: number;
}

/** A log on its way in: read, its load, its conditions, stored. */
export function useImport({ remembered, start, kind, other, jobId }: UseImportGiven) {
  const router = useRouter();
  const log = useLog(remembered);
  const [draft, setDraft] = useState<ConditionsDraft>(() => ({
    ...draftOf(start),
    ...(kind === "after" && start ? { roomStartC: "", roomEndC: "", exhaust: "" } : {}),
  }));
  const [phases, setPhases] = useState<Phases | null>(null);
  const [sending, setSending] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const abort = useRef<(() => void) | null>(null);
  const read = log.state.step === "read" ? log.state : null;
  const shownPhases =
    phases ??
    (read?.summary.curves?.found
      ? { loadOnS: read.summary.curves.found.loadOnS, loadOffS: read.summary.curves.found.loadOffS }
      : null);
  const doubts = useMemo(
    () =>
      read
        ? doubtsOf(
            kind,
            { name: read.name, startMs: read.summary.startMs },
            other && { kind: other.kind, name: other.name, sha256: other.sha256, startMs: other.startMs },
          )
        : [],
    [read, kind, other],
  );

  const open = (file: Blob, name: string) => {
    setPhases(null);
    setProblem(null);
    void log.open(file, name);
  };

  const store = async (anyway: boolean) => {
    if (!read?.summary.curves) return;
    setProblem(null);
    setSending(0);
    const head = {
      jobId,
      kind,
      name: read.name,
      bytes: read.file.size,
      plan: read.summary.plan,
      phases: shownPhases,
      conditions: draft,
      anyway,
    };
    const upload = sendLog<Stored>(head, read.file, setSending);
    abort.current = upload.abort;
    const sent: Sent<Stored> = await upload.done;
    setSending(null);
    if (!sent.ok) {
      if (sent.problem.code !== "cancelled") setProblem(sent.problem);
      return;
    }
    router.push(stagePath(jobId, sent.value.verdictId || sent.value.alone ? "verdict" : kind));
    router.refresh();
  };
  const doubt = problem && ["swapped-logs", "name-says-other"].includes(problem.code) ? problem : (doubts[0] ?? null);
  return { read, doubt, sending, store, abort, log, open, shownPhases, setPhases, draft, setDraft, problem };
}

export const roomOf = (d: ConditionsDraft): RoomGiven => roomTrue(conditionsOf(d));
