import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { holdsOf } from "../../src/data/base/backup";

/** What the server said it had, and must have after any end. */
export interface Said {
  machines: Set<string>;
  /** "job.kind" of every log. */
  runs: Set<string>;
  entries: Set<string>;
  lots: Set<string>;
  /** "job.revision" of every signature. */
  signed: Set<string>;
  /** Jobs brought in, by their uid. */
  imported: Set<string>;
  /** Samples of live runs: the highest number acknowledged, by run. */
  samples: Map<number, number>;
  /** The last back-up that was said to be good. */
  backup: string | null;
}

export const nothingSaid = (): Said => ({
  machines: new Set(),
  runs: new Set(),
  entries: new Set(),
  lots: new Set(),
  signed: new Set(),
  imported: new Set(),
  samples: new Map(),
  backup: null,
});

/** A copy of what was said so far. */
export const saidBy = (s: Said): Said => ({
  machines: new Set(s.machines),
  runs: new Set(s.runs),
  entries: new Set(s.entries),
  lots: new Set(s.lots),
  signed: new Set(s.signed),
  imported: new Set(s.imported),
  samples: new Map(s.samples),
  backup: s.backup,
});

export const saidWords = (s: Said): string =>
  [
    `${s.machines.size} machines`,
    `${s.runs.size} logs`,
    `${s.entries.size} steps`,
    `${s.lots.size} lots`,
    `${s.signed.size} signatures`,
    `${s.imported.size} jobs brought in`,
    `${[...s.samples.values()].reduce((a, n) => a + n, 0)} samples of ${s.samples.size} live runs`,
  ].join(", ");

const WHERE: readonly [keyof Said, string][] = [
  ["machines", "SELECT tag AS k FROM machines"],
  ["runs", "SELECT job_id || '.' || kind AS k FROM runs WHERE replaced_at IS NULL"],
  ["entries", "SELECT id AS k FROM journal"],
  ["lots", "SELECT name AS k FROM lots"],
  ["signed", "SELECT job_id || '.' || revision AS k FROM signoffs"],
  ["imported", "SELECT uid AS k FROM jobs"],
];

/** What was acknowledged and is not there, or is there twice, each with its name. */
export function missing(path: string, said: Said): string[] {
  try {
    return gone(path, said);
  } catch (e) {
    // without its tables, say: all of it is lost
    return [`the database: ${(e as Error).message}`];
  }
}

function gone(path: string, said: Said): string[] {
  // what a loss of power left half done is put right by opening it, which writes
  const db = new Database(path, { fileMustExist: true });
  try {
    const lost = WHERE.flatMap(([what, sql]) => {
      const rows = (db.prepare(sql).all() as { k: string }[]).map((r) => String(r.k));
      const here = new Set(rows);
      const away = [...(said[what] as Set<string>)].filter((k) => !here.has(k)).map((k) => `${what} ${k}`);
      const twice = what === "runs" ? [] : rows.length - here.size > 0 ? [`${what}: one twice`] : [];
      return [...away, ...twice];
    });
    const count = db.prepare(
      "SELECT count(*) AS n, count(DISTINCT seq) AS different FROM live_samples WHERE run_id = ? AND seq <= ?",
    );
    for (const [run, last] of said.samples) {
      const { n, different } = count.get(run, last) as { n: number; different: number };
      if (different !== last || n !== last) lost.push(`samples of run ${run}: ${n} of ${last}`);
    }
    const check = db.pragma("quick_check(1)", { simple: true });
    if (check !== "ok") lost.push(`the file: ${String(check)}`);
    return lost;
  } finally {
    db.close();
  }
}

/** Back-ups that stand under their name and are not whole, or that were promised and are not there. */
export function brokenBackups(folder: string, said: Said): string[] {
  const names = existsSync(folder) ? readdirSync(folder).filter((n) => n.endsWith(".db")) : [];
  const broken = names.filter((n) => !holdsOf(join(folder, n)).ok);
  if (said.backup !== null && !existsSync(said.backup)) broken.push(`${said.backup} is gone`);
  return broken;
}

/** Jobs with both runs that get no verdict, and pages that do not open. */
export async function stuckJobs(base: string, path: string): Promise<number> {
  const db = new Database(path, { readonly: true });
  const pairs = db
    .prepare("SELECT job_id AS id FROM runs WHERE replaced_at IS NULL GROUP BY 1 HAVING count(*) = 2")
    .all() as { id: number }[];
  db.close();
  let stuck = 0;
  for (const { id } of pairs) {
    const judged = await fetch(`${base}/api/jobs/${id}/judge`, { method: "POST", body: "{}" });
    const page = await fetch(`${base}/jobs/${id}/verdict`, { redirect: "manual" });
    if (!judged.ok || page.status !== 200) stuck++;
  }
  for (const url of ["/", "/machines", "/materials", "/layouts"]) if (!(await fetch(base + url)).ok) stuck++;
  return stuck;
}
