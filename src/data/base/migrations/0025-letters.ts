import type { Knex } from "knex";

const LETTER = "upper(substr(CASE WHEN place = '' THEN tag ELSE place END, 1, 1))";

/** The whole rack by its letters is counted from an index alone, however many machines stand on it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`CREATE INDEX machines_letter ON machines (${LETTER}, open_job_id, due_on)`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("DROP INDEX machines_letter");
}
