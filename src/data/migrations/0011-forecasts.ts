import type { Knex } from "knex";

/**
 * What was forecast of a job's work, from which later forecasts learn: written with how it stands. It rests on what the
 * run before said alone, so that makes it stale too.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("stands", (t) => {
    t.string("forecast_on", 10).nullable();
    t.text("forecast_json").nullable();
  });
  await knex.raw("CREATE INDEX stands_forecast ON stands (forecast_on, job_id) WHERE forecast_on IS NOT NULL");
  for (const event of ["INSERT", "UPDATE"])
    await knex.raw(
      `CREATE TRIGGER stale_by_triage_${event.toLowerCase()} AFTER ${event} ON triages BEGIN
         UPDATE stands SET facts = facts + 1 WHERE job_id = (SELECT job_id FROM runs WHERE id = NEW.run_id);
       END`,
    );
}

export async function down(knex: Knex): Promise<void> {
  for (const event of ["insert", "update"]) await knex.raw(`DROP TRIGGER stale_by_triage_${event}`);
  await knex.raw("DROP INDEX stands_forecast");
  for (const column of ["forecast_on", "forecast_json"]) await knex.raw(`ALTER TABLE stands DROP COLUMN ${column}`);
}
