import { spawn, type ChildProcess } from "node:child_process";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as rest } from "node:timers/promises";
import { processWide } from "../../core/base/processWide";
import { allInPlace, isAllInPlace } from "../../threads/pool";
import { logged } from "../base/background/task";
import { makeStale } from "./makeSummaries";

/** A page waits so long for what was done just before it, ms. */
const PATIENCE_MS = 80;
/** Behind so many others nothing is waited for: it would not come within that time. */
const MUCH = 40;
/** A process that ended is not started again sooner, ms. */
const AGAIN_MS = 5_000;
/** What it may hold, MB: drawings and plans are remembered by their revision. */
const MOST_MB = 320;

/** What the server asks of the process that works out how jobs stand: some jobs first, or whatever is stale. */
export interface SummariesAsked {
  turn: number;
  first: number[];
}
/** What it answers: turns whose jobs are made, the last turn that asked for all that is stale, how many are left. */
export interface SummariesTold {
  made: number[];
  looked: number;
  left: number;
}

/** The process that works out how jobs stand, and who waits for it. */
class SummaryProcess {
  private child: ChildProcess | null = null;
  private begunMs = -Infinity;
  private turn = 0;
  private readonly waiting = new Map<number, { all: boolean; go: () => void }>();
  /** How many jobs stand otherwise than lists show, as it was last told. */
  left = 0;

  /** Asks for some jobs first, or for all that are stale; resolves when they are made, or nobody is there to do it. */
  ask(first: readonly number[]): Promise<void> {
    const child = this.started();
    if (!child) return Promise.resolve();
    const turn = ++this.turn;
    child.send({ turn, first: [...first] } satisfies SummariesAsked, (e) => e && this.ended(child));
    return new Promise((go) => this.waiting.set(turn, { all: first.length === 0, go }));
  }

  private started(): ChildProcess | null {
    if (this.child) return this.child;
    if (Date.now() - this.begunMs < AGAIN_MS) return null;
    this.begunMs = Date.now();
    const args = [`--max-old-space-size=${MOST_MB}`, COMMAND, "summaries", "--serve"];
    const child: ChildProcess = spawn(process.execPath, args, {
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    child.on("message", (told: SummariesTold) => this.told(told));
    child.once("exit", () => this.ended(child));
    child.once("error", (e) => {
      logged(e);
      this.ended(child);
    });
    // it ends with this process, and does not keep it from ending
    child.unref();
    child.channel?.unref();
    this.child = child;
    return child;
  }

  private told({ made, looked, left }: SummariesTold): void {
    this.left = left;
    const over = new Set(made);
    for (const [turn, w] of this.waiting) if (over.has(turn) || (w.all && turn <= looked)) this.release(turn);
  }

  private ended(child: ChildProcess): void {
    if (this.child !== child) return;
    this.child = null;
    for (const turn of this.waiting.keys()) this.release(turn);
  }

  private release(turn: number): void {
    this.waiting.get(turn)?.go();
    this.waiting.delete(turn);
  }
}

const COMMAND = join(process.cwd(), "bin/ovrant.mjs");
const held = processWide<SummaryProcess>("summaries");

/**
 * Has it worked out how jobs stand, off the thread that answers: those named first, or whatever is stale. Resolves
 * when that is done, or after a moment. While developing and under test it is done in place, to its end.
 *
 * @param patienceMs how long it is waited for
 */
export async function summariesMade(first: readonly number[], patienceMs = PATIENCE_MS): Promise<void> {
  if (process.env.NODE_ENV !== "production" || isAllInPlace() || !existsSync(COMMAND)) {
    const asked = [...first];
    await makeStale({ takeFirst: () => asked.splice(0), onMade: () => first.length === 0 || asked.length > 0 });
    return;
  }
  const maker = held.orMake(() => new SummaryProcess());
  const made = maker.ask(first);
  if (first.length === 0 && maker.left > MUCH && patienceMs <= PATIENCE_MS) return;
  const late = new AbortController();
  await Promise.race([made, rest(patienceMs, null, { signal: late.signal }).catch(() => null)]);
  late.abort();
}

/** A command does all its work where it stands: it answers nobody meanwhile. */
export const workInPlace = allInPlace;

/** Has all that is stale worked out, from when the server starts: what an update made older, too. */
export function beginSummaries(): void {
  if (process.env.NODE_ENV === "production") void summariesMade([], 0);
}
