import { spawn } from "node:child_process";
import { copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { backUp, holdsOf } from "../../src/data/base/backup";
import { openDatabase } from "../../src/data/base/connection";

/** So much is put beside what a workshop holds, that copying it takes long enough to be met in the middle. */
const BALLAST_MB = 160;

/**
 * A restore is killed at random: at every moment a whole database stands under its name, the one from before or the one
 * from the copy, and nothing of what was put aside is gone. Then a restore goes through.
 */
export async function restored(kills: number): Promise<boolean> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-restore-"));
  const [path, copy, own] = ["ovrant.db", "copy.db", "own.db"].map((n) => join(folder, n)) as [string, string, string];
  try {
    await made(own, "OWN", 4);
    await made(copy, "COPY", BALLAST_MB);
    const wholeMs = await timed(path, own, copy);
    const found = { own: 0, copy: 0, none: 0, damaged: 0 };
    for (let kill = 1; kill <= kills; kill++) {
      cleared(folder, path);
      copyFileSync(own, path);
      await restore(path, copy, wholeMs * (0.3 + 0.75 * Math.random()));
      found[whose(path)]++;
      // what was put aside is whole as well
      for (const name of readdirSync(folder).filter((n) => n.includes(".aside-") && !/-(wal|shm)$/.test(n)))
        if (whose(join(folder, name)) !== "own") found.damaged++;
      process.stdout.write(kill % 10 === 0 ? `${kill} ` : ".");
    }
    const ended = await restore(path, copy, Infinity);
    const good = ended === 0 && whose(path) === "copy";
    console.log(`\na restore was killed ${kills} times, one takes ${Math.round(wholeMs)} ms`);
    console.log(`  stood there after it: as before ${found.own}, the copy ${found.copy}`);
    console.log(
      `  none ${found.none}, damaged ${found.damaged}; one after that ${good ? "went through" : "did not end"}`,
    );
    return good && found.none + found.damaged === 0;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function made(path: string, tag: string, ballastMb: number): Promise<void> {
  const db = await openDatabase(path);
  await db("machines").insert({ tag, model: "Crash 15", created_at: new Date().toISOString() });
  await db.destroy();
  const raw = new Database(path);
  raw.pragma("journal_mode = DELETE");
  raw.exec("CREATE TABLE ballast (bytes BLOB)");
  const put = raw.prepare("INSERT INTO ballast VALUES (randomblob(1000000))");
  for (let i = 0; i < ballastMb; i++) put.run();
  raw.close();
  const whole = await backUp(path, `${path}.whole`);
  if (!whole.ok) throw new Error(whole.problem.message);
  copyFileSync(`${path}.whole`, path);
}

/** How long a whole restore takes, ms. */
async function timed(path: string, own: string, copy: string): Promise<number> {
  copyFileSync(own, path);
  const from = performance.now();
  await restore(path, copy, Infinity);
  return performance.now() - from;
}

/** Runs the command, and kills it after so long; gives back what it ended with. */
function restore(path: string, copy: string, killAfterMs: number): Promise<number | null> {
  const command = spawn(process.execPath, ["bin/ovrant.mjs", "restore", copy, "--replace"], {
    env: { ...process.env, OVRANT_DB: path },
    stdio: ["ignore", "ignore", killAfterMs === Infinity ? "inherit" : "ignore"],
  });
  const kill = killAfterMs === Infinity ? undefined : setTimeout(() => command.kill("SIGKILL"), killAfterMs);
  return new Promise((done) =>
    command.once("exit", (code) => {
      clearTimeout(kill);
      done(code);
    }),
  );
}

function whose(path: string): "own" | "copy" | "none" | "damaged" {
  if (!existsSync(path)) return "none";
  if (!holdsOf(path).ok) return "damaged";
  const db = new Database(path, { readonly: true });
  const tag = (db.prepare("SELECT tag FROM machines").get() as { tag: string } | undefined)?.tag;
  db.close();
  return tag === "OWN" ? "own" : tag === "COPY" ? "copy" : "damaged";
}

function cleared(folder: string, path: string): void {
  for (const name of readdirSync(folder)) if (join(folder, name).startsWith(path)) rmSync(join(folder, name));
}
