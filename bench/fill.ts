import Database from "better-sqlite3";
import { goodRunsOf, JUDGE_VERSION } from "../src/core/measure/judge";
import type { Verdict } from "../src/core/measure/says";
import type { Entry } from "../src/core/handwork/service";
import { packFloats, unpackFloat32, unpackFloat64 } from "../src/data/measure/blocks";
import { database } from "../src/data/base/connection";
import { loadDemo } from "../src/demo/load";
import { lanternRow } from "../src/demo/scenario";

/** How large a workshop is made. */
export interface Size {
  machines: number;
  jobs: number;
  entries: number;
  models: number;
  lots: number;
}
export const LARGE: Size = { machines: 10_000, jobs: 50_000, entries: 1_000_000, models: 400, lots: 2_000 };

const SAMPLES = 60;
const OPEN_SHARE = 0.006;
const DAY_MS = 86_400_000;

type Row = Record<string, string | number | Buffer | null>;

/** A job of the scenario as it is stored, to be copied under other numbers. */
interface Model {
  machine: Row;
  job: Row;
  runs: { row: Row; channels: Row[]; file: Buffer }[];
  verdict: Row | null;
  entries: Entry[];
  layout: string;
}

/**
 * Fills the database of this process with a large workshop, copied from the made-up playhouse: machines, jobs with
 * both runs (60 samples
 * each) and their verdicts, journals, drawings by model, lots. Triggers and all, as if it had been worked with.
 */
export async function fill(path: string, size: Size): Promise<void> {
  await loadDemo(await database(), new Date());
  const db = new Database(path);
  db.pragma("synchronous = OFF");
  const models = await templatesOf(db);
  const insert = inserter(db);
  db.transaction(() => {
    addLayouts(db, insert, size.models, models);
    addLots(insert, size.lots);
    addWorkshop(insert, size, models);
  })();
  db.exec("ANALYZE");
  db.close();
}

const inserter = (db: Database.Database) => {
  const known = new Map<string, Database.Statement>();
  return (table: string, row: Row): number => {
    const columns = Object.keys(row);
    const key = `${table}:${columns.join()}`;
    let statement = known.get(key);
    if (!statement) {
      const values = columns.map((c) => `@${c}`).join();
      statement = db.prepare(`INSERT INTO ${table} (${columns.join()}) VALUES (${values})`);
      known.set(key, statement);
    }
    return Number(statement.run(row).lastInsertRowid);
  };
};
type Insert = ReturnType<typeof inserter>;

/** The scenario's jobs that have both runs, their samples thinned out to sixty. */
async function templatesOf(db: Database.Database): Promise<Model[]> {
  const out: Model[] = [];
  for (let jobId = 1; jobId <= lanternRow.length; jobId++) {
    const rows = (sql: string, ...args: (string | number)[]) => db.prepare(sql).all(...args) as Row[];
    const runs: Model["runs"] = [];
    for (const row of rows("SELECT * FROM runs WHERE job_id = ? ORDER BY id", jobId)) {
      const channels = rows("SELECT * FROM run_channels WHERE run_id = ?", Number(row.id));
      const kept = [];
      for (const c of channels.filter((c) => /^(time|cpu\.(temperature|power)|fan1\.speed)$/.test(String(c.key))))
        kept.push({ ...c, block: await thinned(c) });
      const [file] = rows("SELECT gzip FROM run_files WHERE run_id = ?", Number(row.id));
      runs.push({ row, channels: kept, file: (file?.gzip as Buffer).subarray(0, 2_000) });
    }
    const [machine] = rows("SELECT * FROM machines WHERE id = ?", jobId);
    const [job] = rows("SELECT * FROM jobs WHERE id = ?", jobId);
    const [verdict] = rows("SELECT * FROM verdicts WHERE job_id = ? ORDER BY id DESC", jobId);
    const entries = rows("SELECT * FROM journal WHERE job_id = ? ORDER BY rowid", jobId) as unknown as Entry[];
    if (!machine || !job || runs.length < 2) continue;
    out.push({ machine, job, runs, verdict: verdict ?? null, entries, layout: "" });
  }
  return out;
}

async function thinned(c: Row): Promise<Buffer> {
  const block = c.block as Buffer;
  const whole = c.key === "time" ? await unpackFloat64(block) : await unpackFloat32(block);
  const step = whole.length / SAMPLES;
  const few = Array.from({ length: SAMPLES }, (_, i) => whole[Math.floor(i * step)] ?? 0);
  return packFloats(c.key === "time" ? Float64Array.from(few) : Float32Array.from(few));
}

