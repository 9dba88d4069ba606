import { processWide } from "../../../core/base/processWide";

/** A failure nobody waits for is logged. */
export const logged = (e: unknown): null => {
  console.error(e);
  return null;
};

interface Background {
  works: Set<Promise<unknown>>;
  clocks: Map<string, NodeJS.Timeout>;
  ends: boolean;
}

const held = processWide<Background>("background");
const background = (): Background => held.orMake(() => ({ works: new Set(), clocks: new Map(), ends: false }));

/** Lets work go on that nobody waits for; what fails in it is logged. */
export function backgroundTask(work: Promise<unknown>): void {
  const { works } = background();
  const over = work.catch(logged).finally(() => works.delete(over));
  works.add(over);
}

/**
 * Has something done at once and every so often, from when it is first asked for until the server ends; a turn that
 * takes longer than that holds up the next.
 *
 * @param name one clock of a name goes, however often it is asked for
 * @param everyMs ms
 */
export function regularly(name: string, everyMs: number, work: () => Promise<unknown>): void {
  const { clocks } = background();
  if (clocks.has(name)) return;
  let busy = false;
  const turn = () => {
    if (busy) return;
    busy = true;
    backgroundTask(work().finally(() => (busy = false)));
  };
  const clock = setInterval(turn, everyMs);
  clock.unref();
  clocks.set(name, clock);
  turn();
}

/** Stops the clocks, and resolves when nothing is on its way: the database may be closed then. */
export async function backgroundOver(): Promise<void> {
  const all = background();
  const { works, clocks } = all;
  all.ends = true;
  for (const clock of clocks.values()) clearInterval(clock);
  clocks.clear();
  while (works.size > 0) await Promise.all(works);
  all.ends = false;
}

/** Whether work that goes on and on is to end. */
export const backgroundEnds = (): boolean => background().ends;
