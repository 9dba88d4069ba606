import { gunzipSync } from "node:zlib";
import type { Knex } from "knex";

/**
 * A job can wait, and come back. What lists and stages need of many jobs at once, written with the facts it comes
 * from: how a job stands, the peak of
 * a run, what cleaning used by day, what was cut of a sheet. Triggers mark what a new fact makes stale, whoever
 * writes it.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("stands", (t) => {
    t.integer("job_id").primary().references("jobs.id").onDelete("CASCADE");
    t.integer("machine_id").notNullable().index();
    // facts that came in, and how many of them were seen when it was last worked out
    t.integer("facts").notNullable().defaultTo(1);
    t.integer("seen").notNullable().defaultTo(0);
    t.string("made_by", 24).notNullable().defaultTo("");
    t.string("at", 12).notNullable().defaultTo("");
    t.text("told_json").notNullable().defaultTo("");
  });
  await knex.schema.alterTable("machines", (t) => {
    t.integer("last_job_id");
    t.integer("open_job_id");
  });
  await knex.schema.alterTable("layout_revisions", (t) => {
    t.float("width_mm").notNullable().defaultTo(0);
    t.float("depth_mm").notNullable().defaultTo(0);
    t.integer("parts").notNullable().defaultTo(0);
  });
  await knex.schema.alterTable("jobs", (t) => {
    t.text("waits_json");
    t.integer("comes_back_from");
    t.string("check_on", 10);
  });
  await knex.schema.alterTable("runs", (t) => t.float("peak_c"));
  await knex.schema.alterTable("sheets", (t) => t.float("used_cm2"));
  await knex.schema.createTable("cleanings", (t) => {
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE");
    t.string("step", 60).notNullable();
    t.string("kind", 12).notNullable();
    t.primary(["job_id", "step", "kind"]);
    t.string("on_day", 10).notNullable();
    t.float("amount").notNullable();
  });
  await knex.schema.createTable("cleaned_days", (t) => {
    t.string("kind", 12).notNullable();
    t.string("on_day", 10).notNullable();
    t.primary(["kind", "on_day"]);
    t.float("amount").notNullable().defaultTo(0);
  });
  await knex.schema.createTable("triages", (t) => {
    t.integer("run_id").primary().references("runs.id").onDelete("CASCADE");
    t.string("asked_sha256", 64).notNullable();
    t.text("result_json").notNullable();
  });
  await fill(knex);
  for (const sql of [...INDEXES, ...TRIGGERS]) await knex.raw(sql);
}

const OPEN_JOB = "(SELECT min(id) FROM jobs WHERE jobs.machine_id = machines.id AND jobs.closed_at IS NULL)";

const INDEXES = [
  "CREATE INDEX machines_open ON machines (open_job_id) WHERE open_job_id IS NOT NULL",
  "CREATE INDEX stands_stale ON stands (job_id) WHERE facts <> seen",
  "CREATE INDEX stands_at ON stands (at)",
  "CREATE INDEX jobs_open ON jobs (opened_at, id, machine_id) WHERE closed_at IS NULL",
  "CREATE INDEX jobs_of_machine ON jobs (machine_id, opened_at DESC, id DESC)",
  "CREATE INDEX jobs_check ON jobs (check_on) WHERE check_on IS NOT NULL",
  "CREATE INDEX jobs_closed ON jobs (closed_at) WHERE closed_at IS NOT NULL",
  "CREATE INDEX machines_tag ON machines (lower(tag))",
  "CREATE INDEX machines_model ON machines (model, variant)",
  "CREATE INDEX machines_place ON machines (place, tag)",
  "CREATE INDEX machines_due ON machines (due_on) WHERE due_on IS NOT NULL",
  "CREATE INDEX layouts_name ON layouts (lower(model), lower(variant))",
  "CREATE INDEX layouts_order ON layouts (model, variant)",
  "CREATE INDEX job_layouts_revision ON job_layouts (revision_id)",
  "CREATE INDEX bookings_stand ON bookings (lot_id, at, amount, job_id) WHERE undone_at IS NULL",
  "CREATE INDEX sheets_lying ON sheets (lot_id) WHERE used_by IS NULL AND removed_at IS NULL",
  "CREATE INDEX sheets_used ON sheets (lot_id, used_by, used_cm2) WHERE used_by IS NOT NULL",
  "CREATE INDEX cleanings_day ON cleanings (kind, on_day, job_id, amount)",
  "CREATE INDEX lots_kept ON lots (kind) WHERE retired_at IS NULL",
];

/** A job stands otherwise once one of these happened; `job` is which one, as SQL over the new or old row. */
const FACTS = [
  ["journal", "INSERT", "NEW.job_id"],
  ["runs", "INSERT", "NEW.job_id"],
  ["runs", "UPDATE", "NEW.job_id"],
  ["verdicts", "INSERT", "NEW.job_id"],
  ["job_layouts", "INSERT", "NEW.job_id"],
  ["job_layouts", "UPDATE", "NEW.job_id"],
  ["job_practice", "INSERT", "NEW.job_id"],
  ["job_practice", "UPDATE", "NEW.job_id"],
  ["jobs", "UPDATE", "NEW.id"],
] as const;

