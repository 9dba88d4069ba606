import { monitorEventLoopDelay, type IntervalHistogram } from "node:perf_hooks";
import { processWide } from "../../../core/base/processWide";

/** How late the thread that answers was, ms. */
export interface LoopDelay {
  median: number;
  p99: number;
  most: number;
}

interface Watch {
  clock: IntervalHistogram;
  /** Of the last whole minute; null in the first. */
  last: LoopDelay | null;
}

const RESOLUTION_MS = 5;
const MINUTE_MS = 60_000;
const held = processWide<Watch>("loop delay");

/** Watches how late the thread that answers is, from when the server starts. */
export function watchLoopDelay(): void {
  if (held.get()) return;
  const clock = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  clock.enable();
  const watch: Watch = { clock, last: null };
  held.set(watch);
  setInterval(() => {
    watch.last = told(clock);
    clock.reset();
  }, MINUTE_MS).unref();
}

/** How late it was in the last whole minute, and since then; null where nobody watches. */
export function loopDelay(): { lastMinute: LoopDelay | null; now: LoopDelay } | null {
  const watch = held.get();
  return watch ? { lastMinute: watch.last, now: told(watch.clock) } : null;
}

/** The clock counts its own step as well: what is over it is late. */
function told(clock: IntervalHistogram): LoopDelay {
  const late = (ns: number) => Math.max(0, Math.round((ns / 1e6 - RESOLUTION_MS) * 10) / 10);
  return { median: late(clock.percentile(50)), p99: late(clock.percentile(99)), most: late(clock.max) };
}
