import type { Cost, Day, DayBreak, DayTask, PlacedTask } from "./problem";

/** A task that has to be put in order: it wants the technician, a rig, or both; what follows by itself goes along. */
export interface Piece {
  job: number;
  /** The task it is. */
  task: string;
  /** Minutes of the technician at its start; 0 for a run that needs none. */
  hands: number;
  /** Minutes on a rig; 0 for handwork. */
  rig: number;
  minutes: number;
  /** Waits after it, until the next piece of its job can begin. */
  after: number;
}

/** A day made ready for placing: jobs as chains of pieces. */
export interface Chains {
  rigs: number;
  breaks: readonly DayBreak[];
  jobs: readonly ChainJob[];
  handsFromMin: number;
  /** Minutes from which each rig is free, rising. */
  rigsFreeAt: readonly number[];
  pieces: number;
}

export interface ChainJob {
  dueMin: number;
  weight: number;
  /** When its first piece can begin: waits at its front are in it. */
  ready: number;
  pieces: readonly Piece[];
}

const handsOf = (t: DayTask): number => (t.kind === "hands" ? t.minutes : t.kind === "run" ? (t.handsMin ?? 0) : 0);

/** Jobs as chains: a wait, or a run while no rig can ever be short, follows by itself. */
export function chainsOf(day: Day): Chains {
  const taken = [...(day.rigsTakenTo ?? [])].sort((a, b) => a - b);
  const free = Array.from({ length: day.rigs }, (_, i) => taken[taken.length - day.rigs + i] ?? 0);
  // as many rigs as jobs that ever want one: none waits for another
  const short = day.rigs - taken.length < day.jobs.filter((j) => j.tasks.some((t) => t.kind === "run")).length;
  const jobs = day.jobs.map((j, job): ChainJob => {
    const pieces: Piece[] = [];
    let ready = j.readyMin ?? 0;
    for (const t of j.tasks) {
      const hands = handsOf(t);
      const rig = t.kind === "run" && short ? t.minutes : 0;
      const last = pieces.at(-1);
      if (hands > 0 || rig > 0) pieces.push({ job, task: t.id, hands, rig, minutes: t.minutes, after: 0 });
      else if (last) last.after += t.minutes;
      else ready += t.minutes;
    }
    return { dueMin: j.dueMin ?? Infinity, weight: j.weight, ready, pieces };
  });
  const all = jobs.flatMap((j) => j.pieces);
  return {
    rigs: day.rigs,
    breaks: [...day.breaks].sort((a, b) => a.fromMin - b.fromMin),
    jobs,
    handsFromMin: day.handsFromMin ?? 0,
    rigsFreeAt: free.sort((a, b) => a - b),
    pieces: all.length,
  };
}

/** The earliest start from a minute on at which so much handwork meets no break. */
export function clearOf(breaks: readonly DayBreak[], from: number, hands: number): number {
  let at = from;
  if (hands > 0) for (const b of breaks) if (at < b.toMin && at + hands > b.fromMin) at = b.toMin;
  return at;
}

/** How far a day has come: what the next piece of any job meets. */
export interface ScheduleState {
  handsFree: number;
  /** Rising. */
  rigsFree: number[];
  /** When the next piece of each job can begin; its end, once it has none left. */
  ready: number[];
  /** How many pieces of each job are placed. */
  done: number[];
}

export const atStart = (c: Chains): ScheduleState => ({
  handsFree: c.handsFromMin,
  rigsFree: [...c.rigsFreeAt],
  ready: c.jobs.map((j) => j.ready),
  done: c.jobs.map(() => 0),
});

/** Places the next piece of a job as early as it goes; gives its start. Changes what stands. */
export function place(c: Chains, s: ScheduleState, job: number): number {
  const piece = c.jobs[job]?.pieces[s.done[job] ?? 0];
  if (!piece) throw new Error("no piece left");
  let at = s.ready[job] ?? 0;
  if (piece.hands > 0) at = Math.max(at, s.handsFree);
  if (piece.rig > 0) at = Math.max(at, s.rigsFree[0] ?? 0);
  if (piece.hands > 0) {
    at = clearOf(c.breaks, at, piece.hands);
    s.handsFree = at + piece.hands;
  }
  if (piece.rig > 0) taken(s.rigsFree, at + piece.rig);
  s.ready[job] = at + piece.minutes + piece.after;
  s.done[job] = (s.done[job] ?? 0) + 1;
  return at;
}

/** The rig that was free first is free again then; the list stays rising. */
function taken(free: number[], until: number): void {
  let i = 0;
  while (i + 1 < free.length && (free[i + 1] ?? 0) < until) {
    free[i] = free[i + 1] ?? 0;
    i++;
  }
  free[i] = until;
}

/** What an order of jobs' pieces comes to. */
export function costOf(c: Chains, order: readonly number[]): Cost {
  const s = atStart(c);
  for (const job of order) place(c, s, job);
  return stateCost(c, s);
}

/** How late all jobs are once all is placed, and when the last one ends. */
export function stateCost(c: Chains, s: ScheduleState): Cost {
  let [late, endMin] = [0, 0];
  for (let j = 0; j < c.jobs.length; j++) {
    const own = c.jobs[j];
    const end = s.ready[j] ?? 0;
    if (own) late += own.weight * Math.max(0, end - own.dueMin);
    endMin = Math.max(endMin, end);
  }
  return { late, endMin };
}

/** An order with its pieces in turn of their starts: placed so, nothing begins later than it did. */
export function inTurn(c: Chains, order: readonly number[]): number[] {
  const s = atStart(c);
  const starts = order.map((job) => ({ job, start: place(c, s, job) }));
  return starts.sort((a, b) => a.start - b.start).map((p) => p.job);
}

/** Every task of the day with its minutes, in an order of pieces. */
export function tasksIn(day: Day, c: Chains, order: readonly number[]): PlacedTask[] {
  const s = atStart(c);
  const starts = c.jobs.map((): number[] => []);
  for (const job of order) starts[job]?.push(place(c, s, job));
  return day.jobs.flatMap((j, job) => {
    let at = j.readyMin ?? 0;
    const own = c.jobs[job];
    let piece = 0;
    return j.tasks.map((t): PlacedTask => {
      const isPiece = own?.pieces[piece] !== undefined && (handsOf(t) > 0 || (t.kind === "run" && isRig(own, piece)));
      const start = isPiece ? (starts[job]?.[piece++] ?? at) : at;
      at = start + t.minutes;
      return { job: j.id, task: t.id, start, end: at };
    });
  });
}

const isRig = (j: ChainJob, piece: number): boolean => (j.pieces[piece]?.rig ?? 0) > 0;
