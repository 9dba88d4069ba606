import type { Knex } from "knex";

/** The hash of every piece that is kept beside it, and pieces that are not what they were. */
export async function up(knex: Knex): Promise<void> {
  for (const [table, columns] of Object.entries(SUMS))
    await knex.schema.alterTable(table, (t) => {
      // null: kept before hashes were; the first slow reading that finds it whole gives it one
      for (const column of columns) t.string(column, 64).nullable();
    });
  await knex.schema.createTable("broken_pieces", (t) => {
    t.string("table_name", 40).notNullable();
    t.string("column_name", 40).notNullable();
    t.integer("row").notNullable();
    t.string("found_at", 24).notNullable();
    // the back-up it was taken back from, and when; null while it is broken
    t.string("mended_at", 24).nullable();
    t.text("mended_from").nullable();
    t.primary(["table_name", "column_name", "row"]);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable("broken_pieces");
  for (const [table, columns] of Object.entries(SUMS))
    for (const column of columns) await knex.raw(`ALTER TABLE ${table} DROP COLUMN ${column}`);
}

const SUMS = {
  run_channels: ["block_sha256"],
  run_files: ["gzip_sha256"],
  photo_files: ["image_sha256", "thumbnail_sha256"],
  signoffs: ["document_gzip_sha256"],
};
