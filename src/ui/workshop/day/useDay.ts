"use client";
import { proxy, wrap } from "comlink";
import { useEffect, useMemo, useRef, useState } from "react";
import useSWR from "swr";
import { dayOf, type SavedDay, type DayView, type NamedPiece, type OtherOrder } from "@/core/workshop/day";
import type { Problem } from "@/core/base/result";
import { send } from "@/ui/kit/controls/send";
import { workerFails } from "@/ui/kit/controls/workerFails";
import type { DayPlanner } from "@/workers/day.worker";
import { placedNow } from "./planned";

const LOOK_MS = 30_000;

/** The minute of the day now, by the server's clock as the page last heard it, told anew every so often. */
function useNow(nowMin: number): number {
  const [heard, setHeard] = useState({ nowMin, sinceMin: 0 });
  useEffect(() => {
    const start = performance.now();
    const tick = setInterval(() => setHeard({ nowMin, sinceMin: (performance.now() - start) / 60_000 }), TICK_MS);
    return () => clearInterval(tick);
  }, [nowMin]);
  // what was heard just now counts from nothing
  return heard.nowMin === nowMin ? nowMin + heard.sinceMin : nowMin;
}

const TICK_MS = 10_000;

export type Other = OtherOrder & { named: NamedPiece[] };

/** A worker that plans, until it is done or stopped. */
interface Working {
  what: string;
  share: number | null;
  stop: () => void;
}

const failed: Problem = {
  code: "planner-failed",
  message: "The day could not be planned.",
  action: "Nothing was changed; try again, or load the page anew.",
};

/** Today at the bench: as it stands, as it is planned, and how it is changed. */
export function useDay(start: DayView) {
  const { data: view = start, mutate } = useSWR(
    "/api/day",
    async (url: string) => {
      const sent = await send<DayView>("GET", url);
      if (!sent.ok) throw new Error(sent.problem.message);
      return sent.value;
    },
    { fallbackData: start, refreshInterval: LOOK_MS, revalidateOnMount: false },
  );
  const nowMin = useNow(view.nowMin);
  const now = useMemo(() => placedNow(view, view.kept, nowMin), [view, nowMin]);
  const [working, setWorking] = useState<Working | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);

  /** Has something planned off this thread; null where it was stopped or failed. */
  const planned = async <T>(what: string, ask: (p: Asked) => Promise<T>): Promise<T | null> => {
    const own = new Worker(new URL("../../../workers/day.worker.ts", import.meta.url), { type: "module" });
    worker.current = own;
    setProblem(null);
    let stopped: () => void = () => undefined;
    const stop = new Promise<null>((done) => (stopped = () => done(null)));
    setWorking({ what, share: null, stop: stopped });
    const share = (s: number) => setWorking((w) => w && { ...w, share: s });
    try {
      return await Promise.race([ask({ planner: wrap<DayPlanner>(own), share }), stop, workerFails(own)]);
    } catch {
      setProblem(failed);
      return null;
    } finally {
      own.terminate();
      setWorking(null);
    }
  };

  const keep = async (kept: SavedDay): Promise<boolean> => {
    const promises = Object.entries(kept.promises).map(([id, p]) => ({ jobId: Number(id), ...p }));
    const sent = await send<SavedDay>("PUT", "/api/day", { date: kept.date, promises, order: kept.order });
    setProblem(sent.ok ? null : sent.problem);
    if (sent.ok) await mutate({ ...view, kept: sent.value }, { revalidate: false });
    return sent.ok;
  };

  const plan = async () => {
    const { kept } = view;
    const day = dayOf(
      view.form,
      kept,
      view.jobs.map((j) => j.facts),
      nowMin,
    );
    const order = await planned("Planning the day", ({ planner, share }) => planner.plan(day, proxy(share)));
    if (order) await keep({ ...kept, order });
  };

  const others = async (): Promise<Other[] | null> =>
    now && planned("Looking for other orders", ({ planner }) => planner.others(now.day, now.order, LEAST_GAIN_MIN));

  return { view, now, nowMin, working, problem, plan, others, keep, refresh: () => void mutate() };
}

/** Another order has to gain so much before anybody turns round for it, minutes. */
const LEAST_GAIN_MIN = 5;

interface Asked {
  planner: ReturnType<typeof wrap<DayPlanner>>;
  share: (share: number) => void;
}

export type DayWork = ReturnType<typeof useDay>;
