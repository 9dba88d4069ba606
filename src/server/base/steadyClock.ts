import { processWide } from "../../core/base/processWide";

interface Base {
  /** Time of day when the process began to count, ms since 1970. */
  wallMs: number;
  /** The process's own clock at that moment, ms. */
  ownMs: number;
}

const base = processWide<Base>("steady clock");

/**
 * Time of day that never goes back while the process lives, ms since 1970: who turns the machine's clock back keeps no
 * session alive by it. It follows the clock forward, also over a sleep, in which the process's own clock stands.
 */
export function steadyMs(): number {
  const { wallMs, ownMs } = base.orMake(() => ({ wallMs: Date.now(), ownMs: performance.now() }));
  const own = wallMs + performance.now() - ownMs;
  const wall = Date.now();
  if (wall <= own) return Math.floor(own);
  base.set({ wallMs: wall, ownMs: performance.now() });
  return wall;
}
