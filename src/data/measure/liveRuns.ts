import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import { UNSAID, type RunConditions } from "../../core/measure/pair";
import { RECIPES, stopLimits } from "../../core/measure/protocol";
import type { Recipe, RunEvent, Sample, StopLimits, StopReason } from "../../core/measure/protocol";
import type { Problem } from "../../core/base/result";
import type { RunKind } from "./runs";

/** A run that is recorded while it goes, or that was and could not be kept. */
export interface LiveRun {
  /** The number its run will have. */
  id: number;
  jobId: number;
  kind: RunKind;
  tokenHash: string;
  recipe: Recipe;
  limits: StopLimits;
  conditions: RunConditions;
  /** What the simulated machine is set to, where one stands in; its own affair. */
  standIn: unknown;
  createdAt: string;
  /** When the first sample came. */
  beganAt: string | null;
  closedAt: string | null;
  /** Why its log could not be kept as a run. */
  problem: Problem | null;
}

interface Row {
  id: number;
  job_id: number;
  kind: RunKind;
  token_hash: string;
  recipe_json: string;
  limits_json: string;
  conditions_json: string;
  stand_in_json: string | null;
  created_at: string;
  began_at: string | null;
  closed_at: string | null;
  problem_json: string | null;
}

const fromRow = (r: Row): LiveRun => ({
  id: r.id,
  jobId: r.job_id,
  kind: r.kind,
  tokenHash: r.token_hash,
  recipe: storedJson<Recipe>(r.recipe_json, RECIPES.standard, `the recipe of run ${r.id}`),
  limits: storedJson<StopLimits>(r.limits_json, stopLimits(null), `the limits of run ${r.id}`),
  conditions: storedJson<RunConditions>(r.conditions_json, UNSAID, `the conditions of run ${r.id}`),
  standIn: storedJson<unknown>(r.stand_in_json, null, `what stands in at run ${r.id}`),
  createdAt: r.created_at,
  beganAt: r.began_at,
  closedAt: r.closed_at,
  problem: storedJson<Problem | null>(r.problem_json, null, `what befell run ${r.id}`),
});

export type NewLiveRun = Pick<
  LiveRun,
  "jobId" | "kind" | "tokenHash" | "recipe" | "limits" | "conditions" | "standIn"
> & { loadKey: string };

/** Begins a live run; its number is taken from those of runs, so that it keeps it when it is kept. */
export async function addLiveRun(tx: Knex, n: NewLiveRun, now: string): Promise<number> {
  const id = await nextRunId(tx);
  await tx("live_runs").insert({
    id,
    job_id: n.jobId,
    kind: n.kind,
    token_hash: n.tokenHash,
    load_key: n.loadKey,
    recipe_json: JSON.stringify(n.recipe),
    limits_json: JSON.stringify(n.limits),
    conditions_json: JSON.stringify(n.conditions),
    stand_in_json: n.standIn === null ? null : JSON.stringify(n.standIn),
    created_at: now,
  });
  return id;
}

/** Takes the next number of a run out of its sequence: it is never given twice. */
async function nextRunId(tx: Knex): Promise<number> {
  await tx.raw(
    `INSERT INTO sqlite_sequence (name, seq)
     SELECT 'runs', 0 WHERE NOT EXISTS (SELECT 1 FROM sqlite_sequence WHERE name = 'runs')`,
  );
  await tx.raw("UPDATE sqlite_sequence SET seq = seq + 1 WHERE name = 'runs'");
  const row = await tx<{ name: string; seq: number }>("sqlite_sequence").where({ name: "runs" }).first();
  return row?.seq ?? 0;
}

export async function findLiveRun(db: Knex, id: number): Promise<LiveRun | null> {
  const row = await db<Row>("live_runs").where({ id }).first();
  return row ? fromRow(row) : null;
}

/** The live run whose token has this hash; null for none. */
export async function liveRunByToken(db: Knex, tokenHash: string): Promise<LiveRun | null> {
  const row = await db<Row>("live_runs").where({ token_hash: tokenHash }).first();
  return row ? fromRow(row) : null;
}

/** Whether there is a live run whose load page this key opens. */
export async function isLoadKey(db: Knex, key: string): Promise<boolean> {
  return (await db("live_runs").where({ load_key: key }).first("id")) !== undefined;
}

/** The newest live run of a job's stage; null when there never was one. */
export async function lastLiveRun(db: Knex, jobId: number, kind: RunKind): Promise<LiveRun | null> {
  const row = await db<Row>("live_runs").where({ job_id: jobId, kind }).orderBy("id", "desc").first();
  return row ? fromRow(row) : null;
}

/** Every run that is still going, oldest first. */
export async function openLiveRuns(db: Knex): Promise<LiveRun[]> {
  return (await db<Row>("live_runs").whereNull("closed_at").orderBy("id")).map(fromRow);
}

export async function changeLiveRun(
  tx: Knex,
  id: number,
  change: {
    conditions?: RunConditions;
    beganAt?: string;
    closedAt?: string;
    problem?: Problem;
    token?: { hash: string; loadKey: string };
  },
): Promise<void> {
  const set: Record<string, string> = {};
  if (change.conditions) set.conditions_json = JSON.stringify(change.conditions);
  if (change.token) {
    set.token_hash = change.token.hash;
    set.load_key = change.token.loadKey;
  }
  if (change.beganAt) set.began_at = change.beganAt;
  if (change.closedAt) set.closed_at = change.closedAt;
  if (change.problem) set.problem_json = JSON.stringify(change.problem);
  await tx("live_runs").where({ id }).update(set);
}

