import { bad, ok, type Result } from "../../core/base/result";
import { isLoadKeyShaped, loadKeyOf } from "../../core/measure/protocol";
import { database } from "../../data/base/connection";
import { changeLiveRun, findLiveRun, isLoadKey, openLiveRuns } from "../../data/measure/liveRuns";
import { check } from "../../input/check";
import { LiveActInput, LiveChangeInput } from "../../input/live";
import { afterSaved } from "./afterRun";
import { logged, regularly } from "../base/background/task";
import { beginLiveRun } from "./live/begin";
import { liveSessionOf, type LiveSession } from "./live/liveSession";
import { dropRun, finishRun } from "./live/finish";
import { liveProblem } from "./live/problems";
import { answerTo, openedBy, type Acknowledged } from "./live/samples";
import { resume } from "./live/standIn";
import { hashOf, newToken } from "./live/token";
import { liveView } from "./live/view";
import { happens } from "./live/watch";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";

/** Without a sample for so long the link counts as lost, ms; one that ran past its end is then over. */
export const LOST_AFTER_MS = 8_000;
const OVER_AFTER_MS = 15_000;
/** A run nobody came back to is ended, and kept as it is; a cool-down that was cut off sooner, ms. */
const GIVEN_UP_MS = 45 * 60_000;
const COOL_GIVEN_UP_MS = 60_000;
/** So long past its own end a run takes what its source still sends, s. */
const PAST_END_S = 600;
const TICK_MS = 1_000;

/** Begins a live run of a job, and the machine that stands in for it where one does. */
export async function begin(jobId: number, body: unknown): Promise<Result<{ runId: number; token: string }>> {
  const begun = await beginLiveRun(jobId, body);
  if (begun.ok) {
    beginTicking();
    const session = await liveSessionOf(begun.value.runId);
    if (session?.live.standIn) resume(session);
  }
  return begun;
}

/** Ends a run by its source: what is on disk is kept as a run. */
export async function endByToken(id: number, token: string): Promise<Result<Acknowledged>> {
  const opened = await openedBy(id, token);
  if (!opened.ok) return opened;
  const session = opened.value;
  if (session.live.closedAt === null) {
    const ended = await end(session);
    if (!ended.ok) return ended;
  }
  return ok(answerTo(session, ""));
}

/** Stops the load by its source; the log goes on. */
export async function stopByToken(id: number, token: string, why: "hand" | "hidden"): Promise<Result<Acknowledged>> {
  const opened = await openedBy(id, token);
  if (!opened.ok) return opened;
  const session = opened.value;
  if (session.live.closedAt !== null) return bad(liveProblem.ended());
  const { phase } = session.state();
  if (phase === "load" || phase === "paused") await happens(session, { atS: session.nowS, what: "stop", why });
  return ok(answerTo(session, ""));
}

async function end(session: LiveSession): Promise<Result<null>> {
  if (!session.began) return dropRun(session);
  if (session.state().phase !== "done") await happens(session, { atS: session.nowS, what: "end", why: "hand" });
  const kept = await finish(session);
  if (kept.ok || kept.problem.code !== "run-ended") return kept;
  // the look once a second was first: it is over as was asked, or says why it could not be kept
  await session.catchUp();
  return session.live.problem ? bad(session.live.problem) : ok(null);
}

async function finish(session: LiveSession): Promise<Result<null>> {
  const { jobId, kind } = session.live;
  const kept = await finishRun(session);
  if (!kept.ok) return kept;
  await afterSaved(jobId, kind, kept.value.paired);
  return ok(null);
}

