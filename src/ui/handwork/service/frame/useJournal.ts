"use client";
import { useMay } from "@/ui/kit/controls/Allowed";
import { useCallback, useEffect, useState } from "react";
import type { Problem } from "@/core/base/result";
import type { Entry } from "@/core/handwork/service";
import { whoWorks } from "@/ui/kit/controls/who";
import { isCachedPage } from "@/ui/kit/controls/keptPage";
import { deliver, freshId, isOurs, storeOnDevice, onDevice, placedOnDevice } from "@/ui/kit/outbox/outbox";

export type NewEntry = Pick<Entry, "stage" | "step" | "act"> & Partial<Pick<Entry, "value" | "reason">>;

const RETRY_MS = 4000;
const merged = (a: readonly Entry[], b: readonly Entry[]): Entry[] => [
  ...new Map([...a, ...b].map((e) => [e.id, e])).values(),
];

const notSaved: Problem = {
  code: "not-kept",
  message: "This device cannot keep what you did: its store is full or barred.",
  action: "The step is not done. Make room on the device, or work on another one.",
};

const looksOn: Problem = {
  code: "not-your-role",
  message: "A technician or a learner does this; the front desk looks on.",
  action: "Nothing was kept.",
};

/** What a job's journal holds here, and how to add to it. */
export interface JournalHere {
  entries: readonly Entry[];
  add: (e: NewEntry) => void;
  waiting: number;
  problem: Problem | null;
  /** Entries that came after the job was closed and are set aside. */
  aside: number;
  /** Sends what waits; true once the server has all of it. */
  flush: () => Promise<boolean>;
}

/**
 * The journal of a job on this device. An entry counts once it stands on the device, is sent at once, and waits there
 * while the server cannot be reached; ids made here let it be sent twice and stand once. What the device cannot keep is
 * not shown as done.
 */
export function useJournal(jobId: number, initial: readonly Entry[], asideBefore = 0): JournalHere {
  const works = useMay("work");
  const [entries, setEntries] = useState<readonly Entry[]>(initial);
  const [waiting, setWaiting] = useState(0);
  const [aside, setAside] = useState(asideBefore);
  const [problem, setProblem] = useState<Problem | null>(null);

  const flush = useCallback(async (): Promise<boolean> => {
    const mine = await onDevice(jobId);
    setWaiting(mine.length);
    if (!mine.some(isOurs)) return true;
    const sent = await deliver(jobId);
    if (!sent.ok) {
      setProblem(sent.problem.code === "unreachable" ? null : sent.problem);
      return false;
    }
    setProblem(null);
    setAside(sent.value.aside);
    const left = await onDevice(jobId);
    setWaiting(left.length);
    // what the server placed counts as placed; what it refused or set aside counts no more
    setEntries(merged(sent.value.entries, left));
    return !left.some(isOurs);
  }, [jobId]);

  const add = useCallback(
    (e: NewEntry) => {
      if (!works) return setProblem(looksOn);
      const who = whoWorks();
      const entry: Entry = {
        id: freshId(),
        at: new Date().toISOString(),
        value: "",
        reason: "",
        ...(who ? { who } : {}),
        ...e,
      };
      void storeOnDevice(jobId, entry).then(
        () => {
          setEntries((all) => [...all, entry]);
          setWaiting((n) => n + 1);
          void flush();
        },
        () => setProblem(notSaved),
      );
    },
    [jobId, flush, works],
  );

  useEffect(() => {
    // a page this device kept may be older than what was done since: the server had that, and gave it back
    const placed = isCachedPage() ? placedOnDevice(jobId) : Promise.resolve([]);
    Promise.all([placed, onDevice(jobId)]).then(
      ([before, mine]) => {
        if (before.length + mine.length > 0) setEntries((now) => merged(merged(now, before), mine));
        if (mine.length > 0) void flush();
      },
      () => setProblem(notSaved),
    );
    const retry = setInterval(() => void flush().catch(() => undefined), RETRY_MS);
    const online = () => void flush();
    window.addEventListener("online", online);
    return () => {
      clearInterval(retry);
      window.removeEventListener("online", online);
    };
  }, [jobId, flush]);

  return { entries, add, waiting, problem, aside, flush };
}
