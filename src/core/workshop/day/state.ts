import { clearOf, place, type Chains, type ChainJob, type Piece, type ScheduleState } from "./placing";

/** A day as far as it is placed, and how it came about. */
export interface SearchState {
  s: ScheduleState;
  /** Of jobs that are done. */
  late: number;
  endMin: number;
  /** Nothing that is left begins before this minute. */
  floor: number;
  /** Which pieces are placed, as one number: states with the same one differ in times alone. */
  key: number;
  job: number;
  before: SearchState | null;
}

/** What is left of a job from each of its pieces on. */
export interface Rest {
  minutes: number;
  hands: Want;
  rig: Want;
}

/** What is wanted of the technician, or of rigs. */
export interface Want {
  left: number;
  /** Minutes from the start of what is left until it is wanted first; -1 where it is not. */
  to: number;
  /** Of the other, before that: minutes, and those between its end and what is wanted; from when it wants the other. */
  otherLeft: number;
  otherTo: number;
  gap: number;
}

/** What stays the same while a day is ordered. */
export interface Frame {
  c: Chains;
  /** By job and piece; one more at the end, of nothing. */
  rest: readonly (readonly Rest[])[];
  /** What one more piece of a job adds to the key. */
  steps: readonly number[];
}

const UNWANTED: Want = { left: 0, to: -1, otherLeft: 0, otherTo: -1, gap: 0 };
const NOTHING: Rest = { minutes: 0, hands: UNWANTED, rig: UNWANTED };

export function frameOf(c: Chains): Frame {
  const steps: number[] = [];
  let step = 1;
  for (const j of c.jobs) {
    steps.push(step);
    step *= j.pieces.length + 1;
  }
  return { c, rest: c.jobs.map(restsOf), steps };
}

const restsOf = (j: ChainJob): Rest[] => [
  ...j.pieces.map((_, i): Rest => {
    const left = j.pieces.slice(i);
    const minutes = left.reduce((sum, p) => sum + p.minutes + p.after, 0);
    return { minutes, hands: wantOf(left, "hands", "rig"), rig: wantOf(left, "rig", "hands") };
  }),
  NOTHING,
];

function wantOf(left: readonly Piece[], of: "hands" | "rig", other: "hands" | "rig"): Want {
  const want = { ...UNWANTED };
  let at = 0;
  for (const p of left) {
    want.left += p[of];
    if (want.to < 0 && p[of] > 0) want.to = at;
    if (want.to < 0 && p[other] > 0) {
      if (want.otherTo < 0) want.otherTo = at;
      want.otherLeft += p[other];
      want.gap = 0;
    }
    if (want.to < 0) want.gap += p.minutes + p.after - p[other];
    at += p.minutes + p.after;
  }
  return want;
}

/** The day before anything is placed. */
export function firstState(f: Frame, s: ScheduleState): SearchState {
  const state: SearchState = { s, late: 0, endMin: 0, floor: 0, key: 0, job: -1, before: null };
  // jobs that hold nothing to place end by themselves
  for (const j of f.c.jobs) {
    if (j.pieces.length) continue;
    state.late += j.weight * Math.max(0, j.ready - j.dueMin);
    state.endMin = Math.max(state.endMin, j.ready);
  }
  settle(f, state);
  return state;
}

/** One more piece of a job, placed as early as it goes. */
export function followed(f: Frame, from: SearchState, job: number, inTurn: boolean): SearchState {
  const { handsFree, rigsFree, ready, done } = from.s;
  const s: ScheduleState = { handsFree, rigsFree: [...rigsFree], ready: [...ready], done: [...done] };
  const start = place(f.c, s, job);
  const own = f.c.jobs[job];
  const over = own !== undefined && (s.done[job] ?? 0) >= own.pieces.length;
  const end = s.ready[job] ?? 0;
  const state: SearchState = {
    s,
    late: from.late + (over ? own.weight * Math.max(0, end - own.dueMin) : 0),
    endMin: over ? Math.max(from.endMin, end) : from.endMin,
    floor: inTurn ? Math.max(from.floor, start) : from.floor,
    key: from.key + (f.steps[job] ?? 0),
    job,
    before: from,
  };
  settle(f, state);
  return state;
}

/**
 * Times at which nothing can begin are no times: a job is ready when its next piece can begin, hands and rigs are free
 * when something can want them. So states that come to the same look the same.
 */
function settle({ c, rest }: Frame, { s, floor }: SearchState): void {
  let [handsWanted, rigWanted] = [Infinity, Infinity];
  for (let j = 0; j < c.jobs.length; j++) {
    const at = s.done[j] ?? 0;
    const piece = c.jobs[j]?.pieces[at];
    if (!piece) continue;
    let ready = Math.max(s.ready[j] ?? 0, floor);
    if (piece.hands > 0) ready = Math.max(ready, s.handsFree);
    if (piece.rig > 0) ready = Math.max(ready, s.rigsFree[0] ?? 0);
    if (piece.hands > 0) ready = clearOf(c.breaks, ready, piece.hands);
    s.ready[j] = ready;
    const left = rest[j]?.[at] ?? NOTHING;
    if (left.hands.to >= 0) handsWanted = Math.min(handsWanted, ready + left.hands.to);
    if (left.rig.to >= 0) rigWanted = Math.min(rigWanted, ready + left.rig.to);
  }
  s.handsFree = Math.max(s.handsFree, handsWanted);
  for (let i = 0; i < s.rigsFree.length; i++) s.rigsFree[i] = Math.max(s.rigsFree[i] ?? 0, rigWanted);
}

/** Which pieces may come next: jobs, and whether all that is left begins no earlier than the one that is taken. */
export interface Branches {
  jobs: number[];
  inTurn: boolean;
}

/**
 * The pieces one of which must be next. Of all that could be next one, x, would be over first, at e. Were nothing that
 * wants what x wants begun before e, x could go first and nothing be lost; so some such piece is, and the earliest of
 * them begins as early as it can (active schedules: Giffler and Thompson 1960). A run with hands wants both: where one
 * is among them, whatever can begin before e may be next, and all else begins no earlier.
 */
export function branchesOf({ c }: Frame, { s }: SearchState): Branches {
  let first = -1;
  let over = Infinity;
  for (let j = 0; j < c.jobs.length; j++) {
    const piece = c.jobs[j]?.pieces[s.done[j] ?? 0];
    if (!piece || (s.ready[j] ?? 0) + piece.minutes >= over) continue;
    over = (s.ready[j] ?? 0) + piece.minutes;
    first = j;
  }
  const x = first < 0 ? undefined : c.jobs[first]?.pieces[s.done[first] ?? 0];
  if (!x) return { jobs: [], inTurn: false };
  const early: number[] = [];
  const same: number[] = [];
  let both = x.hands > 0 && x.rig > 0;
  for (let j = 0; j < c.jobs.length; j++) {
    const piece = c.jobs[j]?.pieces[s.done[j] ?? 0];
    if (!piece || ((s.ready[j] ?? 0) >= over && j !== first)) continue;
    early.push(j);
    if ((x.hands > 0 && piece.hands > 0) || (x.rig > 0 && piece.rig > 0)) {
      same.push(j);
      both ||= piece.hands > 0 && piece.rig > 0;
    }
  }
  return both ? { jobs: early, inTurn: true } : { jobs: same, inTurn: false };
}
