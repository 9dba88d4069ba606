import type { Knex } from "knex";

/** When a lot came on the shelf, and how often the bounds or conditions of a run were changed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("lots", (t) => {
    t.string("created_at", 24);
  });
  await knex.schema.alterTable("runs", (t) => {
    t.integer("revision").notNullable().defaultTo(0);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable("lots", (t) => {
    t.dropColumn("created_at");
  });
  await knex.schema.alterTable("runs", (t) => {
    t.dropColumn("revision");
  });
}
