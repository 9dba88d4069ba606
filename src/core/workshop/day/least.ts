import { Hands, Rigs, type Pool } from "./pools";
import type { Cost } from "./problem";
import type { Frame, SearchState, Want } from "./state";
import { Works } from "./works";

/** Weighted minutes nearer than this are the same. */
const NO_LESS = 1e-9;

/**
 * What no order of what is left can come below, quick enough to be asked a million times. Of every set of jobs the k-th
 * is done no earlier than shortest first has it; earliest ends given to earliest promises is the least that costs. With
 * weights: jobs of at least w, for each w there is, by what it is over the one below.
 */
export class Least {
  private readonly weights: readonly number[];
  private readonly tails: Readonly<Record<Pool["of"], readonly number[]>>;
  private pool: Pool;
  private other: Pool;
  private readonly works: Works;
  private readonly before: Works;
  private readonly due: Float64Array;
  private readonly come: Float64Array;
  private readonly sizes: Float64Array;
  /** Minutes a job is over its promise with the bench to itself; -1 for one that is done. */
  private readonly over: Float64Array;
  private endMin = 0;

  constructor(private readonly f: Frame) {
    const { jobs, breaks } = f.c;
    const weights = jobs.filter((j) => j.weight > 0 && j.dueMin < Infinity).map((j) => j.weight);
    this.weights = [...new Set(weights)].sort((a, b) => a - b);
    this.tails = { hands: tailsOf(f, "hands"), rig: tailsOf(f, "rig") };
    this.pool = new Hands(breaks);
    this.other = new Rigs();
    const n = jobs.length;
    this.works = new Works(n);
    this.before = new Works(n);
    this.due = new Float64Array(n);
    this.come = new Float64Array(n);
    this.sizes = new Float64Array(n);
    this.over = new Float64Array(n);
  }

  /** What nothing that follows comes below. */
  of(state: SearchState): Cost {
    const alone = this.begin(state);
    const { pool, other } = this;
    const late = Math.max(this.lateBy(state, pool, other), this.lateBy(state, other, pool));
    return { late: alone + late, endMin: this.endOf(state) };
  }

  /** Whether what is left can come to less than a cost. */
  canBeat(state: SearchState, known: Cost): boolean {
    const alone = this.begin(state);
    if (alone > known.late + NO_LESS) return false;
    const { pool, other } = this;
    const late = this.lateBy(state, pool, other);
    if (alone + late > known.late + NO_LESS) return false;
    const later = this.lateBy(state, other, pool);
    if (later > late) {
      // the one that says more is asked first the next time
      this.pool = other;
      this.other = pool;
    }
    if (alone + later > known.late + NO_LESS) return false;
    return alone + Math.max(late, later) < known.late - NO_LESS || this.endOf(state) < known.endMin;
  }

  private begin(state: SearchState): number {
    this.pool.set(state.s);
    this.other.set(state.s);
    return state.late + this.alone(state);
  }

  private endOf(state: SearchState): number {
    const { pool, other } = this;
    return Math.max(this.endMin, this.lastEnd(state, pool, other), this.lastEnd(state, other, pool));
  }

  /** Weighted minutes late of every job left with the bench to itself. */
  private alone({ s, endMin }: SearchState): number {
    const { c, rest } = this.f;
    let late = 0;
    this.endMin = endMin;
    for (let j = 0; j < c.jobs.length; j++) {
      const own = c.jobs[j];
      const done = s.done[j] ?? 0;
      if (!own || done >= own.pieces.length) {
        this.over[j] = -1;
        continue;
      }
      const end = (s.ready[j] ?? 0) + (rest[j]?.[done]?.minutes ?? 0);
      const over = Math.max(0, end - own.dueMin);
      this.over[j] = over;
      if (over > 0) late += own.weight * over;
      if (end > this.endMin) this.endMin = end;
    }
    return late;
  }

  /** Weighted minutes that jobs are late for waiting on one another, over what each is alone. */
  private lateBy(state: SearchState, pool: Pool, other: Pool): number {
    let late = 0;
    for (let i = 0; i < this.weights.length; i++) {
      const weight = this.weights[i] ?? 0;
      late += (weight - (this.weights[i - 1] ?? 0)) * this.waiting(state, weight, pool, other);
    }
    return late;
  }

