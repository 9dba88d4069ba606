import { leastAssignment } from "./assign";
import { atStart, place, type Chains, type ChainJob } from "./placing";
import type { Cost, DayBreak } from "./problem";

/**
 * What no order can come below. Late: every job alone; the technician's time shared out in pieces of any size, always
 * to the job that has least left (that way the k-th job is done as early as it ever can be: Smith 1978), and places
 * given to jobs so that the sum is least; the same for the rigs as one that goes so many times as fast. End: the
 * longest chain, all handwork, all runs.
 */
export function boundOf(c: Chains): Cost {
  const alone = c.jobs.map((_, j) => aloneEnd(c, j));
  const hands = shared(c, alone, {
    of: (j) => j.pieces.reduce((sum, p) => sum + p.hands, 0),
    first: (j) => j.pieces.findIndex((p) => p.hands > 0),
    tail: (j) =>
      tailAfter(
        j,
        (p) => p.hands > 0,
        (p) => p.hands,
      ),
    open: (minute) => openMinute(c, minute),
    worked: (minute) => workedUntil(c, minute),
  });
  const free = c.rigsFreeAt[0] ?? 0;
  const rigs = shared(c, alone, {
    of: (j) => j.pieces.reduce((sum, p) => sum + p.rig, 0) / Math.max(1, c.rigs),
    first: (j) => j.pieces.findIndex((p) => p.rig > 0),
    tail: (j) =>
      tailAfter(
        j,
        (p) => p.rig > 0,
        (p) => p.rig,
      ),
    open: (minute) => free + minute,
    worked: (minute) => Math.max(0, minute - free),
  });
  return {
    late: Math.max(hands.late, rigs.late),
    endMin: Math.max(hands.endMin, rigs.endMin, ...alone, 0),
  };
}

/** When a job would end with the bench to itself. */
function aloneEnd(c: Chains, job: number): number {
  const s = atStart(c);
  const own = c.jobs[job]?.pieces.length ?? 0;
  for (let i = 0; i < own; i++) place(c, s, job);
  return s.ready[job] ?? 0;
}

interface Sharing {
  /** What a job wants of it, minutes. */
  of: (j: ChainJob) => number;
  /** Its first piece that wants it. */
  first: (j: ChainJob) => number;
  /** What is left of the job after the last of it. */
  tail: (j: ChainJob) => number;
  /** The minute at which so much of it has been given, and how much could be given until a minute. */
  open: (given: number) => number;
  worked: (minute: number) => number;
}

function shared(c: Chains, alone: readonly number[], of: Sharing): Cost {
  const users = c.jobs.flatMap((j, i) => {
    const first = of.first(j);
    if (first < 0) return [];
    const lead = j.pieces.slice(0, first).reduce((sum, p) => sum + p.minutes + p.after, j.ready);
    return [{ job: i, own: j, from: of.worked(lead), left: of.of(j), tail: of.tail(j) }];
  });
  const rest = c.jobs.reduce(
    (sum, j, i) => sum + (of.first(j) < 0 ? j.weight * Math.max(0, (alone[i] ?? 0) - j.dueMin) : 0),
    0,
  );
  if (users.length === 0) return { late: rest, endMin: 0 };
  const ends = shortestFirst(users).map(of.open);
  const cost = ends.map((end) =>
    users.map((u) => u.own.weight * Math.max(0, Math.max(end + u.tail, alone[u.job] ?? 0) - u.own.dueMin)),
  );
  return {
    late: rest + leastAssignment(cost),
    endMin: (ends.at(-1) ?? 0) + Math.min(...users.map((u) => u.tail)),
  };
}

/** When the k-th of some works is done, if the one with least left always goes on: minutes given, rising. */
function shortestFirst(works: readonly { from: number; left: number }[]): number[] {
  const coming = [...works].sort((a, b) => a.from - b.from);
  const open: number[] = [];
  const ends: number[] = [];
  let at = 0;
  let next = 0;
  while (ends.length < works.length) {
    if (open.length === 0) at = Math.max(at, coming[next]?.from ?? at);
    while (next < coming.length && (coming[next]?.from ?? 0) <= at) open.push(coming[next++]?.left ?? 0);
    open.sort((a, b) => a - b);
    const until = coming[next]?.from ?? Infinity;
    const least = open[0] ?? 0;
    if (at + least <= until) {
      at += least;
      open.shift();
      ends.push(at);
    } else {
      open[0] = least - (until - at);
      at = until;
    }
  }
  return ends;
}

/** What is left of a job behind the end of its last piece of a kind. */
function tailAfter(
  j: ChainJob,
  isOf: (p: ChainJob["pieces"][number]) => boolean,
  held: (p: ChainJob["pieces"][number]) => number,
): number {
  const last = j.pieces.findLastIndex(isOf);
  return j.pieces.slice(last).reduce((sum, p, i) => sum + p.minutes + p.after - (i === 0 ? held(p) : 0), 0);
}

/** Minutes the technician could have worked until a minute. */
function workedUntil({ breaks, handsFromMin }: Chains, minute: number): number {
  return Math.max(0, minute - handsFromMin - inBreaks(breaks, handsFromMin, minute));
}

function inBreaks(breaks: readonly DayBreak[], from: number, to: number): number {
  let [sum, at] = [0, from];
  for (const b of breaks) {
    const begins = Math.max(at, b.fromMin);
    const ends = Math.min(to, b.toMin);
    if (ends > begins) sum += ends - begins;
    at = Math.max(at, b.toMin);
  }
  return sum;
}

/** The minute at which the technician has worked so long. */
function openMinute(c: Chains, worked: number): number {
  let at = c.handsFromMin + worked;
  // every break that lies before it moves it on
  for (;;) {
    const moved = c.handsFromMin + worked + inBreaks(c.breaks, c.handsFromMin, at);
    if (moved <= at) return at;
    at = moved;
  }
}
