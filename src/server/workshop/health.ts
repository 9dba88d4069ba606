import { closeDatabases, database, databaseTrouble } from "../../data/base/connection";
import { beginBackups } from "../base/background/backups";
import { loopDelay, watchLoopDelay, type LoopDelay } from "../base/background/loopDelay";
import { budgetQueues } from "../base/http/budget";
import { pagesWaiting } from "../base/turns";
import { summariesLeft } from "../job/makeSummaries";
import { tasksWaiting } from "../../threads/pool";
import { beginErasing } from "./erasure";
import { beginSummaries } from "../job/summaryMaker";
import { beginReadingPieces } from "../base/background/pieces";
import { beginTicking } from "../measure/liveRuns";
import { takeDirectly } from "../measure/live/direct";
import { closeStreams } from "../measure/live/stream";
import { installGate } from "./trust/gate";
import { describeProblem, type Problem } from "../../core/base/result";
import { processWide } from "../../core/base/processWide";

const lastTrouble = processWide<Problem>("trouble");

/** What is wrong with the database now, said on every page in place of it; null while all is well. */
export async function troubleNow(): Promise<Problem | null> {
  try {
    const db = await database();
    // one that met damage while it read is asked again: it may have been put right
    if (lastTrouble.get()) await db.raw("PRAGMA quick_check(1)").then(isWhole);
    lastTrouble.clear();
    return null;
  } catch (e) {
    const trouble = databaseTrouble(e);
    if (!trouble) throw e;
    return trouble;
  }
}

function isWhole(found: { quick_check?: string }[]): void {
  if (found[0]?.quick_check === "ok") return;
  throw Object.assign(new Error("damaged"), { code: "SQLITE_CORRUPT" });
}

/** Notes an error a page met, where it comes from the database itself. */
export function noteTrouble(e: unknown): void {
  const trouble = databaseTrouble(e);
  if (trouble) lastTrouble.set(trouble);
}

/** Opens the database when the server starts, says in one line what is wrong with it, and closes it at the end. */
export async function beginServing(): Promise<void> {
  process.once("exit", closeDatabases);
  // before anything: what comes from elsewhere is not answered without it
  installGate();
  // open streams would hold up a server that is to stop
  process.once("SIGTERM", closeStreams);
  process.once("SIGINT", closeStreams);
  const trouble = await troubleNow();
  if (trouble) console.error(describeProblem(trouble));
  else {
    // runs that went when the server stopped go on
    watchLoopDelay();
    takeDirectly();
    beginTicking();
    beginBackups();
    beginReadingPieces();
    beginErasing();
    beginSummaries();
  }
}

/** How the server is, for who runs it. */
export interface Health {
  /** How long it runs, s. */
  upS: number;
  /** How late the thread that answers is, ms; null where the database cannot be used. */
  late: { lastMinute: LoopDelay | null; now: LoopDelay } | null;
  /** What waits: pages, tasks for threads, uploads and pictures for room; jobs that stand otherwise than lists show. */
  waiting: { pages: number; tasks: number; bodies: number; pictures: number; summaries: number };
  /** What it holds, MB: all of it, and of that the heap in use, the heap as it is taken, and what lies beside it. */
  memoryMB: { resident: number; heapUsed: number; heap: number; beside: number };
}

/** How the server is now. */
export async function healthNow(): Promise<Health> {
  const { rss, heapUsed, heapTotal, external } = process.memoryUsage();
  const mb = (bytes: number) => Math.round(bytes / 1e5) / 10;
  return {
    upS: Math.round(process.uptime()),
    late: loopDelay(),
    waiting: {
      pages: pagesWaiting(),
      tasks: tasksWaiting(),
      ...budgetQueues(),
      summaries: await summariesLeft(),
    },
    memoryMB: { resident: mb(rss), heapUsed: mb(heapUsed), heap: mb(heapTotal), beside: mb(external) },
  };
}
