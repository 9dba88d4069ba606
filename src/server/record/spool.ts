import { execFile } from "node:child_process";
import { randomUUID } from "node:crypto";
import { createWriteStream, existsSync } from "node:fs";
import { mkdir, rm } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { promisify } from "node:util";
import { bad, type Result } from "../../core/base/result";
import { processWide } from "../../core/base/processWide";
import { databasePath } from "../../data/base/connection";
import { tooLarge, type Incoming } from "../base/http/body";
import { takeBundle, type Taken } from "./intake";
import { recordProblem } from "./problems";

const run = promisify(execFile);

/** A bundle is no larger, bytes. */
const BUNDLE_BYTES = 400e6;
/** So many wait to be taken in; who comes then is asked to come again. */
const MOST_WAITING = 8;
const MOST_MS = 30 * 60_000;

/** Where bundles lie until they are taken in: beside the database, on whose disk there is room for them. */
const folder = (): string => join(dirname(databasePath()), "incoming");

/** What a server that was killed left lying. */
const clearSpool = (): Promise<void> => rm(folder(), { recursive: true, force: true });

interface Queue {
  /** What another process left lying is gone. */
  clear: Promise<unknown>;
  last: Promise<unknown>;
  waiting: number;
}
const queue = processWide<Queue>("imports");

/**
 * Takes in the bundle of a request: written to disk as it comes, then read by a process of its own, one bundle after
 * another, so that neither its size nor how many come at once are held by who answers.
 */
export async function takeUpload(request: Incoming, signal: AbortSignal): Promise<Result<Taken>> {
  const turn = queue.orMake(() => ({ clear: clearSpool(), last: Promise.resolve(), waiting: 0 }));
  if (turn.waiting >= MOST_WAITING) return bad(recordProblem.crowded());
  turn.waiting++;
  const path = join(folder(), `${randomUUID()}.zip`);
  try {
    await turn.clear;
    await mkdir(folder(), { recursive: true });
    await pipeline(Readable.from(within(request)), createWriteStream(path));
    const mine = turn.last.then(() => (signal.aborted ? bad(recordProblem.cancelled()) : taken(path, signal)));
    turn.last = mine.catch(() => null);
    return await mine;
  } finally {
    turn.waiting--;
    await rm(path, { force: true });
  }
}

/** The bytes of a request as they come; one that is over the limit is refused while it comes. */
async function* within(request: Incoming): AsyncGenerator<Uint8Array> {
  if (Number(request.headers.get("content-length") ?? 0) > BUNDLE_BYTES) throw tooLarge(BUNDLE_BYTES);
  let bytes = 0;
  for await (const chunk of request.body ?? []) {
    bytes += chunk.length;
    if (bytes > BUNDLE_BYTES) throw tooLarge(BUNDLE_BYTES);
    yield chunk;
  }
}

async function taken(path: string, signal: AbortSignal): Promise<Result<Taken>> {
  const command = join(process.cwd(), "bin/ovrant.mjs");
  if (process.env.NODE_ENV !== "production" || !existsSync(command)) return takeBundle(path, signal);
  try {
    const { stdout } = await run(process.execPath, [command, "import", path, "--json"], {
      timeout: MOST_MS,
      maxBuffer: 16e6,
      signal,
    });
    return JSON.parse(stdout) as Result<Taken>;
  } catch (e) {
    // whoever sent it went away, or cancelled it: its transaction went with the process
    if (signal.aborted) return bad(recordProblem.cancelled());
    throw e;
  }
}
