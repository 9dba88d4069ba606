import { isDay } from "../../core/base/days";
import { storedJson } from "../base/storedJson";
import type { Knex } from "knex";
import { TAKEN_IN, type JobSummary, type Machine, type StageName } from "../../core/workshop/job";
import type { ForecastFacts } from "../../core/handwork/service";
import { jobFromRow, type Job, type JobRow } from "./jobs";
import { machineFromRow, type MachineRow } from "./machines";

interface SummaryRow {
  job_id: number;
  machine_id: number;
  facts: number;
  seen: number;
  made_by: string;
  at: StageName | "";
  told_json: string;
  forecast_on: string | null;
  forecast_json: string | null;
}

type Told = Omit<JobSummary, "at" | "forecast">;

/** How a job stands as it was last worked out, and by what; `behind` where a fact came since. */
export interface KeptSummary {
  summary: JobSummary;
  behind: boolean;
  /** By what form and judge it was worked out. */
  by: string;
}

/** How some jobs stand, as it was last worked out, however long ago; those nobody ever worked out are left out. */
export async function summariesOf(db: Knex, jobIds: readonly number[]): Promise<Map<number, KeptSummary>> {
  const rows = await db<SummaryRow>("stands").whereIn("job_id", [...jobIds]);
  return new Map(
    rows.flatMap((r) => {
      if (r.at === "") return [];
      const told = storedJson<Partial<Told> | null>(r.told_json, null, `how job ${r.job_id} stands`);
      // one that cannot be read, or lacks what came with a later form, is shown as far as it is known
      const summary = { ...TAKEN_IN, ...told, at: r.at, forecast: forecastIn(r) };
      return [[r.job_id, { summary, behind: told === null || r.facts !== r.seen, by: r.made_by }] as const];
    }),
  );
}

function forecastIn(r: Pick<SummaryRow, "job_id" | "forecast_on" | "forecast_json">): JobSummary["forecast"] {
  const facts = storedJson<ForecastFacts | null>(r.forecast_json, null, `the forecast of job ${r.job_id}`);
  return facts && isDay(r.forecast_on) ? { on: r.forecast_on, facts } : null;
}

/** How many facts of a job came in so far. */
export async function factsOf(db: Knex, jobId: number): Promise<number> {
  return (await db<SummaryRow>("stands").where({ job_id: jobId }).first())?.facts ?? 0;
}

/** The same of several. */
export async function factsOfJobs(db: Knex, jobIds: readonly number[]): Promise<Map<number, number>> {
  const rows = await db<SummaryRow>("stands")
    .whereIn("job_id", [...jobIds])
    .select("job_id", "facts");
  return new Map(rows.map((r) => [r.job_id, r.facts]));
}

/** Something all open jobs go by was changed: how they stand is stale. */
export async function openJobsChanged(tx: Knex): Promise<void> {
  await tx<SummaryRow>("stands")
    .whereIn("job_id", tx("jobs").whereNull("closed_at").select("id"))
    .increment("facts", 1);
}

/** Something of a job was changed on which how it stands does not rest: what was up to date stays so. */
export async function summaryStays(tx: Knex, jobIds: readonly number[]): Promise<void> {
  await tx<SummaryRow>("stands")
    .whereIn("job_id", [...jobIds])
    .whereRaw("facts = seen + 1")
    .update({ seen: tx.ref("facts") as unknown as number });
}

/** Keeps how a job stands, worked out from its first so many facts: one that came meanwhile leaves it stale. */
export async function writeSummary(
  db: Knex,
  jobId: number,
  { at, forecast, ...told }: JobSummary,
  made: { by: string; facts: number },
): Promise<void> {
  await db<SummaryRow>("stands")
    .where({ job_id: jobId })
    .update({
      at,
      told_json: JSON.stringify(told),
      forecast_on: forecast?.on ?? null,
      forecast_json: forecast ? JSON.stringify(forecast.facts) : null,
      made_by: made.by,
      seen: made.facts,
    });
}

/**
 * What another version worked out is to be worked out anew; gives back of how many jobs. A closed job keeps the verdict
 * it was closed with whatever judge came since: of it only the form counts.
 */
export async function olderAreStale(db: Knex, by: string): Promise<number> {
  const form = by.slice(0, by.indexOf("/") + 1);
  return db<SummaryRow>("stands")
    .whereRaw("facts = seen")
    .whereNot("made_by", by)
    .whereRaw("(substr(made_by, 1, ?) <> ? OR job_id IN (SELECT id FROM jobs WHERE closed_at IS NULL))", [
      form.length,
      form,
    ])
    .update({ seen: -1 });
}

/** A job whose work was forecast, for the history of forecasts. */
export interface ForecastRow {
  jobId: number;
  tag: string;
  on: string;
  at: StageName | "";
  closed: boolean;
  /** What was written when it was closed; "" while it is open. */
  note: string;
  facts: ForecastFacts;
}

interface ForecastRead extends Pick<SummaryRow, "job_id" | "at"> {
  forecast_on: string;
  forecast_json: string;
  tag: string;
  closed_at: string | null;
  closing_note: string;
}

const FORECAST_COLUMNS = [
  ...["job_id", "at", "forecast_on", "forecast_json"].map((c) => `stands.${c}`),
  "machines.tag",
  "jobs.closed_at",
  "jobs.closing_note",
];

