import type { Knex } from "knex";

/** The journal of handwork, the practice each job is worked by, and the workshop's settings. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("journal", (t) => {
    t.string("id", 40).primary();
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.string("at", 24).notNullable();
    t.string("stage", 12).notNullable();
    t.string("step", 60).notNullable();
    t.string("act", 8).notNullable();
    t.string("value", 500).notNullable().defaultTo("");
    t.string("reason", 500).notNullable().defaultTo("");
    t.string("received_at", 24).notNullable();
  });
  await knex.schema.createTable("job_practice", (t) => {
    t.integer("job_id").primary().references("jobs.id").onDelete("CASCADE");
    t.text("practice_json").notNullable();
  });
  await knex.schema.createTable("settings", (t) => {
    t.string("key", 40).primary();
    t.text("value_json").notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["settings", "job_practice", "journal"]) await knex.schema.dropTableIfExists(table);
}
