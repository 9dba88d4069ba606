import type { Knex } from "knex";

/**
 * How hard a machine is used and since when, by what its next date was set, and every date it had: what it was due to
 * stays to be seen.
 */
export async function up(knex: Knex): Promise<void> {
  for (const column of [
    "used varchar(12) NOT NULL DEFAULT ''",
    "bought varchar(7)",
    "due_by varchar(12) NOT NULL DEFAULT ''",
  ])
    await knex.raw(`ALTER TABLE machines ADD COLUMN ${column}`);
  // dates that were set so far were set by hand: none of them moves by itself
  await knex.raw("UPDATE machines SET due_by = 'hand' WHERE due_on IS NOT NULL");
  await knex.schema.createTable("dues", (t) => {
    t.increments("id");
    t.integer("machine_id").notNullable().references("machines.id").onDelete("CASCADE").index();
    t.string("at", 30).notNullable();
    // "set", "moved", "snoozed", "done", "taken away"
    t.string("what", 12).notNullable();
    t.string("due_on", 10).nullable();
    t.string("by", 12).notNullable();
    t.string("why", 300).notNullable();
    t.string("was_on", 10).nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable("dues");
  for (const column of ["used", "bought", "due_by"]) await knex.raw(`ALTER TABLE machines DROP COLUMN ${column}`);
}
