import { createHash } from "node:crypto";
import type { Knex } from "knex";
import {
  JOB_FORMAT,
  JOB_VERSION,
  type JobFile,
  type JobLot,
  type JobPhoto,
  type JobRun,
} from "../../core/record/jobfile";
import type { Triage } from "../../core/measure/says";
import type { Procedure } from "../../core/handwork/service";
import { wholeJson } from "../base/storedJson";
import { jobFromRow, type JobRow } from "../workshop/jobs";
import { machineFromRow, type MachineRow } from "../workshop/machines";
import { revisionOfJob } from "../drawing/layouts";
import { runFromRow, type RunRow } from "../measure/runs";

/** A job as a file, and where the bytes it names are found. */
export interface JobRecord {
  file: JobFile;
  jobId: number;
  machineId: number;
  /** Ids of its runs and photos, in the file's order. */
  runIds: number[];
  photoIds: number[];
}

/** Everything of a job; null where there is none. */
export async function jobRecord(db: Knex, jobId: number): Promise<JobRecord | null> {
  const row = await db<JobRow & { uid: string }>("jobs").where({ id: jobId }).first();
  const machineRow = row && (await db<MachineRow>("machines").where({ id: row.machine_id }).first());
  if (!row || !machineRow) return null;
  const job = jobFromRow(row);
  const { id: machineId, dueOn, dueWhy, dueBy, ...machine } = machineFromRow(machineRow);
  const { runs, runIds } = await runsIn(db, jobId);
  const { photos, photoIds } = await photosIn(db, jobId);
  const from =
    job.comesBackFrom === null
      ? undefined
      : await db("jobs").where({ id: job.comesBackFrom }).first<{ uid: string }>("uid");
  const ways = await db("job_ways").where({ job_id: jobId }).first<{ ways_json: string } | undefined>();
  const drawing = await revisionOfJob(db, jobId);
  const file: JobFile = {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    uid: row.uid,
    number: await numberOf(db, row),
    machine,
    due: { dueOn, why: dueWhy, by: dueBy },
    complaint: job.complaint,
    openedAt: job.openedAt,
    closedAt: job.closedAt,
    closingNote: job.closingNote,
    waits: job.waits,
    checkOn: job.checkOn,
    comesBackFrom: from?.uid ?? null,
    ways: ways ? wholeJson<Procedure>(ways.ways_json, "how its work is done") : null,
    drawing: drawing && {
      number: drawing.number,
      note: drawing.note,
      createdAt: drawing.createdAt,
      keptAt: drawing.keptAt,
      document: drawing.document,
    },
    journal: await journalIn(db, jobId),
    runs,
    verdicts: await verdictsIn(db, jobId, runIds),
    photos,
    ...(await materialsIn(db, jobId)),
  };
  return { file, jobId, machineId, runIds, photoIds };
}

/** Which job of its machine it is. */
async function numberOf(db: Knex, row: JobRow): Promise<number> {
  const [n] = await db("jobs")
    .where({ machine_id: row.machine_id })
    .whereRaw("(opened_at, id) <= (?, ?)", [row.opened_at, row.id])
    .count<{ n: number }[]>("* as n");
  return n?.n ?? 1;
}

async function runsIn(db: Knex, jobId: number): Promise<{ runs: JobRun[]; runIds: number[] }> {
  const rows = await db<RunRow>("runs").where({ job_id: jobId }).orderBy("id");
  const alone = new Map(
    (
      await db("triages")
        .whereIn(
          "run_id",
          rows.map((r) => r.id),
        )
        .select<{ run_id: number; result_json: string }[]>("run_id", "result_json")
    ).map((t) => [
      t.run_id,
      t.result_json === "null" ? null : wholeJson<Triage>(t.result_json, `what was said of run ${t.run_id} alone`),
    ]),
  );
  const runs = rows.map((row, i): JobRun => {
    const r = runFromRow(row);
    for (const kept of [row.columns_json, row.layout_json, row.gaps_json, row.warnings_json, row.conditions_json])
      wholeJson(kept, `what is kept of run ${row.id} beside its log`);
    return {
      kind: r.kind,
      file: `runs/${i + 1}-${r.kind}.csv`,
      sourceName: r.sourceName,
      sha256: r.sourceSha256,
      bytes: r.sourceBytes,
      createdAt: r.createdAt,
      replacedAt: row.replaced_at,
      columns: r.columns,
      layout: r.layout,
      phases: r.phases,
      conditions: r.conditions,
      revision: r.revision,
      alone: alone.get(r.id) ?? null,
    };
  });
  return { runs, runIds: rows.map((r) => r.id) };
}

