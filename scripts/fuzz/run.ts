import type { Result } from "../../src/core/base/result";
import { Chance, mutated } from "./mutate";
import { TARGETS, type Target } from "./targets";

/** Something a reader did that it must not. */
export interface Found {
  target: string;
  seed: number;
  what: string;
}

/**
 * A second of a processor, and 200 MB, is the most anything odd may take: a clock would tell how busy the machine is.
 */
const MOST_MS = 1_000;
const MOST_BYTES = 200e6;

/** Reads one odd input; null where it was read or refused in plain words, quickly. */
export async function tried(target: Target, seed: number): Promise<Found | null> {
  const input = mutated(new Chance(seed), target.seeds);
  const found = (what: string): Found => ({ target: target.name, seed, what });
  const before = process.memoryUsage().rss;
  const from = process.cpuUsage();
  let answer: unknown;
  try {
    answer = await target.read(input);
  } catch (e) {
    return found(`threw ${e instanceof Error ? e.message.slice(0, 200) : String(e)}`);
  }
  const used = process.cpuUsage(from);
  const ms = (used.user + used.system) / 1000;
  if (ms > MOST_MS) return found(`took ${Math.round(ms)} ms for ${input.length} bytes`);
  const grown = process.memoryUsage().rss - before;
  if (grown > MOST_BYTES) return found(`took ${Math.round(grown / 1e6)} MB for ${input.length} bytes`);
  if (({} as Record<string, unknown>)["x"] !== undefined) return found("changed what every object has");
  return refusedPlainly(answer) ?? null;

  function refusedPlainly(of: unknown): Found | null {
    if (typeof of !== "object" || of === null || !("ok" in of) || (of as Result<unknown>).ok) return null;
    const { problem } = of as Extract<Result<unknown>, { ok: false }>;
    if (!problem.message || !problem.action) return found("refused without saying what to do");
    const said = `${problem.message} ${problem.action}`;
    if (/\bat .*:\d+:\d+|node_modules|undefined|\[object/.test(said)) return found(`said “${said.slice(0, 160)}”`);
    return said.length > 2_000 ? found(`said ${said.length} letters`) : null;
  }
}

/** Tries every reader in turn, from a seed on, until it may not go on. */
export async function fuzz(
  from: number,
  mayGoOn: (tries: number) => boolean,
): Promise<{ tries: number; found: Found[] }> {
  const found: Found[] = [];
  let tries = 0;
  for (let seed = from; mayGoOn(tries); seed++)
    for (const target of TARGETS) {
      const odd = await tried(target, seed);
      if (odd) found.push(odd);
      tries++;
    }
  return { tries, found };
}
