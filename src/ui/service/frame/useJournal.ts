"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Problem } from "@/core/result";
import type { Entry } from "@/core/service";
import { send } from "@/ui/controls/send";
import { freshId, handedOver, keepOnDevice, onDevice } from "./outbox";

export type NewEntry = Pick<Entry, "stage" | "step" | "act"> & Partial<Pick<Entry, "value" | "reason">>;

const RETRY_MS = 4000;
const merged = (a: readonly Entry[], b: readonly Entry[]): Entry[] => [
  ...new Map([...a, ...b].map((e) => [e.id, e])).values(),
];

/**
 * The journal of a job on this device. An entry stands on the device before it counts, is sent at once, and waits
 * there while the server cannot be reached; ids made here let it be sent twice and stand once.
 */
export function useJournal(
  jobId: number,
  initial: readonly Entry[],
): { entries: readonly Entry[]; add: (e: NewEntry) => void; waiting: number; problem: Problem | null } {
  const [entries, setEntries] = useState<readonly Entry[]>(initial);
  const [waiting, setWaiting] = useState(0);
  const [problem, setProblem] = useState<Problem | null>(null);
  const busy = useRef(false);
  const again = useRef(false);

  const flush = useCallback(async () => {
    if (busy.current) {
      again.current = true;
      return;
    }
    busy.current = true;
    try {
      do {
        again.current = false;
        const mine = await onDevice(jobId);
        setWaiting(mine.length);
        if (mine.length === 0) break;
        const sent = await send<{ entries: Entry[] }>("POST", `/api/jobs/${jobId}/journal`, {
          entries: mine.slice(0, 400),
        });
        if (!sent.ok) {
          setProblem(sent.problem.code === "unreachable" ? null : sent.problem);
          break;
        }
        await handedOver(mine.slice(0, 400).map((e) => e.id));
        const left = await onDevice(jobId);
        setProblem(null);
        setWaiting(left.length);
        // what the server placed counts as placed; what waits keeps its own order behind it
        setEntries((now) => merged(merged(now, left), sent.value.entries));
        if (left.length) again.current = true;
      } while (again.current);
    } finally {
      busy.current = false;
    }
  }, [jobId]);

  const add = useCallback(
    (e: NewEntry) => {
      const entry: Entry = { id: freshId(), at: new Date().toISOString(), value: "", reason: "", ...e };
      setEntries((all) => [...all, entry]);
      setWaiting((n) => n + 1);
      void keepOnDevice(jobId, entry).then(flush);
    },
    [jobId, flush],
  );

  useEffect(() => {
    void onDevice(jobId).then((mine) => {
      if (mine.length === 0) return;
      setEntries((now) => merged(now, mine));
      void flush();
    });
    const retry = setInterval(() => void flush(), RETRY_MS);
    const online = () => void flush();
    window.addEventListener("online", online);
    return () => {
      clearInterval(retry);
      window.removeEventListener("online", online);
    };
  }, [jobId, flush]);

  return { entries, add, waiting, problem };
}
