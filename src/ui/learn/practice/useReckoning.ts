"use client";
import { wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Problem } from "@/core/base/result";
import { workerFails } from "@/ui/kit/controls/workerFails";
import type { PracticeWorker } from "@/workers/practice.worker";

const failed: Problem = {
  code: "practice-failed",
  message: "The machine could not be reckoned.",
  action: "Nothing was lost; load the page anew.",
};

type Bench = Remote<PracticeWorker>;

/** What takes longer than this says so, ms. */
const LATE_MS = 350;

/** Has things reckoned off this thread: what takes a while says so, and can be stopped. */
export function useReckoning() {
  const [working, setWorking] = useState<{ what: string; stop: () => void } | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const worker = useRef<{ own: Worker; bench: Bench } | null>(null);
  const bench = useCallback((): { own: Worker; bench: Bench } => {
    if (!worker.current) {
      const own = new Worker(new URL("../../../workers/practice.worker.ts", import.meta.url), { type: "module" });
      worker.current = { own, bench: wrap<PracticeWorker>(own) };
    }
    return worker.current;
  }, []);
  const drop = useCallback(() => {
    worker.current?.own.terminate();
    worker.current = null;
  }, []);
  useEffect(() => drop, [drop]);

  /** What is asked; null where it was stopped or failed. */
  const reckoned = useCallback(
    async <T>(what: string, ask: (b: Bench) => Promise<T>): Promise<T | null> => {
      const { own, bench: b } = bench();
      let stopped: () => void = () => undefined;
      const stop = new Promise<null>((done) => (stopped = () => done(null)));
      const late = setTimeout(() => setWorking({ what, stop: () => (drop(), stopped()) }), LATE_MS);
      try {
        return await Promise.race([ask(b), stop, workerFails(own)]);
      } catch {
        drop();
        setProblem(failed);
        return null;
      } finally {
        clearTimeout(late);
        setWorking(null);
      }
    },
    [bench, drop],
  );
  return { working, problem, setProblem, reckoned };
}