interface EventRow {
  id: number;
  run_id: number;
  at_s: number;
  what: RunEvent["what"];
  why: StopReason | null;
}

export async function liveEvents(db: Knex, runId: number): Promise<RunEvent[]> {
  const rows = await db<EventRow>("live_events").where({ run_id: runId }).orderBy("id");
  return rows.map((r) => ({ atS: r.at_s, what: r.what, ...(r.why === null ? {} : { why: r.why }) }));
}

export async function addLiveEvent(tx: Knex, runId: number, e: RunEvent): Promise<void> {
  await tx("live_events").insert({ run_id: runId, at_s: e.atS, what: e.what, why: e.why ?? null });
}

/** A source of a run: what brings its clock to that of the run, s; its highest number, once the run is closed. */
export interface LiveSource {
  offsetS: number;
  high: number | null;
}

export async function liveSources(db: Knex, runId: number): Promise<Map<string, LiveSource>> {
  const rows = await db<{ run_id: number; source: string; offset_s: number; high: number | null }>(
    "live_sources",
  ).where({ run_id: runId });
  return new Map(rows.map((r) => [r.source, { offsetS: r.offset_s, high: r.high }]));
}

export async function addLiveSource(tx: Knex, runId: number, source: string, offsetS: number): Promise<void> {
  await tx("live_sources").insert({ run_id: runId, source, offset_s: offsetS });
}

/** Samples of one source of a run. */
export interface SourceSamples {
  runId: number;
  source: string;
  samples: readonly Sample[];
}

/** Writes samples; those that are there already stay as they are. */
export async function addLiveSamples(tx: Knex, of: readonly SourceSamples[]): Promise<void> {
  const rows = of.flatMap(({ runId, source, samples }) => samples.map((s) => [runId, source, s.seq, s.t, s.values]));
  // one statement whatever their number
  await tx.raw(
    `INSERT INTO live_samples (run_id, source, seq, t, values_json)
     SELECT value ->> 0, value ->> 1, value ->> 2, value ->> 3, value -> 4
       FROM json_each(?) WHERE true
     ON CONFLICT (run_id, source, seq) DO NOTHING`,
    [JSON.stringify(rows)],
  );
}

/** Runs among these that are still open, and when each began; null for one nothing came of yet. */
export async function openAmong(db: Knex, ids: readonly number[]): Promise<Map<number, string | null>> {
  const rows = await db<Row>("live_runs").whereIn("id", ids).whereNull("closed_at").select("id", "began_at");
  return new Map(rows.map((r) => [r.id, r.began_at]));
}

/** What was written of a run since a place: how many samples, and the place now. */
export interface Written {
  count: number;
  lastId: number;
}

/** What was written of each run since the place known of it. */
export async function writtenSince(db: Knex, places: ReadonlyMap<number, number>): Promise<Map<number, Written>> {
  const rows = await db.raw<{ run: number; n: number; last: number }[]>(
    // by its place, a run after the other: what came since is little, the run is long
    `SELECT place.value ->> 0 AS run, count(*) AS n, max(s.id) AS last
       FROM json_each(?) AS place CROSS JOIN live_samples AS s
      WHERE s.id > (place.value ->> 1) AND +s.run_id = (place.value ->> 0) GROUP BY run`,
    [JSON.stringify([...places])],
  );
  return new Map(rows.map((r) => [r.run, { count: r.n, lastId: r.last }]));
}

export interface StoredSample {
  /** Its place in the order of writing. */
  id: number;
  source: string;
  sample: Sample;
}

/** Samples written after a place, in the order in which they were written. */
export async function liveSamplesAfter(db: Knex, runId: number, id: number): Promise<StoredSample[]> {
  const where = id > 0 ? "+run_id = ? AND id > ?" : "run_id = ? AND id > ?";
  // one text for all of them: tens of thousands are read at a restart, and a row each would hold the thread
  const [found] = await db.raw<{ rows: string }[]>(
    `SELECT json_group_array(json_array(id, source, seq, t, json(values_json))) AS rows
       FROM (SELECT * FROM live_samples WHERE ${where} ORDER BY id)`,
    [runId, id],
  );
  const rows = JSON.parse(found?.rows ?? "[]") as [number, string, number, number, Sample["values"]][];
  return rows.map(([at, source, seq, t, values]) => ({ id: at, source, sample: { seq, t, values } }));
}

/** The samples of a run whose log is kept are taken away: the log holds them. How far each source came stays. */
export async function dropLiveSamples(tx: Knex, runId: number): Promise<void> {
  await tx.raw(
    `UPDATE live_sources SET high = (SELECT max(seq) FROM live_samples AS s
      WHERE s.run_id = live_sources.run_id AND s.source = live_sources.source) WHERE run_id = ?`,
    [runId],
  );
  await tx("live_samples").where({ run_id: runId }).delete();
}

/** Whether a run of a machine goes now. */
export const hasLiveRun = async (db: Knex, machineId: number): Promise<boolean> =>
  (await db<Row>("live_runs")
    .whereNull("closed_at")
    .whereIn("job_id", db("jobs").where({ machine_id: machineId }).select("id"))
    .first("id")) !== undefined;
