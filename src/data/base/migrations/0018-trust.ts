import type { Knex } from "knex";

/** Who may: benches that joined, people with their PINs, who did what. Of a PIN or a passphrase only a slow hash. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("people", (t) => {
    t.increments("id");
    t.string("initials", 8).notNullable();
    t.string("role", 12).notNullable();
    t.string("pin_hash", 200).notNullable();
    // one more, and every session begun before is over
    t.integer("epoch").notNullable().defaultTo(1);
    t.integer("wrong").notNullable().defaultTo(0);
    t.bigInteger("rests_until_ms").notNullable().defaultTo(0);
    t.string("created_at", 30).notNullable();
    t.string("left_at", 30).nullable();
  });
  await knex.raw("CREATE UNIQUE INDEX people_here ON people (initials) WHERE left_at IS NULL");
  await knex.schema.createTable("benches", (t) => {
    t.increments("id");
    t.string("name", 40).notNullable();
    t.integer("wrong").notNullable().defaultTo(0);
    t.bigInteger("rests_until_ms").notNullable().defaultTo(0);
    t.string("joined_at", 30).notNullable();
    t.string("last_at", 30).notNullable();
    t.string("left_at", 30).nullable();
  });
  await knex.schema.createTable("audit", (t) => {
    t.increments("id");
    t.string("at", 30).notNullable();
    t.string("who", 8).notNullable();
    t.string("bench", 40).notNullable();
    t.string("what", 160).notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["audit", "benches", "people"]) await knex.schema.dropTable(table);
}
