import { cleaningOf, type Entry } from "../service";
import type { Lot, MaterialKind } from "./lots";

/** Cleaning of one job as its journal has it. */
export interface CleaningUse {
  jobId: number;
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
    if (!e.step.startsWith("clean:") || e.act === "noted") continue;
    if (e.act === "done") state.set(e.step, e);
    else state.delete(e.step);
  }
  return [...state.values()].flatMap((e) =>
    Object.entries(cleaningOf(e.value)?.uses ?? {}).map(([kind, amount]) => ({
      jobId,
      at: e.at,
      kind: kind as MaterialKind,
      amount,
    })),
  );
}

/** The lot a use came from: of its kind, the one opened last before it; null when none was. */
export function lotOfUse(
  use: Pick<CleaningUse, "at" | "kind">,
  lots: readonly Pick<Lot, "id" | "kind" | "openedOn">[],
): number | null {
  const open = lots
    .filter((l) => l.kind === use.kind && l.openedOn !== null && l.openedOn <= use.at.slice(0, 10))
    .sort((a, b) => (b.openedOn ?? "").localeCompare(a.openedOn ?? "") || b.id - a.id);
  return open[0]?.id ?? null;
}
