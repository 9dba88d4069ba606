import { useState, type ReactNode } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "./Band";
import type { Sent } from "./send";

/** An act of one press: busy while it is sent, and what refused it, to be said and tried again. */
export function useAct(): {
  /** Sends; gives what came back, null where it was refused. */
  act: <T>(send: () => Promise<Sent<T>>) => Promise<{ value: T } | null>;
  busy: boolean;
  /** What refused the last act, as a band; null while nothing did. */
  refusal: ReactNode;
} {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const act = async <T,>(send: () => Promise<Sent<T>>) => {
    setBusy(true);
    setProblem(null);
    const sent = await send();
    setBusy(false);
    if (sent.ok) return { value: sent.value };
    setProblem(sent.problem);
    return null;
  };
  const refusal = problem ? (
    <CautionBand role="alert">
      {problem.message} {problem.action}
    </CautionBand>
  ) : null;
  return { act, busy, refusal };
}
