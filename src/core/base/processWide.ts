/**
 * The one window onto what a whole process holds: a framework loads modules several times over, each in a world of its
 * own, and a database, a queue or a pool must be one for all of them. Nothing else is global.
 */
const window = globalThis as unknown as { ovrant?: Map<string, unknown> };
const held = (): Map<string, unknown> => (window.ovrant ??= new Map<string, unknown>());

/** A place for one thing of the process. */
export interface Cell<T> {
  get: () => T | undefined;
  set: (value: T) => void;
  clear: () => void;
  /** What it holds; made first where it holds nothing. */
  orMake: (make: () => T) => T;
}

/**
 * The place of a thing by its name.
 *
 * @example
 * const pool = processWide<Piscina>("pool");
 * pool.orMake(() => new Piscina(options)).run(task);
 */
export const processWide = <T>(name: string): Cell<T> => ({
  get: () => held().get(name) as T | undefined,
  set: (value) => void held().set(name, value),
  clear: () => void held().delete(name),
  orMake: (make) => {
    if (!held().has(name)) held().set(name, make());
    return held().get(name) as T;
  },
});

/** For tests: work begins in a process that holds nothing yet but what is named, and goes on in the one it was. */
export function freshProcess(but: readonly string[] = []): () => void {
  const was = window.ovrant;
  window.ovrant = new Map([...(was ?? [])].filter(([name]) => but.includes(name)));
  return () => {
    if (was) window.ovrant = was;
    else delete window.ovrant;
  };
}