  private waiting(state: SearchState, weight: number, pool: Pool, other: Pool): number {
    const { due, works } = this;
    this.endsOf(state, weight, pool, other);
    let sum = 0;
    for (let k = 0; k < works.count; k++) {
      const over = pool.minute(works.ends[k] ?? 0) - (due[k] ?? 0);
      if (over > 0) sum += over;
    }
    return sum;
  }

  /** The end of all that wants a pool, and of the shortest that follows. */
  private lastEnd(state: SearchState, pool: Pool, other: Pool): number {
    const { works, over } = this;
    const tails = this.tails[pool.of];
    this.endsOf(state, -Infinity, pool, other);
    if (works.count === 0) return 0;
    let tail = Infinity;
    for (let j = 0; j < tails.length; j++)
      if ((over[j] ?? -1) >= 0 && (this.wantOf(state, pool, j)?.to ?? -1) >= 0) tail = Math.min(tail, tails[j] ?? 0);
    return pool.minute(works.ends[works.count - 1] ?? 0) + tail;
  }

  private wantOf({ s }: SearchState, pool: Pool, job: number): Want | undefined {
    return this.f.rest[job]?.[s.done[job] ?? 0]?.[pool.of];
  }

  /** Does what jobs of at least a weight want of a pool, in `works`; `due` is when each should be over. */
  private endsOf(state: SearchState, weight: number, pool: Pool, other: Pool): void {
    const { works, before, due, come, sizes } = this;
    const { jobs } = this.f.c;
    const tails = this.tails[pool.of];
    works.count = 0;
    before.count = 0;
    let direct = 0;
    let gap = Infinity;
    for (let j = 0; j < jobs.length; j++) {
      const own = jobs[j];
      const over = this.over[j] ?? -1;
      if (!own || over < 0 || own.weight < weight || (weight > 0 && own.dueMin === Infinity)) continue;
      const want = this.wantOf(state, pool, j);
      if (!want || want.to < 0) continue;
      const ready = state.s.ready[j] ?? 0;
      const from = pool.given(ready + want.to);
      sorted(sizes, works.count, want.left);
      sorted(due, works.count, own.dueMin - (tails[j] ?? 0) + over);
      works.add(from, want.left);
      if (want.otherTo < 0) sorted(come, direct++, from);
      else {
        before.add(other.given(ready + want.otherTo), want.otherLeft);
        if (want.gap < gap) gap = want.gap;
      }
    }
    works.run();
    if (before.count > 0) this.afterOther(pool, other, { direct, gap });
  }

  /**
   * What has to wait for the other pool first comes no earlier than that lets it go: of any k works i - 1 at most come
   * before the i-th comes, so the k-th end is no earlier than that and the k - i + 1 least works.
   */
  private afterOther(pool: Pool, other: Pool, { direct, gap }: { direct: number; gap: number }): void {
    const { works, before, come, sizes } = this;
    before.run();
    let count = direct;
    for (let i = 0; i < before.count; i++) sorted(come, count++, pool.given(other.minute(before.ends[i] ?? 0) + gap));
    for (let i = 0; i < count; i++) {
      let end = come[i] ?? 0;
      for (let k = i; k < count; k++) {
        end += sizes[k - i] ?? 0;
        if (end > (works.ends[k] ?? 0)) works.ends[k] = end;
      }
    }
  }
}

/** Puts a number where it belongs among so many that rise. */
function sorted(list: Float64Array, count: number, value: number): void {
  let i = count;
  for (; i > 0 && (list[i - 1] ?? 0) > value; i--) list[i] = list[i - 1] ?? 0;
  list[i] = value;
}

/** What follows the last that each job wants of a pool, minutes. */
export const tailsOf = ({ c }: Frame, of: Pool["of"]): number[] =>
  c.jobs.map(({ pieces }) => {
    const last = pieces.findLastIndex((p) => p[of] > 0);
    return pieces.slice(last).reduce((sum, p, i) => sum + p.minutes + p.after - (i === 0 ? p[of] : 0), 0);
  });
