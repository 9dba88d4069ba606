import type { Knex } from "knex";

/**
 * Which sides of an off-cut are still the factory's: they are trimmed where a pad would lie along them. And what a pipe
 * carries goes by the round one it was made from: a drawing that never set the figure takes the one that means as
 * much.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("sheets", (t) => {
    // sides by comma; null for a sheet that says nothing: all of a whole one, none of an off-cut
    t.string("factory", 30).nullable();
  });
  await usualPipe(knex, 22, 34);
}

export async function down(knex: Knex): Promise<void> {
  await usualPipe(knex, 34, 22);
  await knex.raw("ALTER TABLE sheets DROP COLUMN factory");
}

const usualPipe = (knex: Knex, from: number, to: number) =>
  knex.raw(
    `UPDATE layout_revisions SET document_json = json_set(document_json, '$.figures.pipe6W', ?)
      WHERE json_valid(document_json) AND json_extract(document_json, '$.figures.pipe6W') = ?`,
    [to, from],
  );
