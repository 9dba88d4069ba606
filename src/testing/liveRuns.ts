import {
  LiveLog,
  liveViewOf,
  RECIPES,
  stateAt,
  stopLimits,
  isLoading,
  type LiveView,
  type RunEvent,
} from "../core/measure/protocol";
import { LiveRig, standInFaults, standInMachine, type StandInState } from "../core/simulate";
import { noConditions } from "./conditions";

/** How far a live run has come, and of what machine. */
export interface LiveOptions {
  atS: number;
  state?: StandInState;
  events?: RunEvent[];
  kind?: "before" | "after";
  gpu?: boolean;
  more?: Partial<LiveView>;
  /** How much load the judge wants, s; null while it was not asked. */
  enoughS?: number | null;
}

/** A live run on the simulated machine as its page is told it at a second of it; nothing came before the first. */
export function liveViewAt({
  atS,
  state = "dust",
  events = [],
  kind = "before",
  gpu = false,
  more,
  enoughS = 400,
}: LiveOptions): LiveView {
  const recipe = RECIPES.standard;
  const rig = new LiveRig(standInMachine({ gpu, blowers: 1, limitC: 97 }), standInFaults(state, 3), {
    roomC: 22,
    warmStartK: 0,
    seed: 0.3,
    cpu: 1,
    gpu: 1,
  });
  const log = new LiveLog();
  log.add(
    "",
    Array.from({ length: Math.max(0, atS + 1) }, (_, t) => ({
      seq: t + 1,
      t,
      values: rig.second(isLoading(stateAt(recipe, events, t))),
    })),
    0,
  );
  const facts = {
    id: 21,
    jobId: 7,
    kind,
    recipe,
    limits: stopLimits(97),
    conditions: noConditions,
    standIn: null,
    began: atS >= 0,
    nowS: Math.max(0, atS),
    state: stateAt(recipe, events, Math.max(0, atS)),
    sources: atS >= 0 ? [""] : [],
    closed: null,
  };
  const heard = enoughS === null ? null : { enoughS, said: [] };
  return { ...liveViewOf(facts, log.run(), { heard, drawn: true }), ...more };
}
