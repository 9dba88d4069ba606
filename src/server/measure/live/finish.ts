import { createHash } from "node:crypto";
import { promisify } from "node:util";
import { gzip } from "node:zlib";
import { bad, ok, type Problem, type Result } from "../../../core/base/result";
import { recipeWords } from "../../../core/measure/protocol";
import { database } from "../../../data/base/connection";
import {
  changeLiveRun,
  dropLiveSamples,
  findLiveRun,
  liveSamplesAfter,
  type LiveRun,
} from "../../../data/measure/liveRuns";
import { addRun, packRun, runsOfJob, type NewRun } from "../../../data/measure/runs";
import { inThread } from "../../../threads/pool";
import type { LiveFeed } from "../../../threads/liveLog";
import { openJob, writing } from "../../base/http/write";
import { liveSessionOf, endLiveSession, type LiveSession } from "./liveSession";
import { liveProblem } from "./problems";

const packed = promisify(gzip);

/** What each source sent, as it stands on disk. */
export async function feedsOf(session: LiveSession): Promise<LiveFeed[]> {
  const feeds = new Map<string, LiveFeed>();
  for (const { source, sample } of await liveSamplesAfter(await database(), session.id, 0)) {
    const feed = feeds.get(source) ?? { source, offsetS: session.offsetOf(source), samples: [] };
    feed.samples.push(sample);
    feeds.set(source, feed);
  }
  return [...feeds.values()];
}

/** When a run's clock stood at 0, ms. */
export const beganMs = (live: LiveRun): number => Date.parse(live.beganAt ?? live.createdAt);

/** The file of a live run is named by what it is and when it began. */
export const liveName = (live: LiveRun): string =>
  `run-${live.kind}-${new Date(beganMs(live)).toISOString().slice(0, 16).replace(/[:T]/g, "-")}.csv`;

/** The log of a live run as it stands, as a file; null where there is no such run or nothing came yet. */
export async function liveLogOf(id: number): Promise<{ name: string; bytes: Buffer } | null> {
  const session = await liveSessionOf(id);
  if (!session?.began) return null;
  const { csv } = await inThread("liveLog", { feeds: await feedsOf(session), beganMs: beganMs(session.live) });
  return { name: liveName(session.live), bytes: Buffer.from(csv) };
}

/**
 * Keeps a run that is over like any other: its log is written, read again as any log is, and stored with it. One whose
 * log cannot be a run says why, and keeps its samples.
 */
export async function finishRun(session: LiveSession): Promise<Result<{ paired: boolean }>> {
  const state = session.state();
  const { live } = session;
  const read = await inThread("liveLog", { feeds: await feedsOf(session), beganMs: beganMs(live), reads: true });
  const now = new Date().toISOString();
  if (!read.log?.ok) {
    const problem = read.log?.problem ?? liveProblem.noRun();
    await giveUp(session, problem);
    return bad(problem);
  }
  const { columns, layout, run } = read.log.value;
  const bytes = Buffer.from(read.csv);
  const sourceGzip = await packed(bytes);
  const blocks = await packRun(run);
  const own =
    state.loadOnS !== null && state.loadOffS !== null && state.loadOffS > state.loadOnS
      ? { loadOnS: state.loadOnS, loadOffS: Math.min(state.loadOffS, run.timeS[run.timeS.length - 1] ?? 0) }
      : null;
  const kept: NewRun = {
    jobId: live.jobId,
    kind: live.kind,
    sourceName: liveName(live),
    sourceSha256: createHash("sha256").update(bytes).digest("hex"),
    sourceBytes: bytes.length,
    sourceGzip,
    columns,
    layout,
    phases: read.log.value.phases ?? own,
    conditions: { ...live.conditions, recipe: live.conditions.recipe || recipeWords(live.recipe) },
    run: blocks,
  };
  const stored = await writing(async (tx) => {
    const open = await findLiveRun(tx, live.id);
    // another process, or another tick, was first
    if (!open || open.closedAt !== null) return bad(liveProblem.ended());
    const job = await openJob(tx, live.jobId);
    if (!job.ok) return job;
    const runs = await runsOfJob(tx, live.jobId);
    await addRun(tx, { ...kept, id: live.id }, now);
    await changeLiveRun(tx, live.id, { closedAt: now });
    await dropLiveSamples(tx, live.id);
    return ok({ paired: runs[live.kind === "before" ? "after" : "before"] !== undefined });
  });
  if (stored.ok) await closed(session);
  // a job that was closed meanwhile takes no run: it would be tried again every second
  else if (stored.problem.code !== "run-ended") await giveUp(session, stored.problem);
  return stored;
}

/** Closes a run that cannot be kept; its samples stay. */
async function giveUp(session: LiveSession, problem: Problem): Promise<void> {
  const closedAt = new Date().toISOString();
  await writing(async (tx) => ok(await changeLiveRun(tx, session.id, { closedAt, problem })));
  await closed(session);
}

async function closed(session: LiveSession): Promise<void> {
  await session.catchUp();
  session.heard.emit("closed");
  endLiveSession(session.id);
}

/** Ends a run that is not wanted: nothing of it counts, its samples stay for a look. */
export async function dropRun(session: LiveSession): Promise<Result<null>> {
  const now = new Date().toISOString();
  const problem = {
    code: "run-dropped",
    message: "This run was given up.",
    action: "Begin another, or bring a log from elsewhere.",
  };
  const done = await writing(async (tx) => {
    const live = await findLiveRun(tx, session.id);
    if (!live || live.closedAt !== null) return bad(liveProblem.ended());
    await changeLiveRun(tx, session.id, { closedAt: now, problem });
    return ok(null);
  });
  if (done.ok) await closed(session);
  return done;
}
