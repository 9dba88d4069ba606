import type { Entry } from "../core/service";

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