function addLayouts(db: Database.Database, insert: Insert, models: number, templates: Model[]): void {
  const drawn = db.prepare("SELECT * FROM layout_revisions").all() as Row[];
  for (let n = 0; n < models; n++) {
    const from = drawn[n % drawn.length] ?? {};
    const layout = insert("layouts", { model: `Model ${n}`, variant: "", created_at: "2024-01-01T09:00:00.000Z" });
    for (let number = 1; number <= 3; number++)
      insert("layout_revisions", { ...without(from, "id"), layout_id: layout, number, based_on: null });
  }
  for (const t of templates) t.layout = String(t.machine.model);
}

function addLots(insert: Insert, lots: number): void {
  for (let n = 0; n < lots; n++) {
    const kind = (["swab", "cloth", "alcohol", "air"] as const)[n % 4] ?? "swab";
    insert("lots", {
      kind,
      name: `${kind} ${n}`,
      lot: String(n),
      amount: 5_000,
      price: 7,
      bought_on: dayBefore(lots - n),
      opened_on: dayBefore(lots - n),
      best_before: null,
      props_json: '{"paste":null,"pad":null}',
      retired_at: n < lots - 40 ? "2026-01-01T09:00:00.000Z" : null,
      created_at: "2024-01-01T09:00:00.000Z",
    });
  }
}

function addWorkshop(insert: Insert, size: Size, models: Model[]): void {
  const perJob = Math.ceil(size.entries / size.jobs);
  const jobsEach = Math.ceil(size.jobs / size.machines);
  const places = ["Light box", "Stage", "Sound", "Shops", "Front", "Archive", "Loft", "Dock", "Vault", "Yard"];
  let entry = 0;
  for (let m = 0; m < size.machines; m++) {
    const template = models[m % models.length];
    if (!template) return;
    const machineId = insert("machines", {
      ...without(template.machine, "id", "last_job_id", "open_job_id"),
      tag: `B-${String(m).padStart(5, "0")}`,
      model: `Model ${m % size.models}`,
      variant: "",
      place: `${places[m % places.length]} ${m % 97}`,
      due_on: m % 9 === 0 ? null : dayBefore(40 - (m % 500)),
    });
    for (let j = 0; j < jobsEach; j++) {
      const open = j === jobsEach - 1 && m % Math.round(1 / (OPEN_SHARE * jobsEach)) === 0;
      const at = `${dayBefore(1 + (jobsEach - j) * 180 + (m % 170))}T09:00:00.000Z`;
      addJob(insert, { template, machineId, at, open, perJob, first: entry });
      entry += perJob;
    }
  }
}

interface NewJob {
  template: Model;
  machineId: number;
  at: string;
  open: boolean;
  perJob: number;
  /** Number of its first entry. */
  first: number;
}

function addJob(insert: Insert, { template: t, machineId, at, open, perJob, first }: NewJob): void {
  const jobId = insert("jobs", {
    machine_id: machineId,
    complaint: `${String(t.job.complaint)} ${machineId}`,
    opened_at: at,
    closed_at: open ? null : at.replace("T09", "T17"),
    closing_note: "",
  });
  const runs = t.runs.map(({ row, channels, file }) => {
    const id = insert("runs", { ...without(row, "id"), job_id: jobId, created_at: at, source_sha256: `${jobId}` });
    for (const c of channels) insert("run_channels", { ...c, run_id: id });
    insert("run_files", { run_id: id, gzip: file });
    return id;
  });
  const ids = { before_run_id: runs[0] ?? 0, after_run_id: runs[1] ?? 0 };
  if (t.verdict)
    insert("verdicts", {
      ...without(t.verdict, "id"),
      job_id: jobId,
      ...ids,
      created_at: at,
      judge_version: JUDGE_VERSION,
    });
  if (t.verdict) {
    const good = goodRunsOf(`B-${machineId}`, JSON.parse(String(t.verdict.result_json)) as Verdict);
    insert("measures", { job_id: jobId, judge_version: JUDGE_VERSION, ...ids, runs_json: JSON.stringify(good) });
  }
  for (let k = 0; k < perJob; k++) {
    const e = t.entries.length ? t.entries[Math.floor((k * t.entries.length) / perJob)] : undefined;
    insert("journal", {
      id: `${(first + k).toString(16).padStart(12, "0")}${"b".repeat(20)}`,
      job_id: jobId,
      at: new Date(Date.parse(at) + k * 40_000).toISOString(),
      stage: e?.stage ?? "intake",
      step: e?.step ?? `intake:${k}`,
      act: "done",
      value: e?.value ?? "",
      reason: "",
      received_at: at,
    });
    if (e?.step.startsWith("clean:"))
      insert("cleanings", { job_id: jobId, step: `${e.step}${k}`, kind: "swab", on_day: at.slice(0, 10), amount: 2 });
  }
}

const without = (row: Row, ...keys: string[]): Row =>
  Object.fromEntries(Object.entries(row).filter(([k]) => !keys.includes(k)));
const dayBefore = (days: number): string => new Date(Date.now() - days * DAY_MS).toISOString().slice(0, 10);
