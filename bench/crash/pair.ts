import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ready, serve, stop } from "../served";
import { again, liveRun, wholeJob } from "./acts";
import { missing, nothingSaid, saidWords, stuckJobs } from "./said";

const PORTS = [4398, 4399] as const;
const SECONDS = 20;

/** Two servers on one database, at work at once; one is killed half way and comes back. */
export async function twoServers(): Promise<boolean> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-pair-"));
  const path = join(folder, "pair.db");
  const said = nothingSaid();
  const codes = new Map<string, number>();
  const servers = PORTS.map((p) => serve(path, p));
  try {
    await Promise.all(PORTS.map(ready));
    const ends = { now: false };
    const refused = (code: string) => void codes.set(code, (codes.get(code) ?? 0) + 1);
    const work = Promise.all(
      PORTS.flatMap((port) => {
        const place = { base: `http://127.0.0.1:${port}`, said, refused };
        return [
          again(ends, (n) => wholeJob(place, `A${port}.${n}`)),
          again(ends, (n) => wholeJob(place, `B${port}.${n}`)),
          again(ends, (n) => liveRun(place, `L${port}.${n}`, ends)),
        ];
      }),
    );
    await new Promise((r) => setTimeout(r, SECONDS * 500));
    if (servers[1]) stop(servers[1], "SIGKILL");
    servers[1] = serve(path, PORTS[1]);
    await ready(PORTS[1]);
    await new Promise((r) => setTimeout(r, SECONDS * 500));
    ends.now = true;
    await work;
    const lost = missing(path, said);
    const stuck = (await Promise.all(PORTS.map((p) => stuckJobs(`http://127.0.0.1:${p}`, path)))).reduce(
      (a, b) => a + b,
    );
    console.log(`two servers on one database, one killed half way, ${SECONDS} s`);
    console.log(`  acknowledged: ${saidWords(said)}`);
    const list = [...codes].map(([code, n]) => `${code} ${n}`).join(", ") || "none";
    console.log(`  refusals: ${list}; lost or doubled: ${lost.length}; stuck jobs or pages: ${stuck}`);
    for (const l of lost.slice(0, 10)) console.log(`    ${l}`);
    return lost.length + stuck === 0;
  } finally {
    for (const s of servers) stop(s, "SIGKILL");
    await new Promise((r) => setTimeout(r, 300));
    rmSync(folder, { recursive: true, force: true });
  }
}
