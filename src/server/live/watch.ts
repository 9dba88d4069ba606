import { stopCall, type RunEvent } from "../../core/protocol";
import { ok } from "../../core/result";
import { addLiveEvent } from "../../data/liveRuns";
import { writing } from "../requests/write";
import type { Book } from "./book";

/** Writes that something happened in a run, and knows it from there. */
export async function happens(book: Book, e: RunEvent): Promise<void> {
  await writing(async (tx) => ok(await addLiveEvent(tx, book.id, e)));
  await book.catchUp();
}

/** Ends the load where a chip, the drive or the base stands too hot, or the chips are no longer read. */
export async function watch(book: Book): Promise<void> {
  const { phase } = book.state();
  if (phase !== "load" && phase !== "idle") return;
  const call = stopCall(book.run(), book.live.limits);
  if (!call || (phase === "idle" && call.why === "no-reading")) return;
  await happens(book, { atS: book.nowS, what: "stop", why: call.why });
}
