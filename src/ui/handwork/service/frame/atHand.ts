import { createContext, useContext, type ReactNode } from "react";
import type { Entry, Gate, ServiceContext, Step } from "@/core/handwork/service";

/** The step at hand, where it stands among the others, and everything that can be done with it. */
export interface AtHand {
  jobId: number;
  ctx: ServiceContext;
  step: Step;
  gate: Gate | null;
  /** Its place among the steps of the stage, from 0, and how many there are. */
  place: number;
  of: number;
  next: readonly Step[];
  canBack: boolean;
  settle: (act: Entry["act"], value?: string, reason?: string) => void;
  passGate: (reason: string) => void;
  note: (text: string) => void;
  back: () => void;
  run: () => void;
  pick: (key: string) => void;
  /** Settles another step beside this one. */
  also: (step: string, value: string) => void;
  /** Takes every turn of the tightening back. */
  again: () => void;
  /** Takes the place of the usual answer. */
  answer?: ReactNode;
}

const Here = createContext<AtHand | null>(null);
export const AtHandProvider = Here.Provider;

/** The step at hand, for every part of its panel. */
export function useAtHand(): AtHand {
  const at = useContext(Here);
  if (!at) throw new Error("no step is at hand here");
  return at;
}