const TRIGGERS = [
  `CREATE TRIGGER stands_of_job AFTER INSERT ON jobs BEGIN
     INSERT INTO stands (job_id, machine_id) VALUES (NEW.id, NEW.machine_id);
     UPDATE machines SET last_job_id = NEW.id, open_job_id = coalesce(open_job_id, NEW.id) WHERE id = NEW.machine_id;
   END`,
  `CREATE TRIGGER opened_or_closed AFTER UPDATE OF closed_at ON jobs BEGIN
     UPDATE machines SET open_job_id = ${OPEN_JOB} WHERE id = NEW.machine_id;
   END`,
  ...FACTS.map(
    ([table, event, job]) =>
      `CREATE TRIGGER stale_by_${table}_${event.toLowerCase()} AFTER ${event} ON ${table} BEGIN
         UPDATE stands SET facts = facts + 1 WHERE job_id = ${job};
       END`,
  ),
  `CREATE TRIGGER stale_by_drawing AFTER UPDATE OF document_json ON layout_revisions BEGIN
     UPDATE stands SET facts = facts + 1
       WHERE job_id IN (SELECT job_id FROM job_layouts WHERE revision_id = NEW.id);
   END`,
  `CREATE TRIGGER stale_by_limit AFTER UPDATE OF limit_c ON machines BEGIN
     UPDATE stands SET facts = facts + 1 WHERE machine_id = NEW.id;
   END`,
  `CREATE TRIGGER stale_by_settings AFTER INSERT ON settings BEGIN
     UPDATE stands SET facts = facts + 1 WHERE job_id IN (SELECT id FROM jobs WHERE closed_at IS NULL);
   END`,
  `CREATE TRIGGER stale_by_settings_changed AFTER UPDATE ON settings BEGIN
     UPDATE stands SET facts = facts + 1 WHERE job_id IN (SELECT id FROM jobs WHERE closed_at IS NULL);
   END`,
  `CREATE TRIGGER cleaned_more AFTER INSERT ON cleanings BEGIN
     INSERT INTO cleaned_days (kind, on_day, amount) VALUES (NEW.kind, NEW.on_day, NEW.amount)
       ON CONFLICT (kind, on_day) DO UPDATE SET amount = amount + NEW.amount;
   END`,
  `CREATE TRIGGER cleaned_less AFTER DELETE ON cleanings BEGIN
     UPDATE cleaned_days SET amount = amount - OLD.amount WHERE kind = OLD.kind AND on_day = OLD.on_day;
   END`,
];

