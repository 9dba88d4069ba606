import type { Knex } from "knex";

/** A job's own name, the same in every Ovrant, and what was signed of it: the document as it stood, and its hash. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("ALTER TABLE jobs ADD COLUMN uid varchar(32)");
  await knex.raw("UPDATE jobs SET uid = lower(hex(randomblob(16)))");
  await knex.raw("CREATE UNIQUE INDEX jobs_uid ON jobs (uid)");
  await knex.raw(`CREATE TRIGGER jobs_named AFTER INSERT ON jobs WHEN NEW.uid IS NULL BEGIN
    UPDATE jobs SET uid = lower(hex(randomblob(16))) WHERE id = NEW.id;
  END`);
  // what changes no job: settings make every open one stale
  await knex.schema.createTable("keeping", (t) => {
    t.string("key", 40).primary();
    t.text("value_json").notNullable();
  });
  await knex.schema.createTable("signoffs", (t) => {
    t.increments("id");
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE");
    t.integer("revision").notNullable();
    t.string("at", 30).notNullable();
    t.text("by_json").notNullable();
    t.text("checked_json").nullable();
    t.string("sha256", 64).notNullable();
    t.binary("document_gzip").notNullable();
    t.unique(["job_id", "revision"]);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable("signoffs");
  await knex.schema.dropTable("keeping");
  await knex.raw("DROP TRIGGER jobs_named");
  await knex.raw("DROP INDEX jobs_uid");
  await knex.raw("ALTER TABLE jobs DROP COLUMN uid");
}
