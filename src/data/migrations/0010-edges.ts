import type { Knex } from "knex";

/** Which sides of an off-cut are still the factory's: they are trimmed where a pad would lie along them. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("sheets", (t) => {
    // sides by comma; null for a sheet that says nothing: all of a whole one, none of an off-cut
    t.string("factory", 30).nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("ALTER TABLE sheets DROP COLUMN factory");
}
