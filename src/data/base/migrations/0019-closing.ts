import type { Knex } from "knex";

/** When a bench was locked last: what was signed in there before is over, whatever a cookie still says. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("benches", (t) => t.bigInteger("closed_ms").notNullable().defaultTo(0));
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable("benches", (t) => t.dropColumn("closed_ms"));
}
