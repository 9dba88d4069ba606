import type { Recipe } from "./recipe";

/** What happened in a run beside its samples; times are s of the run. */
export interface RunEvent {
  atS: number;
  what:
    /** Load at once, idle was long enough. */
    | "load-now"
    /** The load ends, the log goes on: by hand, hot, enough, without a reading. */
    | "stop"
    /** No sample for a while; samples again. */
    | "lost"
    | "back"
    /** Nothing more will come. */
    | "end";
  /** Why, for "stop" and "end". */
  why?: StopReason;
}

export type StopReason =
  "hand" | "hot" | "drive-hot" | "surface-hot" | "no-reading" | "enough" | "hidden" | "lost" | "swollen";

export type PhaseName = "idle" | "load" | "paused" | "cool" | "done";

/** Where a run stands. */
export interface RunState {
  phase: PhaseName;
  /** Until this phase ends by itself, s; null for one that waits. */
  leftS: number | null;
  /** Load so far in the stretch that counts, s. */
  loadedS: number;
  /** The stretch of load that counts, s of the run; null while there is none. */
  loadOnS: number | null;
  loadOffS: number | null;
  /** Why the load ended before its time; null where it did not. */
  stopped: StopReason | null;
  /** The load began anew after a pause too long to be bridged. */
  begunAnew: boolean;
}

/** A pause up to this long is bridged by the judge as part of one load, s. */
export const BRIDGED_S = 45;

/**
 * Where a run stands, from its recipe and what happened: idle, load, cool-down, done. While the link is lost the load
 * rests, since what makes it stops by itself. A short pause makes the load as much longer; after a longer one it begins
 * anew, for the judge reads one unbroken load. A stop ends the load, never the log: the cool-down follows.
 *
 * @example
 * stateAt(RECIPES.standard, [], 310).phase; // "load"
 */
export function stateAt(recipe: Recipe, events: readonly RunEvent[], nowS: number): RunState {
  const clock = new Clock(recipe);
  for (const e of [...events].sort((a, b) => a.atS - b.atS)) {
    if (e.atS > nowS) break;
    clock.to(e.atS);
    clock.hear(e);
  }
  clock.to(nowS);
  return clock.state();
}

class Clock {
  private nowS = 0;
  private phase: PhaseName = "idle";
  private rests: PhaseName = "idle";
  private leftS: number;
  private lostS = 0;
  private loadedS = 0;
  private loadOnS: number | null = null;
  private loadOffS: number | null = null;
  private stopped: StopReason | null = null;
  private begunAnew = false;

  constructor(private readonly recipe: Recipe) {
    this.leftS = recipe.idleS;
  }

  /** Time goes by. */
  to(s: number): void {
    while (this.nowS < s && this.phase !== "done" && this.phase !== "paused") {
      const step = Math.min(s - this.nowS, this.leftS);
      this.nowS += step;
      this.leftS -= step;
      if (this.phase === "load") this.loadedS += step;
      if (this.leftS > 1e-9) break;
      this.goOn();
    }
    this.nowS = s;
  }

  private goOn(): void {
    if (this.phase === "idle") this.load();
    else if (this.phase === "load") this.cool();
    else this.done();
  }

  private load(): void {
    this.phase = "load";
    this.leftS = this.recipe.loadS;
    this.loadedS = 0;
    this.loadOnS = this.nowS;
    this.loadOffS = null;
  }

  private cool(): void {
    this.loadOffS ??= this.nowS;
    this.phase = "cool";
    this.leftS = this.recipe.coolS;
    if (this.leftS <= 0) this.done();
  }

  private done(): void {
    this.phase = "done";
    this.leftS = 0;
  }

  hear(e: RunEvent): void {
    if (this.phase === "done") return;
    const within = this.phase === "paused" ? this.rests : this.phase;
    if (e.what === "end") {
      if (within === "load") this.loadOffS ??= this.phase === "paused" ? this.lostS : this.nowS;
      this.stopped ??= within === "cool" ? null : (e.why ?? "hand");
      this.done();
    } else if (e.what === "stop") this.stop(within, e.why ?? "hand");
    else if (e.what === "load-now" && this.phase === "idle") this.load();
    else if (e.what === "lost" && this.phase !== "paused" && this.phase !== "cool") {
      this.rests = this.phase;
      this.phase = "paused";
      this.lostS = this.nowS;
    } else if (e.what === "back" && this.phase === "paused") this.back();
  }

  private stop(within: PhaseName, why: StopReason): void {
    if (within === "cool") return;
    this.stopped = why;
    if (within === "idle") return this.done();
    if (this.phase === "paused") this.loadOffS = this.lostS;
    this.cool();
  }

  private back(): void {
    this.phase = this.rests;
    if (this.rests !== "load" || this.nowS - this.lostS <= BRIDGED_S) return;
    this.begunAnew = true;
    this.load();
  }

  state(): RunState {
    const { phase, loadedS, loadOnS, loadOffS, stopped, begunAnew } = this;
    return {
      phase,
      leftS: phase === "paused" ? null : Math.max(0, this.leftS),
      loadedS,
      loadOnS,
      loadOffS,
      stopped,
      begunAnew,
    };
  }
}

/** Whether the load is to work now. */
export const isLoading = (state: Pick<RunState, "phase">): boolean => state.phase === "load";

/** Time until the run is over if nothing comes between, s; null while it waits for a lost link. */
export function remainingS(recipe: Recipe, state: RunState): number | null {
  if (state.leftS === null) return null;
  if (state.phase === "idle") return state.leftS + recipe.loadS + recipe.coolS;
  return state.phase === "load" ? state.leftS + recipe.coolS : state.leftS;
}
