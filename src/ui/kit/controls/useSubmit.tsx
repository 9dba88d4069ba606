import { useState, type ReactNode } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "./Band";
import type { Sent } from "./send";

/** What refused something, and what to do about it. */
export const Refusal = ({ problem }: { problem: Problem | null }) =>
  problem ? (
    <CautionBand role="alert">
      {problem.message} {problem.action}
    </CautionBand>
  ) : null;

export interface Submit {
  /** Sends; gives what came back, null where it was refused. */
  act: <T>(send: () => Promise<Sent<T>>) => Promise<{ value: T } | null>;
  busy: boolean;
  /** What refused the last act; null while nothing did. */
  problem: Problem | null;
  /** What is wrong with each field, by its name. */
  fields: Record<string, string>;
  /** What refused the last act, as a band; null while nothing did. */
  refusal: ReactNode;
  /** The same, where no field says it already. */
  rest: ReactNode;
  /** Takes back what was refused, or tells what was refused elsewhere. */
  tell: (problem: Problem | null) => void;
}

const NOTHING_WRONG: Record<string, string> = {};

/** One way to send anything: busy while it is sent, and what refused it, to be said and tried again. */
export function useSubmit(): Submit {
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
  const refusal = <Refusal problem={problem} />;
  return {
    act,
    busy,
    problem,
    fields: problem?.fields ?? NOTHING_WRONG,
    refusal: problem ? refusal : null,
    rest: problem && !problem.fields ? refusal : null,
    tell: setProblem,
  };
}