async function photosIn(db: Knex, jobId: number): Promise<{ photos: JobPhoto[]; photoIds: number[] }> {
  const rows = await db("photos")
    .join("photo_files", "photo_files.photo_id", "photos.id")
    .where({ job_id: jobId })
    .whereNull("removed_at")
    .orderBy("id")
    .select<PhotoRow[]>(
      "id",
      "phase",
      "note",
      "x_mm",
      "y_mm",
      "width",
      "height",
      "squaring_json",
      "created_at",
      "image",
    );
  return {
    photoIds: rows.map((r) => r.id),
    photos: rows.map((r, i) => ({
      file: `photos/${i + 1}.jpg`,
      sha256: createHash("sha256").update(r.image).digest("hex"),
      phase: r.phase,
      note: r.note,
      xMm: r.x_mm,
      yMm: r.y_mm,
      width: r.width,
      height: r.height,
      squaring:
        r.squaring_json === null
          ? null
          : wholeJson<JobPhoto["squaring"]>(r.squaring_json, `how photo ${r.id} is straightened`),
      createdAt: r.created_at,
    })),
  };
}

interface PhotoRow {
  id: number;
  phase: JobPhoto["phase"];
  note: string;
  x_mm: number | null;
  y_mm: number | null;
  width: number;
  height: number;
  squaring_json: string | null;
  created_at: string;
  image: Buffer;
}

async function journalIn(db: Knex, jobId: number): Promise<JobFile["journal"]> {
  const rows = await db("journal")
    .where({ job_id: jobId })
    .orderBy("rowid")
    .select<(JobFile["journal"][number] & { received_at: string; who: string })[]>();
  return rows.map((r) => ({
    id: r.id,
    at: r.at,
    stage: r.stage,
    step: r.step,
    act: r.act,
    value: r.value,
    reason: r.reason,
    ...(r.who ? { who: r.who } : {}),
    receivedAt: r.received_at,
    aside: Boolean(r.aside),
  }));
}

interface VerdictRow {
  id: number;
  before_run_id: number;
  after_run_id: number;
  created_at: string;
  judge_version: string;
  inputs_json: string;
  result_json: string;
}

/** A verdict names its runs by their place, and its inputs say no number of this database. */
async function verdictsIn(db: Knex, jobId: number, runIds: readonly number[]): Promise<JobFile["verdicts"]> {
  const rows = await db("verdicts").where({ job_id: jobId }).orderBy("id").select<VerdictRow[]>();
  return rows.map((r) => ({
    createdAt: r.created_at,
    judge: r.judge_version,
    before: runIds.indexOf(r.before_run_id),
    after: runIds.indexOf(r.after_run_id),
    inputs: placed(wholeJson(r.inputs_json, `what verdict ${r.id} was given on`), (id) => runIds.indexOf(id)),
    result: wholeJson<JobFile["verdicts"][number]["result"]>(r.result_json, `verdict ${r.id}`),
  }));
}

/** What a verdict was given on, with every number of a run made another. */
export function placed(inputs: unknown, to: (id: number) => number): unknown {
  if (typeof inputs !== "object" || inputs === null) return inputs;
  if (Array.isArray(inputs)) return inputs.map((i) => placed(i, to));
  return Object.fromEntries(
    Object.entries(inputs).map(([k, v]) => [k, k === "runId" && typeof v === "number" ? to(v) : placed(v, to)]),
  );
}

interface BookingRow {
  lot_id: number;
  what: string;
  amount: number;
  at: string;
  undone_at: string | null;
}
interface LotRow {
  id: number;
  kind: JobLot["kind"];
  name: string;
  lot: string;
  amount: number;
  price: number;
  bought_on: string;
  opened_on: string | null;
  best_before: string | null;
  props_json: string;
}

async function materialsIn(db: Knex, jobId: number): Promise<Pick<JobFile, "lots" | "bookings" | "cuttings">> {
  const bookings = await db("bookings").where({ job_id: jobId }).orderBy("id").select<BookingRow[]>();
  const ids = [...new Set(bookings.map((b) => b.lot_id))];
  const lots = await db("lots").whereIn("id", ids).orderBy("id").select<LotRow[]>();
  const at = new Map(lots.map((l, i) => [l.id, i]));
  const cuttings = await db("cuttings")
    .where({ job_id: jobId })
    .orderBy("id")
    .select<{ plan_json: string; at: string; undone_at: string | null }[]>();
  return {
    lots: lots.map((l) => ({
      kind: l.kind,
      name: l.name,
      lot: l.lot,
      amount: l.amount,
      price: l.price,
      boughtOn: l.bought_on,
      openedOn: l.opened_on,
      bestBefore: l.best_before,
      props: wholeJson<unknown>(l.props_json, `lot ${l.id}`),
    })),
    bookings: bookings.map((b) => ({
      lot: at.get(b.lot_id) ?? 0,
      what: b.what,
      amount: b.amount,
      at: b.at,
      undoneAt: b.undone_at,
    })),
    cuttings: cuttings.map((c) => ({
      plan: wholeJson<JobFile["cuttings"][number]["plan"]>(c.plan_json, "the cutting of its pads"),
      at: c.at,
      undoneAt: c.undone_at,
    })),
  };
}

/** The job of a name that is the same in every Ovrant; null where it is not here. */
export async function jobByUid(db: Knex, uid: string): Promise<number | null> {
  return (await db("jobs").where({ uid }).first<{ id: number } | undefined>("id"))?.id ?? null;
}
