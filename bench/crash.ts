import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { openDatabase } from "../src/data/connection";
import { migrationSource } from "../src/data/migrations";
import { demoText } from "../src/demo/load";
import { lanternRow } from "../src/demo/scenario";
import { planFor } from "../src/testing/plans";
import { ready, serve, stop } from "./served";

const PORT = 4393;
const KILLS = 40;

/** What the server said it had, and must have after any end. */
interface Acknowledged {
  runs: Set<string>;
  entries: Set<string>;
  lots: Set<string>;
  machines: Set<string>;
}

let serial = 0;
const freshId = () => (++serial).toString(16).padStart(32, "0");

/**
 * `npm run bench -- crash [kills]`: the server is killed at random while logs are stored and judged, steps and lots are
 * kept, and migrations run. Afterwards everything that was acknowledged must be there, and nothing may be stuck: every
 * pair of runs gets its verdict, every page of it opens. Needs a build.
 */
export async function benchCrash(args: string[]): Promise<void> {
  const kills = Number(args[0] ?? KILLS);
  const folder = mkdtempSync(join(tmpdir(), "ovrant-crash-"));
  const path = join(folder, "crash.db");
  const base = `http://127.0.0.1:${PORT}`;
  const said: Acknowledged = { runs: new Set(), entries: new Set(), lots: new Set(), machines: new Set() };
  const counts = { lost: 0, stuck: 0, migrations: 0 };
  try {
    for (let kill = 1; kill <= kills; kill++) {
      // every eighth time the database is one of an older version: it is killed while that is brought up to date
      const old = kill % 8 === 0;
      if (old) await takeBack(path);
      const server = serve(path, PORT);
      if (old) {
        await new Promise((r) => setTimeout(r, 300 + Math.random() * 900));
        counts.migrations++;
      } else {
        await ready(PORT);
        const ends = { now: false };
        const work = Promise.all(Array.from({ length: 4 }, (_, i) => busy(base, kill * 10 + i, said, ends)));
        await new Promise((r) => setTimeout(r, 400 + Math.random() * 4000));
        ends.now = true;
        stop(server, "SIGKILL");
        await work;
      }
      stop(server, "SIGKILL");
      await new Promise((r) => setTimeout(r, 150));
      process.stdout.write(kill % 10 === 0 ? `${kill} ` : ".");
    }
    const server = serve(path, PORT);
    await ready(PORT);
    counts.lost = missing(path, said);
    counts.stuck = await stuckJobs(base, path);
    stop(server, "SIGTERM");
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const [machines, runs, entries, lots] = [said.machines, said.runs, said.entries, said.lots].map((s) => s.size);
  console.log(`\n${kills} kills, ${counts.migrations} of them while a database was brought up to date`);
  console.log(`acknowledged: ${machines} machines, ${runs} runs, ${entries} steps, ${lots} lots`);
  console.log(`lost: ${counts.lost}; stuck jobs or pages: ${counts.stuck}`);
  process.exitCode = counts.lost || counts.stuck ? 1 : 0;
}

/** Makes the database one of the version before the last two migrations. */
async function takeBack(path: string): Promise<void> {
  const db = await openDatabase(path);
  await db.migrate.down({ migrationSource });
  await db.migrate.down({ migrationSource });
  await db.destroy();
}

/** A technician in a hurry: takes a machine in, keeps both logs, steps and lots, until the server ends. */
async function busy(base: string, seed: number, said: Acknowledged, ends: { now: boolean }): Promise<void> {
  for (let n = 0; !ends.now; n++) {
    try {
      await oneJob(base, `${seed}-${n}`, said);
    } catch {
      // the server ended in the middle: what it did not acknowledge is no loss
    }
  }
}

async function oneJob(base: string, tag: string, said: Acknowledged): Promise<void> {
  const post = async <T>(url: string, body: unknown): Promise<T | null> => {
    const answer = await fetch(base + url, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
    const said = (await answer.json()) as { ok: boolean; value: T };
    return said.ok ? said.value : null;
  };
  const intake = { tag: `C${tag}`, model: "Crash 15", complaint: "hot", environment: "lint", form: "fifteen" };
  const taken = await post<{ jobId: number }>("/api/intake", intake);
  if (!taken) return;
  said.machines.add(intake.tag);
  const own = lanternRow[0];
  for (const kind of ["before", "after"] as const) {
    const run = own?.[kind];
    if (own && run && (await keepLog(base, taken.jobId, kind, demoText(own.rig, run))))
      said.runs.add(`${taken.jobId}.${kind}`);
    const entries = Array.from({ length: 3 }, (_, i) => ({
      id: freshId(),
      at: new Date().toISOString(),
      stage: "open",
      step: `open:${kind}${i}`,
      act: "done",
      value: "",
      reason: "",
    }));
    if (await post(`/api/jobs/${taken.jobId}/journal`, { entries })) for (const e of entries) said.entries.add(e.id);
    const lot = { kind: "swab", name: `Lot ${tag}${kind}`, lot: "1", amount: 10, price: 1 };
    if (await post("/api/materials/lots", lot)) said.lots.add(lot.name);
  }
}

async function keepLog(base: string, jobId: number, kind: string, text: string): Promise<boolean> {
  const head = {
    jobId,
    kind,
    name: `${kind}.csv`,
    bytes: Buffer.byteLength(text),
    plan: planFor(text),
    phases: null,
    conditions: { roomStartC: 22, roomEndC: 22 },
    anyway: true,
  };
  const answer = await fetch(`${base}/api/runs`, { method: "POST", body: `${JSON.stringify(head)}\n${text}` });
  return ((await answer.json()) as { ok: boolean }).ok;
}
/** What was acknowledged and is not there. */
function missing(path: string, said: Acknowledged): number {
  const db = new Database(path, { readonly: true });
  const has = (sql: string) => new Set((db.prepare(sql).all() as { k: string }[]).map((r) => String(r.k)));
  const gone = (all: Set<string>, here: Set<string>) => [...all].filter((k) => !here.has(k)).length;
  const lost =
    gone(said.machines, has("SELECT tag AS k FROM machines")) +
    gone(said.runs, has("SELECT job_id || '.' || kind AS k FROM runs WHERE replaced_at IS NULL")) +
    gone(said.entries, has("SELECT id AS k FROM journal")) +
    gone(said.lots, has("SELECT name AS k FROM lots"));
  db.close();
  return lost;
}

/** Jobs with both runs that get no verdict, and pages that do not open. */
async function stuckJobs(base: string, path: string): Promise<number> {
  const db = new Database(path, { readonly: true });
  const pairs = db
    .prepare("SELECT job_id AS id FROM runs WHERE replaced_at IS NULL GROUP BY 1 HAVING count(*) = 2")
    .all();
  db.close();
  let stuck = 0;
  for (const { id } of pairs as { id: number }[]) {
    const judged = await fetch(`${base}/api/jobs/${id}/judge`, { method: "POST", body: "{}" });
    const page = await fetch(`${base}/jobs/${id}/verdict`, { redirect: "manual" });
    if (!judged.ok || page.status !== 200) stuck++;
  }
  for (const url of ["/", "/machines", "/materials", "/layouts"]) if (!(await fetch(base + url)).ok) stuck++;
  return stuck;
}
