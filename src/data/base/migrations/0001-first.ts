import type { Knex } from "knex";

/** Machines, their jobs, the runs of a job with samples and original file, verdicts, what headings were told. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("machines", (t) => {
    t.increments("id");
    t.string("tag", 24).notNullable().unique();
    t.string("model", 60).notNullable();
    t.string("variant", 60).notNullable().defaultTo("");
    t.string("place", 80).notNullable().defaultTo("");
    t.string("environment", 24).notNullable().defaultTo("office");
    t.string("form", 24).notNullable().defaultTo("fifteen");
    t.float("limit_c");
    t.string("due_on", 10);
    t.string("due_why", 200).notNullable().defaultTo("");
    t.string("created_at", 24).notNullable();
  });
  await knex.schema.createTable("jobs", (t) => {
    t.increments("id");
    t.integer("machine_id").notNullable().references("machines.id").onDelete("CASCADE").index();
    t.string("complaint", 500).notNullable().defaultTo("");
    t.string("opened_at", 24).notNullable();
    t.string("closed_at", 24);
    t.string("closing_note", 500).notNullable().defaultTo("");
  });
  await knex.schema.createTable("runs", (t) => {
    t.increments("id");
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.string("kind", 6).notNullable();
    t.string("created_at", 24).notNullable();
    t.string("replaced_at", 24);
    t.string("source_name", 200).notNullable();
    t.string("source_sha256", 64).notNullable();
    t.integer("source_bytes").notNullable();
    t.integer("rows").notNullable();
    t.float("step_s").notNullable();
    t.double("start_ms");
    t.text("columns_json").notNullable();
    t.text("layout_json").notNullable();
    t.text("gaps_json").notNullable();
    t.text("warnings_json").notNullable();
    t.float("load_on_s");
    t.float("load_off_s");
    t.text("conditions_json").notNullable();
  });
  await knex.schema.createTable("run_channels", (t) => {
    t.integer("run_id").notNullable().references("runs.id").onDelete("CASCADE");
    t.integer("position").notNullable();
    t.string("key", 60).notNullable();
    t.string("unit", 12).notNullable();
    t.string("heading", 200).notNullable();
    t.binary("block").notNullable();
    t.primary(["run_id", "key"]);
  });
  await knex.schema.createTable("run_files", (t) => {
    t.integer("run_id").primary().references("runs.id").onDelete("CASCADE");
    t.binary("gzip").notNullable();
  });
  await knex.schema.createTable("verdicts", (t) => {
    t.increments("id");
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.integer("before_run_id").notNullable().references("runs.id").onDelete("CASCADE");
    t.integer("after_run_id").notNullable().references("runs.id").onDelete("CASCADE");
    t.string("created_at", 24).notNullable();
    t.string("judge_version", 12).notNullable();
    t.text("inputs_json").notNullable();
    t.text("result_json").notNullable();
  });
  await knex.schema.createTable("heading_roles", (t) => {
    t.string("header_key", 32).notNullable();
    t.string("heading", 200).notNullable();
    t.primary(["header_key", "heading"]);
    t.string("role", 60).notNullable();
    t.string("told_at", 24).notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["heading_roles", "verdicts", "run_files", "run_channels", "runs", "jobs", "machines"])
    await knex.schema.dropTableIfExists(table);
}
