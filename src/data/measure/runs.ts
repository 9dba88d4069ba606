import type { Knex } from "knex";
import type { Channel, ColumnGuess, LogWarning, Phases, PlannedLayout, Run } from "../../core/measure/log";
import { UNSAID, type RunConditions } from "../../core/measure/pair";
import { PieceBroken, suspectPieces, wholeUnpacked } from "../base/brokenPieces";
import { withSum } from "../base/pieceSum";
import { storedJson } from "../base/storedJson";
import { packFloats, unpackFloat32, unpackFloat64 } from "./blocks";

export type RunKind = "before" | "after";

/** A stored run without its samples. */
export interface RunRecord {
  id: number;
  jobId: number;
  kind: RunKind;
  createdAt: string;
  sourceName: string;
  sourceSha256: string;
  sourceBytes: number;
  rows: number;
  stepS: number;
  startMs: number | null;
  columns: ColumnGuess[];
  /** How the file is laid out and written, and what was told of its columns. */
  layout: PlannedLayout;
  gaps: { atS: number; lengthS: number }[];
  warnings: LogWarning[];
  phases: Phases | null;
  conditions: RunConditions;
  /** How often its bounds or conditions were changed. */
  revision: number;
  /** Highest chip temperature, °C; null where none was logged. */
  peakC: number | null;
}

export type NewRun = Omit<
  RunRecord,
  "id" | "createdAt" | "revision" | "peakC" | "rows" | "stepS" | "startMs" | "gaps" | "warnings"
> & {
  /** Its samples, packed already where that took long. */
  run: Run | PackedRun;
  sourceGzip: Buffer;
};

export interface RunRow {
  id: number;
  job_id: number;
  kind: RunKind;
  created_at: string;
  replaced_at: string | null;
  source_name: string;
  source_sha256: string;
  source_bytes: number;
  rows: number;
  step_s: number;
  start_ms: number | null;
  columns_json: string;
  layout_json: string;
  gaps_json: string;
  warnings_json: string;
  load_on_s: number | null;
  load_off_s: number | null;
  conditions_json: string;
  revision: number;
  peak_c: number | null;
}

/** Runs stored before plans were: what their layout does not say. */
const NO_PLAN = { header: "", time: null } as const;
const NO_LAYOUT = { encoding: "utf-8", separator: ",", decimalComma: false, headerLine: 0 } as const;

/** What is kept of a run beside its log; what cannot be read stands as nothing, and is told among its oddities. */
function keptOf(r: RunRow): Pick<RunRecord, "columns" | "layout" | "gaps" | "warnings" | "conditions"> {
  const lost: LogWarning[] = [];
  const read = <T>(text: string, instead: T, what: string): T => {
    const value = storedJson(text, instead, `${what} of run ${r.id}`);
    if (value === instead)
      lost.push({ line: 0, message: `The ${what} cannot be read as they are stored. The log itself is whole.` });
    return value;
  };
  return {
    columns: read<ColumnGuess[]>(r.columns_json, [], "columns"),
    layout: {
      ...NO_PLAN,
      ...read<Omit<PlannedLayout, "header" | "time">>(r.layout_json, NO_LAYOUT, "signs and units"),
    },
    gaps: read<RunRecord["gaps"]>(r.gaps_json, [], "gaps"),
    conditions: read<RunConditions>(r.conditions_json, UNSAID, "conditions"),
    warnings: [...read<LogWarning[]>(r.warnings_json, [], "oddities"), ...lost],
  };
}

export const runFromRow = (r: RunRow): RunRecord => ({
  id: r.id,
  jobId: r.job_id,
  kind: r.kind,
  createdAt: r.created_at,
  sourceName: r.source_name,
  sourceSha256: r.source_sha256,
  sourceBytes: r.source_bytes,
  rows: r.rows,
  stepS: r.step_s,
  startMs: r.start_ms,
  ...keptOf(r),
  phases: r.load_on_s !== null && r.load_off_s !== null ? { loadOnS: r.load_on_s, loadOffS: r.load_off_s } : null,
  revision: r.revision,
  peakC: r.peak_c,
});

/** The runs of a job that count: an earlier run of the same kind stays as evidence but is replaced. */
export async function runsOfJob(db: Knex, jobId: number): Promise<Partial<Record<RunKind, RunRecord>>> {
  const rows = await db<RunRow>("runs").where({ job_id: jobId }).whereNull("replaced_at").orderBy("id");
  return Object.fromEntries(rows.map((r) => [r.kind, runFromRow(r)]));
}

/** Runs that were replaced, newest first. */
export async function replacedRuns(db: Knex, jobId: number): Promise<RunRecord[]> {
  return (await db<RunRow>("runs").where({ job_id: jobId }).whereNotNull("replaced_at").orderBy("id", "desc")).map(
    runFromRow,
  );
}

export async function findRun(db: Knex, id: number): Promise<RunRecord | null> {
  const row = await db<RunRow>("runs").where({ id }).first();
  return row ? runFromRow(row) : null;
}

/** A run with its samples as they are stored: the time, then each channel. */
export interface PackedRun extends Omit<Run, "timeS" | "channels"> {
  rows: number;
  peakC: number | null;
  time: Buffer;
  channels: (Omit<Channel, "values"> & { block: Buffer })[];
}

/** Packs the samples of a run, before any transaction begins: it takes a while. */
export async function packRun(run: Run): Promise<PackedRun> {
  const { timeS, channels, ...rest } = run;
  return {
    ...rest,
    rows: timeS.length,
    peakC: peakOf(run),
    time: await packFloats(timeS),
    channels: await Promise.all(channels.map(async ({ values, ...c }) => ({ ...c, block: await packFloats(values) }))),
  };
}