/** What is asked of a live run from its page. */
export async function actOn(id: number, body: unknown): Promise<Result<{ token?: string }>> {
  const checked = check(LiveActInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const session = await liveSessionOf(id);
  if (!session) return bad(liveProblem.noRun());
  if (session.live.closedAt !== null) return bad(liveProblem.ended());
  const { act } = checked.value;
  const { phase } = session.state();
  if (act === "token") return freshToken(session);
  if (act === "drop") return emptied(await dropRun(session));
  if (act === "end") return emptied(await end(session));
  if (act === "load-now") {
    if (!session.began || phase !== "idle") return bad(liveProblem.notNow("started"));
    await happens(session, { atS: session.nowS, what: "load-now" });
  } else {
    // a stop is never refused: one that comes late changes nothing
    if (!session.began) return emptied(await dropRun(session));
    const why = act === "enough" ? "enough" : "hand";
    if (phase !== "done" && phase !== "cool") await happens(session, { atS: session.nowS, what: "stop", why });
  }
  return ok({});
}

const emptied = (r: Result<null>): Result<Record<string, never>> => (r.ok ? ok({}) : r);

/** A new token for a run whose first was lost; the old one ends. */
async function freshToken(session: LiveSession): Promise<Result<{ token: string }>> {
  const token = newToken();
  const changed = await writing(async (tx) => {
    const live = await findLiveRun(tx, session.id);
    if (!live || live.closedAt !== null) return bad(liveProblem.ended());
    await changeLiveRun(tx, session.id, { token: { hash: hashOf(token), loadKey: loadKeyOf(token) } });
    return ok(null);
  });
  if (!changed.ok) return changed;
  await session.catchUp();
  return ok({ token });
}

/** Whether a load page opens by this key: the first figures of a run's token, which prove nothing more. */
export const hasLoadPage = async (key: string): Promise<boolean> =>
  isLoadKeyShaped(key) && isLoadKey(await database(), key);

/** A battery that is found swollen ends every load of its job: it is never left under one. */
export async function stopForSwollen(jobId: number): Promise<void> {
  for (const live of await openLiveRuns(await database())) {
    const session = live.jobId === jobId ? await liveSessionOf(live.id) : null;
    const phase = session?.state().phase;
    if (session && phase !== "done" && phase !== "cool")
      await happens(session, { atS: session.nowS, what: "stop", why: "swollen" });
  }
}

/** Changes what is known of how a live run is done: the room at its end, say. */
export async function changeLive(id: number, body: unknown): Promise<Result<null>> {
  const checked = check(LiveChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const session = await liveSessionOf(id);
  if (!session) return bad(liveProblem.noRun());
  const changed = await writing(async (tx) => {
    const live = await findLiveRun(tx, id);
    if (!live || live.closedAt !== null) return bad(liveProblem.ended());
    await changeLiveRun(tx, id, { conditions: { ...checked.value.conditions } });
    return ok(null);
  });
  if (changed.ok) await session.catchUp();
  return changed;
}

/** What time does to a run: the link counts as lost, a run that is over is kept. */
export async function tick(session: LiveSession, nowMs = Date.now()): Promise<void> {
  if (session.live.closedAt !== null || !session.began) return;
  const silentMs = nowMs - session.heardMs;
  const state = session.state();
  const happened = (what: "lost" | "end") =>
    happens(session, { atS: session.nowS, what, ...(what === "end" ? { why: "lost" as const } : {}) });
  if (state.phase === "done") {
    const ended = session.happened().some((e) => e.what === "end");
    const overS = session.nowS - (state.loadOffS ?? 0) - session.live.recipe.coolS;
    if (ended || silentMs > OVER_AFTER_MS || overS > PAST_END_S || session.live.standIn !== null) await finish(session);
    return;
  }
  if (state.phase === "load" && session.live.recipe.untilEnough && liveView(session, false).enough)
    await happens(session, { atS: session.nowS, what: "stop", why: "enough" });
  // a cool-down only makes contact surer: one that is cut off is over sooner
  if (silentMs > (state.phase === "cool" ? COOL_GIVEN_UP_MS : GIVEN_UP_MS)) await happened("end");
  else if (silentMs > LOST_AFTER_MS && state.phase !== "paused" && state.phase !== "cool") await happened("lost");
}

/** Looks after every open run once a second, from when the server starts until it ends. */
export function beginTicking(): void {
  // at once, too: runs that went when the server stopped are known again before their sources ask
  regularly("live runs", TICK_MS, tickAll);
}

async function tickAll(): Promise<void> {
  for (const live of await openLiveRuns(await database())) {
    const session = await liveSessionOf(live.id);
    if (!session) continue;
    if (live.standIn !== null) resume(session);
    await tick(session).catch(logged);
  }
}
