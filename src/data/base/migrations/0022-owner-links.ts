import type { Knex } from "knex";

/** Links by which owners read a report: by the job's lasting id and its signed revision, each with an end. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("owner_links", (t) => {
    t.string("id").primary();
    t.string("job_uid").notNullable().index();
    // 0: closed, and not signed when the link was made
    t.integer("revision").notNullable();
    t.string("closed_at").notNullable();
    t.string("made_at").notNullable();
    t.string("made_by").notNullable().defaultTo("");
    t.bigInteger("ends_ms").notNullable();
    t.string("revoked_at").nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable("owner_links");
}
