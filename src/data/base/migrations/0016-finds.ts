import type { Knex } from "knex";

/**
 * Kinds of finds are words of the index too: what is found of one kind needs no look at what was found of the others.
 * A part found on the way that was changed or taken back is found by what stands now (`service/onTheWay`).
 */
export async function up(knex: Knex): Promise<void> {
  await made(knex, "kind");
  await knex.raw(`CREATE TRIGGER finds_aside_again AFTER INSERT ON journal WHEN NEW.step LIKE 'way:%' BEGIN
    DELETE FROM finds WHERE rowid IN
      (SELECT rowid * 8 + 2 FROM journal WHERE job_id = NEW.job_id AND step = NEW.step AND rowid < NEW.rowid);
  END`);
}

/** The index anew with what it holds. */
async function made(knex: Knex, kind: string): Promise<void> {
  await knex.raw("CREATE TABLE finds_kept AS SELECT rowid AS id, kind AS of, ref, machine_id, title, body FROM finds");
  await knex.raw("DROP TABLE finds");
  await knex.raw(
    `CREATE VIRTUAL TABLE finds USING fts5(
       ${kind}, ref UNINDEXED, machine_id UNINDEXED, title, body,
       tokenize = "unicode61 remove_diacritics 2 tokenchars '-_'", prefix = '2 3')`,
  );
  await knex.raw(
    `INSERT INTO finds (rowid, kind, ref, machine_id, title, body)
     SELECT id, of, ref, machine_id, title, body FROM finds_kept ORDER BY id`,
  );
  await knex.raw("DROP TABLE finds_kept");
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("DROP TRIGGER finds_aside_again");
  await made(knex, "kind UNINDEXED");
}
