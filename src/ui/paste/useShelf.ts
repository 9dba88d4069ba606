"use client";
import { useCallback, useState } from "react";
import type { Piece } from "@/core/pads";
import type { Shelf } from "@/core/stock";
import { send } from "@/ui/controls/send";

/** The shelf on a job's page: books, cuts, and takes both back; shows what the server answered. */
export function useShelf(jobId: number, initial: Shelf) {
  const [shelf, setShelf] = useState(initial);
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const ask = useCallback(async (method: "POST" | "DELETE", path: string, body?: unknown): Promise<boolean> => {
    setBusy(true);
    const answer = await send<Shelf>(method, path, body);
    setBusy(false);
    if (answer.ok) setShelf(answer.value);
    setProblem(answer.ok ? "" : `${answer.problem.message} ${answer.problem.action}`);
    return answer.ok;
  }, []);
  return {
    shelf,
    problem,
    busy,
    book: (lotId: number, what: string, amount: number) =>
      ask("POST", `/api/jobs/${jobId}/bookings`, { lotId, what, amount }),
    giveBack: (bookingId: number) => ask("DELETE", `/api/bookings/${bookingId}`),
    cut: (pieces: readonly Piece[]) => ask("POST", `/api/jobs/${jobId}/cutting`, { pieces }),
    uncut: (cuttingId: number) => ask("DELETE", `/api/cuttings/${cuttingId}`),
  };
}
