import { stopCall, type RunEvent } from "../../../core/measure/protocol";
import { ok } from "../../../core/base/result";
import { addLiveEvent } from "../../../data/measure/liveRuns";
import { writing } from "../../base/http/write";
import type { LiveSession } from "./liveSession";

/** Writes that something happened in a run, and knows it from there. */
export async function happens(book: LiveSession, e: RunEvent): Promise<void> {
  await writing(async (tx) => ok(await addLiveEvent(tx, book.id, e)));
  await book.catchUp();
}

/** So much of a run tells whether its load must end, s: longer than any of its rules looks back. */
const LOOKED_AT_S = 60;

/** Ends the load where a chip, the drive or the base stands too hot, or the chips are no longer read. */
export async function watch(book: LiveSession): Promise<void> {
  const { phase } = book.state();
  if (phase !== "load" && phase !== "idle") return;
  const call = stopCall(book.tail(LOOKED_AT_S), book.live.limits);
  if (!call || (phase === "idle" && call.why === "no-reading")) return;
  await happens(book, { atS: book.nowS, what: "stop", why: call.why });
}
