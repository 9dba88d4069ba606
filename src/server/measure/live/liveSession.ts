import { EventEmitter } from "node:events";
import { holesIn, LiveLog, stateAt, type RunEvent, type RunState, type Sample } from "../../../core/measure/protocol";
import type { Run } from "../../../core/measure/log";
import { database } from "../../../data/base/connection";
import {
  findLiveRun,
  liveEvents,
  liveSources,
  liveSamplesAfter,
  type LiveRun,
  type LiveSource,
  type Written,
} from "../../../data/measure/liveRuns";
import { Meter } from "./pace";
import { processWide } from "../../../core/base/processWide";

/** Readings nearer than this to the one before are left out of what pages show, s; the log keeps all. */
const SHOWN_STEP_S = 0.24;

/** The numbers of one source that are on disk. */
interface Numbers {
  seqs: Set<number>;
  low: number;
  high: number;
  lastShownT: number;
}

/**
 * What this process knows of a run that goes: read from the database, and caught up from there, so that it never knows
 * more than what is on disk, and a restart loses nothing.
 */
export class LiveSession {
  readonly heard = new EventEmitter();
  readonly meter = new Meter();
  /** When samples came last, ms by this process. */
  heardMs = Date.now();
  /** How much faster than the clock its source runs; the simulated machine alone does. */
  speed = 1;
  private readonly log = new LiveLog();
  private readonly numbers = new Map<string, Numbers>();
  /** Place of the newest sample that is known, in the order of writing. */
  lastId = 0;
  private known = new Map<string, LiveSource>();
  private events: RunEvent[] = [];
  private newestS = 0;
  private taking: Promise<void> = Promise.resolve();

  constructor(public live: LiveRun) {
    this.heard.setMaxListeners(200);
  }

  get id(): number {
    return this.live.id;
  }

  /** Reads what was written since; asked twice at once it is read once after the other, failed or not. */
  catchUp(): Promise<void> {
    this.taking = this.taking.catch(() => undefined).then(() => this.read());
    return this.taking;
  }

  private async read(): Promise<void> {
    const db = await database();
    this.live = (await findLiveRun(db, this.id)) ?? this.live;
    this.events = await liveEvents(db, this.id);
    this.known = await liveSources(db, this.id);
    const rows = await liveSamplesAfter(db, this.id, this.lastId);
    const fresh = new Map<string, Sample[]>();
    for (const { id, source, sample } of rows) {
      this.lastId = id;
      const list = fresh.get(source) ?? [];
      list.push(sample);
      fresh.set(source, list);
    }
    for (const [source, samples] of fresh) this.knowsOf(source, samples);
    this.heard.emit("change");
  }

  /**
   * Takes what this process wrote itself as known; where another wrote as well, or a source is new, it is read.
   */
  async took(wrote: readonly { source: string; samples: readonly Sample[] }[], now: Written): Promise<void> {
    const count = wrote.reduce((n, w) => n + w.samples.length, 0);
    const known = wrote.every((w) => this.knows(w.source));
    if (now.count !== count || !known || this.live.beganAt === null) return this.catchUp();
    this.lastId = now.lastId;
    for (const w of wrote) this.knowsOf(w.source, w.samples);
    this.heard.emit("change");
  }

  private knowsOf(source: string, samples: readonly Sample[]): void {
    const n = this.numbersOf(source);
    const offsetS = this.offsetOf(source);
    const shown: Sample[] = [];
    for (const sample of samples) {
      if (n.seqs.has(sample.seq)) continue;
      n.seqs.add(sample.seq);
      n.low = Math.min(n.low, sample.seq);
      n.high = Math.max(n.high, sample.seq);
      this.newestS = Math.max(this.newestS, sample.t + offsetS);
      if (sample.t >= n.lastShownT && sample.t < n.lastShownT + SHOWN_STEP_S) continue;
      n.lastShownT = Math.max(n.lastShownT, sample.t);
      shown.push(sample);
    }
    this.log.add(source, shown, offsetS);
  }

  private numbersOf(source: string): Numbers {
    let n = this.numbers.get(source);
    if (!n) this.numbers.set(source, (n = { seqs: new Set(), low: Infinity, high: -1, lastShownT: -Infinity }));
    return n;
  }

  offsetOf(source: string): number {
    return this.known.get(source)?.offsetS ?? 0;
  }

  knows(source: string): boolean {
    return this.known.has(source);
  }

  /** Highest number of a source on disk, −1 before the first, and the holes under it. */
  acknowledged(source: string): { acknowledged: number; missing: [number, number][] } {
    const n = this.numbers.get(source);
    if (!n) return { acknowledged: this.known.get(source)?.high ?? -1, missing: [] };
    const whole = n.seqs.size === n.high - Math.min(n.low, 1) + 1;
    return { acknowledged: n.high, missing: whole ? [] : holesIn([...n.seqs].sort((a, b) => a - b)) };
  }

  /** Which of these are new: numbers never seen of this source. */
  unseen(source: string, samples: readonly Sample[]): Sample[] {
    const n = this.numbers.get(source);
    const seen = new Set<number>();
    return samples.filter((s) => !n?.seqs.has(s.seq) && !seen.has(s.seq) && seen.add(s.seq));
  }

  /** Samples on disk. */
  get size(): number {
    let n = 0;
    for (const { seqs } of this.numbers.values()) n += seqs.size;
    return n;
  }

  /** Names of the sources it hears. */
  names(): string[] {
    return [...this.known.keys()];
  }

  /** Newest time read, s of the run. */
  get nowS(): number {
    return this.newestS;
  }

  get began(): boolean {
    return this.lastId > 0;
  }

  state(): RunState {
    return stateAt(this.live.recipe, this.events, this.newestS);
  }

  happened(): readonly RunEvent[] {
    return this.events;
  }

  run(): Run {
    return this.log.run();
  }

  /** The last seconds of it. */
  tail(lastS: number): Run {
    return this.log.tail(lastS);
  }
}

const heldSessions = processWide<Map<number, Promise<LiveSession>>>("books");
const sessions = (): Map<number, Promise<LiveSession>> =>
  heldSessions.orMake(() => new Map<number, Promise<LiveSession>>());

/** The session of a live run, opened when first asked for; null where there is no such run. */
export async function liveSessionOf(id: number): Promise<LiveSession | null> {
  const known = sessions().get(id);
  if (known) return known;
  const live = await findLiveRun(await database(), id);
  if (!live) return null;
  const again = sessions().get(id);
  if (again) return again;
  const opened = opens(live);
  // one that is over is looked at and let go
  if (live.closedAt !== null) return opened;
  sessions().set(id, opened);
  opened.catch(() => sessions().delete(id));
  return opened;
}

async function opens(live: LiveRun): Promise<LiveSession> {
  const session = new LiveSession(live);
  await session.catchUp();
  return session;
}

/** Forgets a session whose run is closed. */
export const endLiveSession = (id: number): boolean => sessions().delete(id);
