import { stopCall, type RunEvent } from "../../../core/measure/protocol";
import { ok } from "../../../core/base/result";
import { addLiveEvent } from "../../../data/measure/liveRuns";
import { writing } from "../../base/http/write";
import type { LiveSession } from "./liveSession";

/** Writes that something happened in a run, and knows it from there. */
export async function happens(session: LiveSession, e: RunEvent): Promise<void> {
  await writing(async (tx) => ok(await addLiveEvent(tx, session.id, e)));
  await session.catchUp();
}

/** So much of a run tells whether its load must end, s: longer than any of its rules looks back. */
const LOOKED_AT_S = 60;

/** Ends the load where a chip, the drive or the base stands too hot, or the chips are no longer read. */
export async function watch(session: LiveSession): Promise<void> {
  const { phase } = session.state();
  if (phase !== "load" && phase !== "idle") return;
  const call = stopCall(session.tail(LOOKED_AT_S), session.live.limits);
  if (!call || (phase === "idle" && call.why === "no-reading")) return;
  await happens(session, { atS: session.nowS, what: "stop", why: call.why });
}
