import { fullDisk, readOnlyDisk } from "./disks";
import { killed } from "./kills";
import { twoServers } from "./pair";
import { powerLost } from "./power";
import { restored } from "./restores";
import { twoTablets } from "./tablets";

const KILLS = 40;
const TABLET_MIN = 10;

const PARTS: Readonly<Record<string, (n: number | undefined) => Promise<boolean | null>>> = {
  kills: (n) => killed(n ?? KILLS),
  restores: (n) => restored(n ?? KILLS),
  power: (n) => powerLost(n ?? 20),
  full: fullDisk,
  "read-only": readOnlyDisk,
  pair: twoServers,
  tablets: (n) => twoTablets(n ?? TABLET_MIN),
};

/**
 * `npm run bench -- crash [part] [times]`: what happens to a workshop. The server is killed at random during all kinds
 * of work, a restore in its middle; power is lost; the disk is full, or cannot be written to; two servers share a
 * database; two tablets lose their link for ten minutes. Everything that was acknowledged has to be there, once, and
 * nothing may be stuck. Needs a build; a part that this machine does not let be tried says so.
 */
export async function benchCrash(args: string[]): Promise<void> {
  const [first, second] = args;
  const part = first !== undefined && first in PARTS ? first : null;
  const times = Number(part === null ? first : second) || undefined;
  const results = new Map<string, boolean | null>();
  for (const [name, run] of Object.entries(PARTS))
    if (part === null || part === name) results.set(name, await run(times));
  const words = [...results].map(([n, good]) => `${n} ${good === null ? "not tried" : good ? "held" : "FAILED"}`);
  console.log(words.join(", "));
  process.exitCode = [...results.values()].includes(false) ? 1 : 0;
}
