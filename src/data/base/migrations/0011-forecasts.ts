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
  // what a drawing of another model is told alike by
  await knex.schema.alterTable("layout_revisions", (t) => {
    t.integer("blowers").notNullable().defaultTo(0);
    t.integer("pasted").notNullable().defaultTo(0);
  });
  const count = (where: string) => `(SELECT count(*) FROM json_each(document_json, '$.parts') AS p WHERE ${where})`;
  const kind = "json_extract(p.value, '$.kind')";
  await knex.raw(
    `UPDATE layout_revisions SET blowers = ${count(`${kind} = 'blower'`)},
       pasted = ${count(`${kind} = 'chip' AND json_extract(p.value, '$.role') IN ('cpu', 'gpu')`)}
      WHERE json_valid(document_json)`,
  );
  await knex.raw("CREATE INDEX layouts_alike ON layout_revisions (blowers, pasted) WHERE kept_at IS NOT NULL");
  for (const event of ["INSERT", "UPDATE"])
    await knex.raw(
      `CREATE TRIGGER stale_by_triage_${event.toLowerCase()} AFTER ${event} ON triages BEGIN
         UPDATE stands SET facts = facts + 1 WHERE job_id = (SELECT job_id FROM runs WHERE id = NEW.run_id);
       END`,
    );
}

export async function down(knex: Knex): Promise<void> {
  for (const event of ["insert", "update"]) await knex.raw(`DROP TRIGGER stale_by_triage_${event}`);
  await knex.raw("DROP INDEX layouts_alike");
  for (const column of ["blowers", "pasted"]) await knex.raw(`ALTER TABLE layout_revisions DROP COLUMN ${column}`);
  await knex.raw("DROP INDEX stands_forecast");
  for (const column of ["forecast_on", "forecast_json"]) await knex.raw(`ALTER TABLE stands DROP COLUMN ${column}`);
}
