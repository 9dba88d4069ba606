import type { Knex } from "knex";
import type { Sample } from "../../../core/measure/protocol";
import { bad, ok, type Problem, type Result } from "../../../core/base/result";
import {
  addLiveSamples,
  addLiveSource,
  changeLiveRun,
  openAmong,
  writtenSince,
  type Written,
} from "../../../data/measure/liveRuns";
import { writing } from "../../base/http/write";
import type { LiveSession } from "./liveSession";
import { liveProblem } from "./problems";
import { processWide } from "../../../core/base/processWide";

/** Samples of one source that wait to be written. */
interface Waiting {
  session: LiveSession;
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

const held = processWide<{ waiting: Waiting[]; busy: boolean }>("samples that wait");
const queue = () => held.orMake(() => ({ waiting: [], busy: false }));

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
      for (const { session, waits, now } of kept.value.written) {
        const trouble = await session.took(waits, now).then(
          () => null,
          (e: unknown) => ({ e }),
        );
        for (const w of waits)
          if (trouble) w.failed(trouble.e);
          else w.done(ok(null));
      }
      for (const { wait, problem } of kept.value.refused) wait.done(bad(problem));
    } catch (e) {
      for (const w of all) w.failed(e);
    }
  }
  q.busy = false;
}

interface Kept {
  written: { session: LiveSession; waits: Waiting[]; now: Written }[];
  refused: { wait: Waiting; problem: Problem }[];
}

async function keep(tx: Knex, all: readonly Waiting[]): Promise<Kept> {
  const open = await openAmong(tx, [...new Set(all.map((w) => w.session.id))]);
  const kept = new Map<LiveSession, Waiting[]>();
  const refused: Kept["refused"] = [];
  const sources = new Map<number, Set<string>>();
  for (const wait of all) {
    const { session, source, samples, offsetS } = wait;
    const heard = sources.get(session.id) ?? new Set(session.names());
    sources.set(session.id, heard);
    const waits = kept.get(session) ?? [];
    const before = waits.reduce((n, w) => n + w.samples.length, session.size);
    const problem = !open.has(session.id)
      ? liveProblem.ended()
      : before + samples.length > MOST_SAMPLES
        ? liveProblem.full(MOST_SAMPLES)
        : !heard.has(source) && heard.size >= MOST_SOURCES
          ? liveProblem.tooManySources(MOST_SOURCES)
          : null;
    if (problem) {
      refused.push({ wait, problem });
      continue;
    }
    if (!heard.has(source)) await addLiveSource(tx, session.id, source, offsetS);
    heard.add(source);
    kept.set(session, [...waits, wait]);
  }
  return { written: await write(tx, kept, open), refused };
}

/** Writes all that was taken in as one, and tells of each run what stands there since it was last read. */
async function write(
  tx: Knex,
  kept: ReadonlyMap<LiveSession, Waiting[]>,
  open: ReadonlyMap<number, string | null>,
): Promise<Kept["written"]> {
  if (kept.size === 0) return [];
  const sessions = [...kept.keys()];
  await addLiveSamples(
    tx,
    [...kept].flatMap(([session, waits]) =>
      waits.map(({ source, samples }) => ({ runId: session.id, source, samples })),
    ),
  );
  for (const { id } of sessions)
    if (open.get(id) === null) await changeLiveRun(tx, id, { beganAt: new Date().toISOString() });
  const since = await writtenSince(tx, new Map(sessions.map((b) => [b.id, b.lastId])));
  return [...kept].map(([session, waits]) => ({
    session,
    waits,
    now: since.get(session.id) ?? { count: 0, lastId: session.lastId },
  }));
}
