import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { openDatabase } from "../../src/data/base/connection";
import { migrationSource } from "../../src/data/base/migrations";
import { ready, serve, stop } from "../served";
import { again, backUp, bringIn, liveRun, signedAgain, wholeJob, type Place } from "./acts";
import { brokenBackups, missing, nothingSaid, saidWords, stuckJobs } from "./said";

const PORT = 4393;

const sleep = (ms: number) => new Promise((r) => setTimeout(r, ms));

/** A job of the demo as another workshop would send it. */
export function demoBundle(folder: string): Uint8Array {
  const env = { ...process.env, OVRANT_DB: join(folder, "demo.db") };
  execFileSync(process.execPath, ["bin/ovrant.mjs", "demo"], { env, stdio: "ignore" });
  const to = join(folder, "job.zip");
  execFileSync(process.execPath, ["bin/ovrant.mjs", "export", "--job", "1", to], { env, stdio: "ignore" });
  return readFileSync(to);
}

/** All that goes on in a workshop, until told to end: jobs and their signatures, live runs, imports, back-ups. */
export function atWork(place: Place, bundle: Uint8Array, tag: string, ends: { now: boolean }): Promise<unknown> {
  return Promise.all([
    again(ends, (n) => wholeJob(place, `A${tag}.${n}`)),
    again(ends, (n) => wholeJob(place, `B${tag}.${n}`)),
    again(ends, (n) => signedAgain(place, `S${tag}.${n}`, ends)),
    again(ends, (n) => liveRun(place, `L${tag}.${n}`, ends)),
    again(ends, (n) => bringIn(place, bundle, `I${tag}.${n}`)),
    again(ends, async () => {
      await backUp(place);
      await sleep(300);
    }),
  ]);
}

/**
 * The server is killed at random while logs are stored and judged, jobs signed, brought in and backed up, live runs fed
 * and migrations run. Afterwards everything that was acknowledged is there once, and nothing is stuck.
 */
export async function killed(kills: number): Promise<boolean> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-crash-"));
  const path = join(folder, "crash.db");
  const base = `http://127.0.0.1:${PORT}`;
  const said = nothingSaid();
  let migrations = 0;
  try {
    const bundle = demoBundle(folder);
    for (let kill = 1; kill <= kills; kill++) {
      // every eighth time the database is one of an older version: it is killed while that is brought up to date
      const migrates = kill % 8 === 0;
      if (migrates) await takeBack(path);
      const server = serve(path, PORT);
      if (migrates) {
        await sleep(300 + Math.random() * 900);
        migrations++;
      } else {
        await ready(PORT);
        const ends = { now: false };
        const work = atWork({ base, said }, bundle, String(kill), ends);
        await sleep(400 + Math.random() * 11_000);
        ends.now = true;
        stop(server, "SIGKILL");
        await work;
      }
      stop(server, "SIGKILL");
      await sleep(150);
      process.stdout.write(kill % 10 === 0 ? `${kill} ` : ".");
    }
    const server = serve(path, PORT);
    await ready(PORT);
    const lost = missing(path, said);
    const broken = brokenBackups(join(folder, "backups"), said);
    const stuck = await stuckJobs(base, path);
    stop(server, "SIGTERM");
    console.log(`\nkilled ${kills} times, ${migrations} of them while a database was brought up to date`);
    console.log(`  acknowledged: ${saidWords(said)}`);
    console.log(`  lost or doubled: ${lost.length}; broken back-ups: ${broken.length}; stuck jobs or pages: ${stuck}`);
    for (const l of [...lost, ...broken].slice(0, 10)) console.log(`    ${l}`);
    return lost.length + broken.length + stuck === 0;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Makes the database one of the version before the last two migrations, which hold nothing that was acknowledged. */
async function takeBack(path: string): Promise<void> {
  const db = await openDatabase(path);
  await db.migrate.down({ migrationSource });
  await db.migrate.down({ migrationSource });
  await db.destroy();
}
