import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ready, serve, stop } from "../served";
import { again, liveRun, wholeJob } from "./acts";
import { cannot } from "./disks";
import { imageDisk, mountImage, unmounted } from "./mounts";
import { missing, nothingSaid, saidBy, saidWords, stuckJobs } from "./said";

const PORT = 4397;
const DISK_MB = 512;

/**
 * Loss of power: the database lies on a file system in a file, and that file is copied while everything stands still.
 * What was written and never synced is in the memory of the system alone, and so is not in the copy. The copy is what
 * comes up afterwards: all that was acknowledged before has to be in it.
 */
export async function powerLost(times: number): Promise<boolean | null> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-power-"));
  const [image, next, disk] = ["a.img", "b.img", "disk"].map((n) => join(folder, n)) as [string, string, string];
  if (!imageDisk(image, disk, DISK_MB)) return cannot(folder, "loss of power");
  const base = `http://127.0.0.1:${PORT}`;
  const path = join(disk, "power.db");
  const said = nothingSaid();
  let server: ReturnType<typeof serve> | null = null;
  const lost: string[] = [];
  try {
    for (let n = 1; n <= times; n++) {
      server = serve(path, PORT);
      await ready(PORT);
      const ends = { now: false };
      const work = Promise.all([
        again(ends, (i) => wholeJob({ base, said }, `P${n}.${i}`)),
        again(ends, (i) => wholeJob({ base, said }, `Q${n}.${i}`)),
        again(ends, (i) => liveRun({ base, said }, `PL${n}.${i}`, ends)),
      ]);
      await new Promise((r) => setTimeout(r, 300 + Math.random() * 4000));
      // nothing of the server moves any more, and what it had said until here is what counts
      held(server);
      const then = saidBy(said);
      execFileSync("cp", ["--sparse=always", image, next]);
      ends.now = true;
      stop(server, "SIGKILL");
      await work;
      await new Promise((r) => setTimeout(r, 200));
      unmounted(disk);
      execFileSync("mv", [next, image]);
      if (!mountImage(image, disk)) throw new Error("the disk did not come up again");
      lost.push(...missing(path, then));
      // what was said after it is of a machine that had no power any more
      Object.assign(said, saidBy(then));
      process.stdout.write(n % 10 === 0 ? `${n} ` : ".");
    }
    server = serve(path, PORT);
    await ready(PORT);
    const stuck = await stuckJobs(base, path);
    console.log(`\npower lost ${times} times: the disk keeps what was synced, and nothing else`);
    console.log(`  acknowledged: ${saidWords(said)}`);
    console.log(`  lost, doubled or damaged: ${lost.length}; stuck jobs or pages: ${stuck}`);
    for (const l of lost.slice(0, 10)) console.log(`    ${l}`);
    return lost.length + stuck === 0;
  } finally {
    if (server) stop(server, "SIGKILL");
    await new Promise((r) => setTimeout(r, 300));
    unmounted(disk);
    rmSync(folder, { recursive: true, force: true });
  }
}

function held(server: ReturnType<typeof serve>): void {
  if (server.pid) process.kill(-server.pid, "SIGSTOP");
}
