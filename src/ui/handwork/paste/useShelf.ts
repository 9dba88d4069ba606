"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Piece } from "@/core/handwork/pads";
import type { Shelf } from "@/core/workshop/stock";
import { send } from "@/ui/kit/controls/send";

/** The shelf on a job's page: books, cuts, and takes both back; shows what the server answered. */
export function useShelf(jobId: number, initial: Shelf, before: () => Promise<boolean> = () => Promise.resolve(true)) {
  const [shelf, setShelf] = useState(initial);
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const first = useRef(before);
  useEffect(() => {
    first.current = before;
  });
  const ask = useCallback(async (method: "POST" | "DELETE", path: string, body?: unknown): Promise<boolean> => {
    setBusy(true);
    // a step undone gives its booking back when it arrives: what is booked after it must come after it
    await first.current();
    const answer = await send<Shelf>(method, path, body);
    setBusy(false);
    if (answer.ok) setShelf(answer.value);
    setProblem(answer.ok ? "" : `${answer.problem.message} ${answer.problem.action}`);
    return answer.ok;
  }, []);
  const look = useCallback(async () => {
    const now = await send<Shelf>("GET", `/api/jobs/${jobId}/shelf`);
    if (now.ok) setShelf(now.value);
  }, [jobId]);
  return {
    shelf,
    problem,
    busy,
    book: (lotId: number, what: string, amount: number) =>
      ask("POST", `/api/jobs/${jobId}/bookings`, { lotId, what, amount }),
    giveBack: (bookingId: number) => ask("DELETE", `/api/bookings/${bookingId}`),
    /** Shows the shelf as the server has it. */
    look,
    cut: (pieces: readonly Piece[]) => ask("POST", `/api/jobs/${jobId}/cutting`, { pieces }),
    uncut: (cuttingId: number) => ask("DELETE", `/api/cuttings/${cuttingId}`),
  };
}
