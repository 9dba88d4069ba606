import {
  isLoading,
  readSamples,
  remainingS,
  type Recipe,
  type RunState,
  type Sample,
} from "../../../core/measure/protocol";
import { bad, ok, type Result } from "../../../core/base/result";
import { liveRunByToken } from "../../../data/measure/liveRuns";
import { database } from "../../../data/base/connection";
import { textBody, type Incoming } from "../../base/http/body";
import { liveSessionOf, type LiveSession } from "./liveSession";
import { liveProblem } from "./problems";
import { hashOf, isToken } from "./token";
import { written } from "./flush";
import { happens, watch } from "./watch";

/** Of one request: bytes and samples. */
const BODY_LIMIT = 2_000_000;
const MOST_AT_ONCE = 20_000;

/** What a source is answered: what of it is on disk, and what the run asks of it now. */
export interface Acknowledged {
  /** Highest number on disk, −1 before the first. */
  acknowledged: number;
  /** Numbers under it that never came, as ranges: they are asked for. */
  missing: [number, number][];
  state: "waiting" | RunState["phase"];
  /** How hard each chip is to be worked now, 0 to 1; null where the load rests. */
  load: { cpu: number; gpu: number; drive: boolean } | null;
  /** Until this phase ends, and until the run is over, s. */
  leftS: number | null;
  remainingS: number | null;
  /** Clock of the run now, s. */
  nowS: number;
}

/** A live run that a token opens. */
export async function openedBy(id: number, token: string): Promise<Result<LiveSession>> {
  const session = await liveSessionOf(id);
  if (!session) return bad(liveProblem.noRun());
  if (!isToken(token, session.live.tokenHash)) return bad(liveProblem.noToken());
  return ok(session);
}

/** The run a token opens, for a page that was given nothing else. */
export async function runOfToken(token: string): Promise<Result<{ runId: number; kind: string; recipe: Recipe }>> {
  const live = token === "" ? null : await liveRunByToken(await database(), hashOf(token));
  if (!live) return bad(liveProblem.noToken());
  return ok({ runId: live.id, kind: live.kind, recipe: live.recipe });
}

/** How a run stands for one of its sources. */
export function answerTo(session: LiveSession, source: string): Acknowledged {
  const state = session.state();
  const { recipe } = session.live;
  const { acknowledged, missing } = session.acknowledged(source);
  const closed = session.live.closedAt !== null;
  const works = !closed && isLoading(state);
  return {
    acknowledged,
    missing,
    state: closed ? "done" : session.began ? state.phase : "waiting",
    load: works ? { cpu: recipe.cpu, gpu: recipe.gpu, drive: recipe.drive } : null,
    leftS: closed ? 0 : state.leftS,
    remainingS: closed ? 0 : remainingS(recipe, state),
    nowS: session.nowS,
  };
}

/**
 * Takes samples of one source in. What is answered is on disk; a number that came before is not stored again, and what
 * is missing below the highest is asked for.
 */
export async function takeSamples(
  id: number,
  token: string,
  source: string,
  request: Incoming,
): Promise<Result<Acknowledged>> {
  if (!/^[a-z0-9-]{0,20}$/.test(source)) return bad(liveProblem.badSource());
  const opened = await openedBy(id, token);
  if (!opened.ok) return opened;
  const session = opened.value;
  if (session.live.closedAt !== null) return bad(liveProblem.ended());
  const read = readSamples(await textBody(request, BODY_LIMIT));
  if (!read.ok) return read;
  if (read.value.length > MOST_AT_ONCE) return bad(liveProblem.tooMany(MOST_AT_ONCE));
  const wait = session.meter.take(read.value.length);
  if (wait > 0) return bad(liveProblem.tooFast(wait));
  return saveSamples(session, source, read.value);
}

/** Writes samples of a source, says what came back after a lost link, and looks whether the load must end. */
export async function saveSamples(
  session: LiveSession,
  source: string,
  samples: readonly Sample[],
): Promise<Result<Acknowledged>> {
  const fresh = session.unseen(source, samples);
  const silentMs = Date.now() - session.heardMs;
  if (samples.length > 0) session.heardMs = Date.now();
  if (fresh.length > 0) {
    const offsetS = session.knows(source) ? 0 : offsetFor(session, fresh, silentMs);
    const kept = await written({ session, source, samples: fresh, offsetS });
    if (!kept.ok) return kept;
    if (session.state().phase === "paused") await happens(session, { atS: session.nowS, what: "back" });
    await watch(session);
  }
  return ok(answerTo(session, source));
}

/**
 * What brings a new source's clock to that of the run, s: the first source's clock begins at 0; the newest reading of a
 * later one is of now.
 */
function offsetFor(session: LiveSession, samples: readonly Sample[], silentMs: number): number {
  const times = samples.map((s) => s.t);
  if (!session.began) return -Math.min(...times);
  return session.nowS + (silentMs / 1000) * session.speed - Math.max(...times);
}
