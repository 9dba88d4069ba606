import { processWide } from "../../core/base/processWide";

interface Base {
  /** Time of day when the process began to count, ms since 1970. */
  wallMs: number;
  /** The process's own clock at that moment, ms. */
  ownMs: number;
}

const base = processWide<Base>("steady clock");

/**
 * Time of day that never goes back while the process lives, ms since 1970: by the process's own clock from when it
 * began. Who turns the machine's clock back keeps no session alive by it.
 */
export function steadyMs(): number {
  const { wallMs, ownMs } = base.orMake(() => ({ wallMs: Date.now(), ownMs: performance.now() }));
  return Math.floor(wallMs + performance.now() - ownMs);
}