/** The jobs whose work was forecast, the newest so many, in their order; up to a day and job where one is told. */
export async function forecastRows(
  db: Knex,
  most: number,
  before?: { on: string; jobId: number },
): Promise<ForecastRow[]> {
  const found = db("stands")
    .join("jobs", "jobs.id", "stands.job_id")
    .join("machines", "machines.id", "jobs.machine_id")
    .whereNotNull("stands.forecast_on");
  if (before)
    void found
      .whereRaw("(stands.forecast_on, stands.job_id) < (?, ?)", [before.on, before.jobId])
      // a job judged before today does not teach its own forecast
      .whereNot("stands.job_id", before.jobId);
  const rows = await found
    .orderByRaw("stands.forecast_on DESC, stands.job_id DESC")
    .limit(most)
    .select<ForecastRead[]>(FORECAST_COLUMNS);
  return rows.reverse().flatMap((r) => {
    const facts = storedJson<ForecastFacts | null>(r.forecast_json, null, `the forecast of job ${r.job_id}`);
    if (!facts || !isDay(r.forecast_on)) return [];
    const { job_id: jobId, tag, forecast_on: on, at, closing_note: note } = r;
    return [{ jobId, tag, on, at, closed: r.closed_at !== null, note, facts }];
  });
}

/** How many jobs' standing a newer fact made stale. */
export async function staleCount(db: Knex): Promise<number> {
  const rows = await db.raw<{ n: number }[]>(
    "SELECT count(*) AS n FROM stands INDEXED BY stands_stale WHERE facts <> seen",
  );
  return rows[0]?.n ?? 0;
}

/** Jobs whose standing a newer fact made stale, the newest first, from below a number on. */
export async function staleJobs(db: Knex, most: number, below = Number.MAX_SAFE_INTEGER): Promise<number[]> {
  // named outright: with few rows stale, the planner would rather look at all of them
  const rows = await db.raw<{ job_id: number }[]>(
    `SELECT job_id FROM stands INDEXED BY stands_stale
      WHERE facts <> seen AND job_id < :below ORDER BY job_id DESC LIMIT :most`,
    { most, below },
  );
  return rows.map((r) => r.job_id);
}

/** Open jobs with their machines: hands first, then runs before, then those to be closed, last those that wait. */
export async function openJobs(db: Knex, most: number): Promise<{ job: Job; machine: Machine }[]> {
  const rows = await db("jobs")
    .join("stands", "stands.job_id", "jobs.id")
    .whereNull("jobs.closed_at")
    .orderByRaw(
      `jobs.waits_json IS NOT NULL, CASE stands.at WHEN 'verdict' THEN 2 WHEN 'before' THEN 1 ELSE 0 END,
       jobs.opened_at, jobs.id`,
    )
    .limit(most)
    .select<JobRow[]>("jobs.*");
  return withMachines(db, rows.map(jobFromRow));
}

/** Jobs beside their machines. */
export async function withMachines(db: Knex, jobs: readonly Job[]): Promise<{ job: Job; machine: Machine }[]> {
  const rows = await db<MachineRow>("machines").whereIn("id", [...new Set(jobs.map((j) => j.machineId))]);
  const machines = new Map(rows.map((r) => [r.id, machineFromRow(r)]));
  return jobs.flatMap((job) => {
    const machine = machines.get(job.machineId);
    return machine ? [{ job, machine }] : [];
  });
}

export interface OpenCounts {
  /** Those that need hands or a run. */
  hands: number;
  /** Those with a verdict, to be closed. */
  verdict: number;
  /** Those that wait for a part or a word. */
  held: number;
}

export async function openCounts(db: Knex): Promise<OpenCounts> {
  const rows = await db("jobs")
    .join("stands", "stands.job_id", "jobs.id")
    .whereNull("jobs.closed_at")
    .select<{ what: keyof OpenCounts; n: number }[]>(
      db.raw(
        `CASE WHEN jobs.waits_json IS NOT NULL THEN 'held' WHEN stands.at = 'verdict' THEN 'verdict' ELSE 'hands' END
         AS what`,
      ),
      db.raw("count(*) AS n"),
    )
    .groupBy("what");
  const of = (what: keyof OpenCounts) => rows.find((r) => r.what === what)?.n ?? 0;
  return { hands: of("hands"), verdict: of("verdict"), held: of("held") };
}

/** Times at work in closed jobs of one model and variant, the newest. */
export async function timesOfModel(
  db: Knex,
  of: Pick<Machine, "model" | "variant">,
  but: number,
  most: number,
): Promise<JobSummary["timesS"][]> {
  const newest = db("jobs")
    .join("machines", "machines.id", "jobs.machine_id")
    .where({ "machines.model": of.model, "machines.variant": of.variant })
    .whereNotNull("jobs.closed_at")
    .whereNot("jobs.id", but)
    .orderBy("jobs.closed_at", "desc")
    .limit(most)
    .select("jobs.id");
  // only of the newest is read how they stand: of a usual model there are hundreds
  const rows = await db<SummaryRow>("stands")
    .whereIn("job_id", newest)
    .whereNot("told_json", "")
    .orderBy("job_id", "desc")
    .select("told_json");
  return rows
    .map((r) => storedJson<Partial<Told>>(r.told_json, {}, "how a job stands").timesS ?? {})
    .filter((t) => Object.keys(t).length > 0);
}
