import type { Knex } from "knex";

/** "Practice" is called the workshop's ways, and the journal says who wrote a line, and what came too late. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.renameTable("job_practice", "job_ways");
  await knex.raw("ALTER TABLE job_ways RENAME COLUMN practice_json TO ways_json");
  await knex("settings").where({ key: "practice" }).update({ key: "ways" });
  await knex.schema.alterTable("journal", (t) => {
    t.string("who", 8).notNullable().defaultTo("");
    // came after its job was closed: it counts once the job is opened again
    t.boolean("aside").notNullable().defaultTo(false);
  });
  await knex.raw(`CREATE TRIGGER stale_by_journal_taken_in AFTER UPDATE OF aside ON journal BEGIN
    UPDATE stands SET facts = facts + 1 WHERE job_id = NEW.job_id;
  END`);
}

export async function down(knex: Knex): Promise<void> {
  // Knex would make the table anew, and its triggers with it
  await knex.raw("DROP TRIGGER stale_by_journal_taken_in");
  await knex.raw("ALTER TABLE journal DROP COLUMN who");
  await knex.raw("ALTER TABLE journal DROP COLUMN aside");
  await knex("settings").where({ key: "ways" }).update({ key: "practice" });
  await knex.raw("ALTER TABLE job_ways RENAME COLUMN ways_json TO practice_json");
  await knex.schema.renameTable("job_ways", "job_practice");
}
