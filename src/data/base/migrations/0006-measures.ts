import type { Knex } from "knex";

/** What the after run of a job measures, by one judge: good figures and history come from one estimator. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("measures", (t) => {
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE");
    t.string("judge_version", 12).notNullable();
    t.primary(["job_id", "judge_version"]);
    t.integer("before_run_id").notNullable().references("runs.id").onDelete("CASCADE");
    t.integer("after_run_id").notNullable().references("runs.id").onDelete("CASCADE");
    t.text("runs_json").notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTableIfExists("measures");
}
