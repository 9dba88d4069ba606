import type { Knex } from "knex";
import type { Sample } from "../../core/protocol";
import { bad, ok, type Result } from "../../core/result";
import {
  addLiveSamples,
  addLiveSource,
  changeLiveRun,
  openAmong,
  writtenSince,
  type Written,
} from "../../data/liveRuns";
import { writing } from "../requests/write";
import type { Book } from "./book";
import { liveProblem } from "./problems";

/** Samples of one source that wait to be written. */
interface Waiting {
  book: Book;
  source: string;
  samples: readonly Sample[];
  /** What brings the source's clock to that of the run, where it is new, s. */
  offsetS: number;
  done: (r: Result<null>) => void;
  failed: (e: unknown) => void;
}

/** Of one run. */
const MOST_SAMPLES = 500_000;
const MOST_SOURCES = 4;

const shared = globalThis as unknown as { ovrantFlush?: { waiting: Waiting[]; busy: boolean } };
const queue = () => (shared.ovrantFlush ??= { waiting: [], busy: false });

/**
 * Writes samples of a source. What comes while another write is under way is written together with all that waits, in
 * one transaction: twenty sources cost the disk as much as one.
 */
export function written(of: Omit<Waiting, "done" | "failed">): Promise<Result<null>> {
  const q = queue();
  return new Promise((done, failed) => {
    q.waiting.push({ ...of, done, failed });
    if (!q.busy) void flush(q);
  });
}

async function flush(q: { waiting: Waiting[]; busy: boolean }): Promise<void> {
  q.busy = true;
  while (q.waiting.length > 0) {
    const all = q.waiting.splice(0);
    try {
      const kept = await writing(async (tx) => ok(await keep(tx, all)));
      if (!kept.ok) throw new Error(kept.problem.message);
      // on disk now: only now is it known, and only what was written
      for (const [i, w] of all.entries()) {
        const r = kept.value[i];
        if (!r?.ok) w.done(r ?? bad(liveProblem.ended()));
        else if (await w.book.took(w, r.value).then(() => false, w.failed)) continue;
        else w.done(ok(null));
      }
    } catch (e) {
      for (const w of all) w.failed(e);
    }
  }
  q.busy = false;
}

async function keep(tx: Knex, all: readonly Waiting[]): Promise<Result<Written>[]> {
  const open = await openAmong(tx, [...new Set(all.map((w) => w.book.id))]);
  const out: Result<Written>[] = [];
  const begun = new Set<number>();
  const sources = new Map<number, Set<string>>();
  for (const { book, source, samples, offsetS } of all) {
    const heard = sources.get(book.id) ?? new Set(book.names());
    sources.set(book.id, heard);
    if (!open.has(book.id)) {
      out.push(bad(liveProblem.ended()));
      continue;
    }
    if (book.size + samples.length > MOST_SAMPLES) {
      out.push(bad(liveProblem.full(MOST_SAMPLES)));
      continue;
    }
    if (!heard.has(source)) {
      if (heard.size >= MOST_SOURCES) {
        out.push(bad(liveProblem.tooManySources(MOST_SOURCES)));
        continue;
      }
      heard.add(source);
      await addLiveSource(tx, book.id, source, offsetS);
    }
    await addLiveSamples(tx, book.id, source, samples);
    if (open.get(book.id) === null && !begun.has(book.id)) {
      begun.add(book.id);
      await changeLiveRun(tx, book.id, { beganAt: new Date().toISOString() });
    }
    out.push(ok(await writtenSince(tx, book.id, book.lastId)));
  }
  return out;
}