/** What older versions did not keep is made from what they did. */
async function fill(knex: Knex): Promise<void> {
  await knex.raw("INSERT INTO stands (job_id, machine_id) SELECT id, machine_id FROM jobs");
  await knex.raw(
    `UPDATE machines SET open_job_id = ${OPEN_JOB},
       last_job_id = (SELECT max(id) FROM jobs WHERE jobs.machine_id = machines.id)`,
  );
  await knex.raw(
    `UPDATE layout_revisions SET width_mm = json_extract(document_json, '$.base.widthMm'),
       depth_mm = json_extract(document_json, '$.base.depthMm'), parts = json_array_length(document_json, '$.parts')`,
  );
  for (const { id } of await knex("runs").select<{ id: number }[]>("id")) await fillPeak(knex, id);
  const cuttings = await knex("cuttings").whereNull("undone_at").select<{ id: number; plan_json: string }[]>();
  for (const { id, plan_json } of cuttings) {
    const { rests } = JSON.parse(plan_json) as { rests: Rest[] };
    for (const s of await knex("sheets").where({ used_by: id }).select<Sheet[]>()) {
      const rest = rests.filter((r) => r.sheet === String(s.id)).reduce((a, r) => a + r.widthMm * r.heightMm, 0);
      await knex("sheets")
        .where({ id: s.id })
        .update({ used_cm2: (s.width_mm * s.height_mm - rest) / 100 });
    }
  }
  const jobs = await knex("journal").where("step", "like", "clean:%").distinct<{ job_id: number }[]>("job_id");
  for (const { job_id } of jobs) await fillCleanings(knex, job_id);
  await knex.raw(
    "INSERT INTO cleaned_days (kind, on_day, amount) SELECT kind, on_day, sum(amount) FROM cleanings GROUP BY 1, 2",
  );
}

interface Sheet {
  id: number;
  width_mm: number;
  height_mm: number;
}

interface Rest {
  sheet: string;
  widthMm: number;
  heightMm: number;
}

/** What a journal says of a cleaning, as it was read at this step: what reads it today may change. */
interface Entry {
  step: string;
  act: "done" | "undone" | "skipped" | "noted";
  value: string;
}
const METHODS = ["in-place", "out", "brush", "mat", "alcohol", "wipes", "remover"];
const CONSUMABLES = ["swab", "wipe", "cloth", "alcohol", "remover", "air"];

/** "mat;swab=2;air=8" is two swabs and eight seconds of air. */
function usesIn(value: string): [kind: string, amount: number][] {
  const [method = "", ...parts] = value.split(";");
  if (!METHODS.includes(method)) return [];
  const uses = new Map<string, number>();
  for (const part of parts) {
    const [kind = "", n = ""] = part.split("=");
    if (CONSUMABLES.includes(kind) && Number.isFinite(Number(n))) uses.set(kind, Number(n));
  }
  return [...uses];
}

async function fillPeak(knex: Knex, id: number): Promise<void> {
  const keys = ["cpu.temperature", "gpu.temperature"];
  const blocks = await knex("run_channels").where({ run_id: id }).whereIn("key", keys).select<{ block: Buffer }[]>();
  let peak = -Infinity;
  for (const { block } of blocks) {
    const raw = gunzipSync(block);
    for (let at = 0; at + 4 <= raw.length; at += 4) peak = Math.max(peak, raw.readFloatLE(at) || -Infinity);
  }
  if (peak > -Infinity) await knex("runs").where({ id }).update({ peak_c: peak });
}

async function fillCleanings(knex: Knex, jobId: number): Promise<void> {
  const rows = await knex("journal")
    .where({ job_id: jobId })
    .andWhere("step", "like", "clean:%")
    .orderBy("rowid")
    .select<(Entry & { received_at: string })[]>();
  const stand = new Map<string, { value: string; at: string }>();
  for (const r of rows) {
    if (r.act === "noted") continue;
    if (r.act === "done") stand.set(r.step, { value: r.value, at: r.received_at });
    else stand.delete(r.step);
  }
  for (const [step, { value, at }] of stand)
    for (const [kind, amount] of usesIn(value))
      await knex("cleanings").insert({ job_id: jobId, step, kind, on_day: at.slice(0, 10), amount });
}

export async function down(knex: Knex): Promise<void> {
  for (const [kind, list] of [
    ["TRIGGER", TRIGGERS],
    ["INDEX", INDEXES],
  ] as const)
    for (const sql of list) await knex.raw(`DROP ${kind} ${/^CREATE \w+ (\w+)/.exec(sql)?.[1] ?? ""}`);
  for (const table of ["triages", "cleaned_days", "cleanings", "stands"]) await knex.schema.dropTableIfExists(table);
  for (const [table, columns] of Object.entries(COLUMNS))
    for (const column of columns) await knex.raw(`ALTER TABLE ${table} DROP COLUMN ${column}`);
}

const COLUMNS = {
  machines: ["last_job_id", "open_job_id"],
  jobs: ["waits_json", "comes_back_from", "check_on"],
  runs: ["peak_c"],
  sheets: ["used_cm2"],
  layout_revisions: ["width_mm", "depth_mm", "parts"],
};
