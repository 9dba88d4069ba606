import type { Knex } from "knex";

/** A part found on the way that was changed or taken back is found by what stands now (`core/service/onTheWay`). */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`CREATE TRIGGER finds_aside_again AFTER INSERT ON journal WHEN NEW.step LIKE 'way:%' BEGIN
    DELETE FROM finds WHERE rowid IN
      (SELECT rowid * 8 + 2 FROM journal WHERE job_id = NEW.job_id AND step = NEW.step AND rowid < NEW.rowid);
  END`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("DROP TRIGGER finds_aside_again");
}
