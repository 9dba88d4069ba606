"use client";
import { proxy, wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { ColumnChoices } from "@/core/measure/log";
import type { Problem } from "@/core/base/result";
import { workerFails } from "@/ui/kit/controls/workerFails";
import type { ImportSummary, LogSession } from "@/workers/logSession";

export type LogState =
  | { step: "empty"; problem: Problem | null }
  | { step: "reading"; name: string; share: number }
  | { step: "read"; name: string; file: Blob; summary: ImportSummary };

const failed: Problem = {
  code: "log-worker",
  message: "Reading the log failed.",
  action: "Nothing was stored; drop the file again.",
};

/** Reads a dropped log in a worker, with progress and cancel; choices of columns are shown at once. */
export function useLog(remembered: Readonly<Record<string, ColumnChoices>>) {
  const [state, setState] = useState<LogState>({ step: "empty", problem: null });
  const [choices, setChoices] = useState<ColumnChoices>({});
  const worker = useRef<Worker | null>(null);
  const session = useRef<Remote<LogSession> | null>(null);
  const turn = useRef(0);
  const stop = useCallback(() => {
    turn.current++;
    worker.current?.terminate();
    worker.current = null;
    session.current = null;
  }, []);
  useEffect(() => stop, [stop]);

  const open = useCallback(
    async (file: Blob, name: string) => {
      stop();
      const mine = turn.current;
      setChoices({});
      setState({ step: "reading", name, share: 0 });
      worker.current = new Worker(new URL("../../../workers/log.worker.ts", import.meta.url), { type: "module" });
      const remote = (session.current = wrap<LogSession>(worker.current));
      const onShare = proxy((share: number) => {
        if (turn.current === mine) setState((s) => (s.step === "reading" ? { ...s, share } : s));
      });
      const result = await Promise.race([remote.read(file, remembered, onShare), workerFails(worker.current)]).catch(
        () => ({ ok: false as const, problem: failed }),
      );
      if (turn.current !== mine) return;
      if (result.ok) setState({ step: "read", name, file, summary: result.value });
      else setState({ step: "empty", problem: { ...result.problem, message: `${name}: ${result.problem.message}` } });
    },
    [remembered, stop],
  );

  const choose = useCallback(async (next: ColumnChoices) => {
    const mine = turn.current;
    setChoices(next);
    const result = await session.current?.choose(
      next,
      proxy(() => undefined),
    );
    if (turn.current !== mine || !result) return;
    setState((s) => {
      if (s.step !== "read") return s;
      return result.ok
        ? { ...s, summary: result.value }
        : { ...s, summary: { ...s.summary, missing: result.problem, curves: null } };
    });
  }, []);

  const cancel = useCallback(() => {
    stop();
    setState({ step: "empty", problem: null });
  }, [stop]);

  return { state, choices, open, choose, cancel };
}
