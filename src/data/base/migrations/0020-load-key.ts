import type { Knex } from "knex";

/** What opens the load page of a run and nothing else: the first figures of its token. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("live_runs", (t) => t.string("load_key").notNullable().defaultTo(""));
  await knex.schema.alterTable("live_runs", (t) => t.index(["load_key"]));
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable("live_runs", (t) => t.dropIndex(["load_key"]));
  await knex.schema.alterTable("live_runs", (t) => t.dropColumn("load_key"));
}
