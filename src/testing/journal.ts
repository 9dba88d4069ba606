import type { CoolingMap } from "../core/drawing/parts";
import { contextOf, usualProcedure, type Entry, type ServiceContext } from "../core/handwork/service";

let clock = 0;

/** An entry of a job's journal, each twenty seconds after the one before. */
export const entryOf = (step: string, value: string): Entry => ({
  id: String(clock).padStart(20, "0"),
  at: new Date(Date.UTC(2031, 2, 4, 9) + 20_000 * clock++).toISOString(),
  stage: "open",
  step,
  act: "done",
  value,
  reason: "",
});

/** A context of handwork on a drawing, with our ways and what a journal says so far. */
export const usualContext = (map: CoolingMap, told: readonly { step: string; value: string }[] = []): ServiceContext =>
  contextOf(
    {
      layout: map.layout,
      entries: told.map((t) => entryOf(t.step, t.value)),
      procedure: usualProcedure,
      plans: [],
      model: map.layout.model,
      hasBeforeRun: true,
      today: "2031-03-04",
    },
    map,
  );
