import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { LRUCache } from "lru-cache";
import { Piscina } from "piscina";
import type { JudgeAnswers, JudgeRequest } from "./judge";
import { TASKS, type TaskInput, type TaskName, type TaskOutput } from "./tasks";
import { processWide } from "../core/base/processWide";

/** The threads' code as a bundle, made with the command. */
const BUNDLE = join(process.cwd(), "dist/cli/threads.mjs");

/** More work than this waits for nobody: who asks for more is told that it failed, and asks again. */
const MOST_WAITING = 2_000;

/** Threads that do heavy work, started when first asked; one that dies is replaced, and only its own task fails. */
export function poolOf(bundle: string): Piscina {
  return new Piscina({
    filename: bundle,
    minThreads: 1,
    // one core is left to the thread that answers
    maxThreads: Math.max(1, Math.min(4, availableParallelism() - 1)),
    idleTimeout: 60_000,
    maxQueue: MOST_WAITING,
  });
}

const pool = processWide<Piscina>("pool");
const inPlace = processWide<true>("all in place");

/** From here on this process does its tasks where they are asked for: it answers nobody meanwhile. */
export const allInPlace = (): void => inPlace.set(true);
export const isAllInPlace = (): boolean => inPlace.get() ?? false;

/**
 * Does a task off the thread that answers requests. While developing and under test it is done in place: the bundle
 * would be of older sources.
 */
export async function inThread<N extends TaskName>(task: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
  if (process.env.NODE_ENV !== "production" || inPlace.get() || !existsSync(BUNDLE))
    return (TASKS[task] as (of: TaskInput<N>) => TaskOutput<N>)(input);
  return pool.orMake(() => poolOf(BUNDLE)).run({ task, input }) as Promise<TaskOutput<N>>;
}

/** How many tasks wait for a thread. */
export const tasksWaiting = (): number => pool.get()?.queueSize ?? 0;

/** Asks the judge. */
export const judged = <K extends JudgeRequest["kind"]>(
  ask: Extract<JudgeRequest, { kind: K }>,
): Promise<JudgeAnswers[K]> => inThread("judge", ask) as Promise<JudgeAnswers[K]>;

/** Answers of late, by what they were asked with. */
const remembered = new LRUCache<string, Promise<unknown>>({ max: 600 });

/**
 * The same, remembered by a key that names its inputs whole: asked again it is not done again, and who asks meanwhile
 * waits for the same. Failures are not remembered.
 */
export function rememberedInThread<N extends TaskName>(
  task: N,
  key: string,
  input: () => TaskInput<N> | Promise<TaskInput<N>>,
): Promise<TaskOutput<N>> {
  const of = `${task}:${key}`;
  const known = remembered.get(of);
  if (known) return known as Promise<TaskOutput<N>>;
  const asked = Promise.resolve()
    .then(input)
    .then((i) => inThread(task, i));
  remembered.set(of, asked);
  asked.catch(() => remembered.delete(of));
  return asked;
}
