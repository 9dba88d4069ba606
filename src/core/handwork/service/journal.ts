/** Stages of handwork, in their order. The runs, the map and the verdict have stages of their own. */
export const SERVICE_STAGES = ["intake", "open", "strip", "clean", "paste", "close"] as const;
export type ServiceStage = (typeof SERVICE_STAGES)[number];

/**
 * One line of a job's journal: nothing is ever changed or taken out of it. `id` is made on the device, so that an
 * entry that is sent twice stands once. `value` is what was answered, `reason` why something was skipped or noted.
 */
export interface Entry {
  id: string;
  /** Its place in the job's order, given by the server; none while it waits on its device. */
  seq?: number;
  /** ISO time on the device: for how long work took, never for order, since clocks go wrong. */
  at: string;
  stage: ServiceStage;
  step: string;
  act: "done" | "undone" | "skipped" | "noted";
  value: string;
  reason: string;
  /** Initials of who did it; none where nobody said. */
  who?: string;
}

export interface StepState {
  status: "open" | "done" | "skipped";
  value: string;
  reason: string;
  /** The entry it comes from; none while open. */
  by: string | null;
}

/** Steps of parts found on the way (`incidentalParts`): no step of the bench, and not what its undo takes back. */
export const ASIDE_PREFIX = "way:";

const OPEN: StepState = { status: "open", value: "", reason: "", by: null };
/** Longer silence than this is a break, not work, ms. */
const BREAK_MS = 10 * 60_000;

/** Time between two entries, s; none over a break, nor where a clock went back. */
const worked = (fromMs: number, toMs: number): number =>
  toMs >= fromMs && toMs - fromMs <= BREAK_MS ? (toMs - fromMs) / 1000 : 0;

/**
 * What the entries of a job come to: the state of each step, notes, and time at work. Their order is the server's; what
 * still waits on this device comes after, as it was done.
 */
export class Journal {
  readonly entries: readonly Entry[];
  private readonly states = new Map<string, StepState>();

  constructor(entries: readonly Entry[]) {
    const placed = [...entries].sort((a, b) => (a.seq ?? Infinity) - (b.seq ?? Infinity) || 0);
    const seen = new Set<string>();
    this.entries = placed.filter((e) => !seen.has(e.id) && seen.add(e.id));
    for (const e of this.entries) {
      if (e.act === "noted") continue;
      if (e.act === "undone") this.states.delete(e.step);
      else this.states.set(e.step, { status: e.act, value: e.value, reason: e.reason, by: e.id });
    }
  }

  of(step: string): StepState {
    return this.states.get(step) ?? OPEN;
  }

  isDone(step: string): boolean {
    return this.of(step).status === "done";
  }

  /** Done or skipped with a reason. */
  isSettled(step: string): boolean {
    return this.of(step).status !== "open";
  }

  /** Notes on a step, oldest first. */
  notes(step: string): string[] {
    return this.entries.filter((e) => e.act === "noted" && e.step === step).map((e) => e.reason);
  }

  /** The newest entry that undo would take back; null when there is none left. */
  lastSettled(stage: ServiceStage): Entry | null {
    for (let i = this.entries.length - 1; i >= 0; i--) {
      const e = this.entries[i];
      if (e?.step.startsWith(ASIDE_PREFIX)) continue;
      if (e?.stage === stage && (e.act === "done" || e.act === "skipped") && this.of(e.step).by === e.id) return e;
    }
    return null;
  }

  /** Time at work in a stage, s: gaps between its entries, breaks left out. */
  seconds(stage: ServiceStage): number {
    const times = this.entries.filter((e) => e.stage === stage).map((e) => Date.parse(e.at));
    return times.slice(1).reduce((s, t, i) => s + worked(times[i] ?? t, t), 0);
  }

  /** Time a settled step took, s: since the entry before it, 0 after a break. */
  secondsOf(step: string): number {
    const { by } = this.of(step);
    const i = this.entries.findIndex((e) => e.id === by);
    const [before, own] = [this.entries[i - 1], this.entries[i]];
    return before && own ? worked(Date.parse(before.at), Date.parse(own.at)) : 0;
  }
}
