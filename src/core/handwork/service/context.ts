import { assembliesOf, geometricFractions, MOST_SCREWS, tightenPlan, type TightenPlan } from "../fasten";
import { usualCurves, type PadCurves } from "../pads";
import { CoolingMap, type Layout } from "../../drawing/parts";
import { Journal, type Entry } from "./journal";
import type { Procedure } from "./procedure";
import type { ServiceContext } from "./step";

/**
 * The planned orders of a drawing's assemblies, at the practice's rounds; those past the planner's reach are left out.
 */
export function plansOf(map: CoolingMap | null, rounds: number): TightenPlan[] {
  return (map ? assembliesOf(map) : [])
    .filter((a) => a.screws.length <= MOST_SCREWS)
    .map((a) => tightenPlan(a.screws, a.chips, geometricFractions(rounds), a));
}

/** What a server hands to a page of handwork: plain data, from which the context is made on either side. */
export interface ServiceFacts {
  layout: Layout | null;
  /** Which drawing it is: the same text is the same drawing. */
  drawn?: string;
  entries: Entry[];
  procedure: Procedure;
  plans: TightenPlan[];
  /** The workshop's pad curves; ours where it set none. */
  curves?: PadCurves;
  model: string;
  hasBeforeRun: boolean;
  today: string;
  /** Entries that came after the job was closed and are set aside. */
  aside?: number;
}

export const contextOf = (
  f: ServiceFacts,
  map: CoolingMap | null = f.layout && f.layout.parts.length ? new CoolingMap(f.layout) : null,
  entries: readonly Entry[] = f.entries,
): ServiceContext => ({
  map,
  journal: new Journal(entries),
  procedure: f.procedure,
  plans: f.plans,
  curves: f.curves ?? usualCurves,
  model: f.model,
  hasBeforeRun: f.hasBeforeRun,
  today: f.today,
});
