import type { Knex } from "knex";

/** Every wrong PIN, by its tag and its bench: counted by tries, and shown to whose tag it is. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("pin_misses", (t) => {
    t.increments("id");
    t.integer("person_id").notNullable();
    // none where it was tried on the machine itself
    t.integer("bench_id").nullable();
    t.bigInteger("at_ms").notNullable();
    t.boolean("shown").notNullable().defaultTo(false);
    t.index(["person_id", "at_ms"]);
    t.index(["bench_id", "at_ms"]);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable("pin_misses");
}
