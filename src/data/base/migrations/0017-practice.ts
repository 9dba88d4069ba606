import type { Knex } from "knex";

/**
 * The practice bench, apart from everything real: tries of mystery machines by learner, and cases a teacher made. What
 * a case is stands in its code; how a try went follows from what was pressed.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("practice_tries", (t) => {
    t.increments("id");
    t.string("learner", 8).notNullable();
    t.integer("number").notNullable();
    t.string("code", 12).notNullable();
    t.text("presses_json").notNullable();
    t.text("named_json").nullable();
    t.string("started_at", 30).notNullable();
    t.string("named_at", 30).nullable();
    t.unique(["learner", "number"]);
  });
  await knex.schema.createTable("practice_cases", (t) => {
    t.string("code", 12).primary();
    t.string("title", 60).notNullable();
    t.string("complaint", 200).notNullable();
    t.string("who", 8).notNullable();
    t.string("created_at", 30).notNullable();
    t.string("removed_at", 30).nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["practice_cases", "practice_tries"]) await knex.schema.dropTable(table);
}
