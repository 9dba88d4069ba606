import { words } from "../../base/words";
import type { RunState } from "./phase";

/** A run that goes now, as every page says it. */
export interface GoingRun {
  runId: number;
  jobId: number;
  kind: "before" | "after";
  tag: string;
  model: string;
  phase: "waiting" | RunState["phase"];
  loadedS: number;
  remainingS: number | null;
  /** Hottest chip now, °C; null where none is read. */
  C: number | null;
}

const PHASES: Record<GoingRun["phase"], string> = {
  waiting: "waits for readings",
  idle: "idle",
  load: "load",
  paused: "link lost",
  cool: "cool-down",
  done: "ends",
};

/**
 * A run in a line.
 *
 * @example
 * goingWords(run); // "run after, load 6:12, 88 °C, 9 min left"
 */
export function goingWords(r: Pick<GoingRun, "kind" | "phase" | "loadedS" | "remainingS" | "C">): string {
  const phase = r.phase === "load" ? `load ${words.clock(r.loadedS)}` : PHASES[r.phase];
  const left =
    r.remainingS === null || r.phase === "waiting"
      ? ""
      : r.remainingS < 60
        ? "under a minute left"
        : `${words.with(Math.ceil(r.remainingS / 60), "min")} left`;
  return [`run ${r.kind}`, phase, r.C === null ? "" : words.degrees(r.C), left].filter(Boolean).join(", ");
}
