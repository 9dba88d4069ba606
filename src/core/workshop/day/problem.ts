/** Hands need the technician all along, a run a rig all along and hands at its start, a wait nothing but time. */
export const TASK_KINDS = ["hands", "run", "wait"] as const;
export type TaskKind = (typeof TASK_KINDS)[number];

export interface DayTask {
  id: string;
  kind: TaskKind;
  /** How long it takes, whole minutes. */
  minutes: number;
  /** Of a run: so long the technician is at it from its start, whole minutes. */
  handsMin?: number;
}

export interface DayJob {
  id: string;
  /** It is promised for this minute of the day; null for no time. */
  dueMin: number | null;
  /** What a minute late of it weighs. */
  weight: number;
  /** Done one after the other, none interrupted. */
  tasks: readonly DayTask[];
  /** Before this minute nothing of it can begin. */
  readyMin?: number;
}

/** A time in which the technician does nothing. */
export interface DayBreak {
  fromMin: number;
  toMin: number;
}

/** A day of one technician: whole minutes from its beginning. */
export interface Day {
  /** Load runs that can go at once. */
  rigs: number;
  breaks: readonly DayBreak[];
  jobs: readonly DayJob[];
  /** When the technician is free first; 0 where it is left out. */
  handsFromMin?: number;
  /** Minutes until which rigs are taken by what goes already, one for each such rig. */
  rigsTakenTo?: readonly number[];
}

export interface PlacedTask {
  job: string;
  task: string;
  start: number;
  end: number;
}

export interface DayPlan {
  tasks: PlacedTask[];
  /** Weighted minutes late. */
  late: number;
  /** When the last job ends. */
  endMin: number;
  /** No order is less late than this, weighted minutes. */
  bound: number;
  /** Whether it is proven that none is less late, and among those none ends earlier. */
  exact: boolean;
}

/** What counts of a plan: first how late, then when the last job ends. */
export interface Cost {
  late: number;
  endMin: number;
}

export const isBetter = (a: Cost, b: Cost): boolean =>
  a.late < b.late - 1e-9 || (Math.abs(a.late - b.late) <= 1e-9 && a.endMin < b.endMin);