/** Highest chip temperature of a run, °C; null where none was logged. */
function peakOf(run: Run): number | null {
  let peak = -Infinity;
  for (const c of run.channels)
    if (c.key === "cpu.temperature" || c.key === "gpu.temperature") for (const v of c.values) if (v > peak) peak = v;
  return Number.isFinite(peak) ? peak : null;
}

/** Stores a run whole (samples, original file, conditions) or not at all; returns its id. */
export async function addRun(db: Knex, n: NewRun & { id?: number }, now: string): Promise<number> {
  const run = "time" in n.run ? n.run : await packRun(n.run);
  return db.transaction(async (tx) => {
    await tx("runs").where({ job_id: n.jobId, kind: n.kind }).whereNull("replaced_at").update({ replaced_at: now });
    const [row] = await tx("runs")
      .insert({
        // a live run has its number before it is kept
        ...(n.id === undefined ? {} : { id: n.id }),
        job_id: n.jobId,
        kind: n.kind,
        created_at: now,
        source_name: n.sourceName,
        source_sha256: n.sourceSha256,
        source_bytes: n.sourceBytes,
        rows: run.rows,
        step_s: run.stepS,
        start_ms: run.startMs,
        columns_json: JSON.stringify(n.columns),
        layout_json: JSON.stringify(n.layout),
        gaps_json: JSON.stringify(run.gaps.slice(0, 500)),
        warnings_json: JSON.stringify(run.warnings),
        load_on_s: n.phases?.loadOnS ?? null,
        load_off_s: n.phases?.loadOffS ?? null,
        conditions_json: JSON.stringify(n.conditions),
        peak_c: run.peakC,
      })
      .returning<{ id: number }[]>("id");
    const id = row?.id ?? 0;
    await tx("run_channels").insert({
      run_id: id,
      position: 0,
      key: "time",
      unit: "s",
      heading: "time",
      ...withSum("block", run.time),
    });
    for (const [i, c] of run.channels.entries())
      await tx("run_channels").insert({
        run_id: id,
        position: i + 1,
        key: c.key,
        unit: c.unit,
        heading: c.heading,
        ...withSum("block", c.block),
      });
    await tx("run_files").insert({ run_id: id, ...withSum("gzip", n.sourceGzip) });
    return id;
  });
}

export async function updateRun(
  db: Knex,
  id: number,
  change: { phases?: Phases; conditions?: RunConditions },
): Promise<void> {
  const set: Record<string, unknown> = {};
  if (change.phases) Object.assign(set, { load_on_s: change.phases.loadOnS, load_off_s: change.phases.loadOffS });
  if (change.conditions) set.conditions_json = JSON.stringify(change.conditions);
  if (Object.keys(set).length) await db("runs").where({ id }).update(set).increment("revision", 1);
}

/**
 * The samples of a stored run. Readings that are not what they were are left out, as if they had not been logged; times
 * are told by the step then.
 */
export async function loadSamples(db: Knex, record: RunRecord): Promise<Run> {
  const rows = await db<{
    run_id: number;
    position: number;
    key: string;
    unit: string;
    heading: string;
    block: Buffer;
  }>("run_channels")
    .where({ run_id: record.id })
    .orderBy("position");
  let timeS = new Float64Array(0);
  const channels: Channel[] = [];
  for (const r of rows) {
    try {
      if (r.key === "time") timeS = await unpackFloat64(r.block);
      else channels.push({ key: r.key, unit: r.unit, heading: r.heading, values: await unpackFloat32(r.block) });
    } catch {
      suspectPieces();
      if (r.key === "time") timeS = Float64Array.from({ length: record.rows }, (_, i) => i * record.stepS);
    }
  }
  return {
    timeS,
    stepS: record.stepS,
    startMs: record.startMs,
    channels,
    gaps: record.gaps,
    warnings: record.warnings,
  };
}

/** The samples of a stored run, all of them. Throws PieceBroken where any is not what it was. */
export async function loadWholeSamples(db: Knex, record: RunRecord): Promise<Run> {
  const run = await loadSamples(db, record);
  const [kept] = await db("run_channels").where({ run_id: record.id }).count<{ n: number }[]>({ n: "*" });
  if (run.channels.length + 1 < Number(kept?.n ?? 0)) throw new PieceBroken("readings", record.id);
  return run;
}

/** The times of a stored run, s. */
export async function loadTime(db: Knex, runId: number): Promise<Float64Array> {
  const row = await db<{ run_id: number; key: string; block: Buffer }>("run_channels")
    .where({ run_id: runId, key: "time" })
    .first();
  return row ? unpackFloat64(row.block) : new Float64Array(0);
}

/** One channel of a stored run, without the rest; null when it was not logged. */
export async function loadChannel(db: Knex, runId: number, key: string): Promise<Float32Array | null> {
  const row = await db<{ run_id: number; key: string; block: Buffer }>("run_channels")
    .where({ run_id: runId, key })
    .first();
  return row ? await unpackFloat32(row.block) : null;
}

/** The file the run was read from, as it came. Throws PieceBroken where it is not what came. */
export async function originalFile(db: Knex, id: number): Promise<Buffer | null> {
  const row = await db("run_files")
    .join("runs", "runs.id", "run_files.run_id")
    .where({ run_id: id })
    .first<{ gzip: Buffer; gzip_sha256: string | null; source_sha256: string } | undefined>();
  return row ? wholeUnpacked(row.gzip, { sum: row.gzip_sha256, own: row.source_sha256 }, "log", id) : null;
}
