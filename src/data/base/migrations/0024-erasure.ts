import type { Knex } from "knex";

/** What was erased, by numbers that tell nothing of anybody, and what is left of documents that were signed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("erased", (t) => {
    t.integer("machine_id").notNullable();
    // numbers begin anew in another database: with the moment it was taken in they are one machine's
    t.string("created_at", 24).notNullable();
    t.string("erased_at", 24).notNullable();
    t.primary(["machine_id", "created_at"]);
  });
  await knex.schema.createTable("tombstones", (t) => {
    t.string("sha256", 64).notNullable();
    t.integer("revision").notNullable();
    t.string("signed_at", 24).notNullable();
    t.string("role", 60).notNullable();
    t.string("erased_at", 24).notNullable();
  });
  // what erased jobs used of a lot is used all the same
  await knex.schema.alterTable("lots", (t) => t.float("used_erased").notNullable().defaultTo(0));
  // words that are taken out of the index are overwritten there too
  await knex.raw("INSERT INTO finds (finds, rank) VALUES ('secure-delete', 1)");
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("INSERT INTO finds (finds, rank) VALUES ('secure-delete', 0)");
  await knex.raw("ALTER TABLE lots DROP COLUMN used_erased");
  await knex.schema.dropTable("tombstones");
  await knex.schema.dropTable("erased");
}
