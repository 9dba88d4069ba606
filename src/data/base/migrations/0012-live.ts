import type { Knex } from "knex";

/**
 * Runs that are recorded while they go. A live run has the number its run will have once it is kept; its samples stand
 * here one by one, so that what was acknowledged is on disk, until the whole log is kept with the run.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("live_runs", (t) => {
    t.integer("id").primary();
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE");
    t.string("kind", 10).notNullable();
    t.string("token_hash", 64).notNullable();
    t.text("recipe_json").notNullable();
    t.text("limits_json").notNullable();
    t.text("conditions_json").notNullable();
    t.text("stand_in_json").nullable();
    t.string("created_at", 30).notNullable();
    t.string("began_at", 30).nullable();
    t.string("closed_at", 30).nullable();
    t.text("problem_json").nullable();
  });
  await knex.raw("CREATE UNIQUE INDEX live_open ON live_runs (job_id, kind) WHERE closed_at IS NULL");
  await knex.raw("CREATE INDEX live_tokens ON live_runs (token_hash)");
  await knex.schema.createTable("live_events", (t) => {
    t.increments("id");
    t.integer("run_id").notNullable().references("live_runs.id").onDelete("CASCADE");
    t.float("at_s").notNullable();
    t.string("what", 12).notNullable();
    t.string("why", 16).nullable();
    t.index("run_id");
  });
  await knex.schema.createTable("live_sources", (t) => {
    t.integer("run_id").notNullable().references("live_runs.id").onDelete("CASCADE");
    t.string("source", 20).notNullable();
    t.float("offset_s").notNullable();
    t.integer("high").nullable();
    t.primary(["run_id", "source"]);
  });
  await knex.schema.createTable("live_samples", (t) => {
    t.increments("id");
    t.integer("run_id").notNullable().references("live_runs.id").onDelete("CASCADE");
    t.string("source", 20).notNullable();
    t.integer("seq").notNullable();
    t.float("t").notNullable();
    t.text("values_json").notNullable();
    t.unique(["run_id", "source", "seq"]);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["live_samples", "live_sources", "live_events", "live_runs"]) await knex.schema.dropTable(table);
}
