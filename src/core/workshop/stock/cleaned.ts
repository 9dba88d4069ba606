import { cleaningOf, type Entry } from "../../handwork/service";
import type { MaterialKind } from "./lots";
import { isStep } from "../../handwork/service";

/** Cleaning of one job as its journal has it. */
export interface CleaningUse {
  jobId: number;
  step: string;
  at: string;
  kind: MaterialKind;
  amount: number;
}

/**
 * What the cleaning steps of a job used up, one line per part and material; steps taken back count nothing.
 * @param entries in their order
 */
export function cleaningUses(jobId: number, entries: readonly Entry[]): CleaningUse[] {
  const state = new Map<string, Entry>();
  for (const e of entries) {
    if (!isStep(e.step, "clean") || e.act === "noted") continue;
    if (e.act === "done") state.set(e.step, e);
    else state.delete(e.step);
  }
  return [...state.values()].flatMap((e) =>
    Object.entries(cleaningOf(e.value)?.uses ?? {}).map(([kind, amount]) => ({
      jobId,
      step: e.step,
      at: e.at,
      kind: kind as MaterialKind,
      amount,
    })),
  );
}
