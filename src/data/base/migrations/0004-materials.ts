import type { Knex } from "knex";

/** Materials by lot, sheets and off-cuts of pads, what was booked to jobs, and pads that were cut. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("lots", (t) => {
    t.increments("id");
    t.string("kind", 12).notNullable();
    t.string("name", 80).notNullable();
    t.string("lot", 40).notNullable();
    t.float("amount").notNullable();
    t.float("price").notNullable();
    t.string("bought_on", 10).notNullable();
    t.string("opened_on", 10);
    t.string("best_before", 10);
    t.text("props_json").notNullable();
    t.string("retired_at", 24);
  });
  await knex.schema.createTable("bookings", (t) => {
    t.increments("id");
    t.integer("lot_id").notNullable().references("lots.id").index();
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.string("what", 60).notNullable();
    t.float("amount").notNullable();
    t.string("at", 24).notNullable();
    t.string("undone_at", 24);
  });
  await knex.schema.createTable("cuttings", (t) => {
    t.increments("id");
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.text("plan_json").notNullable();
    t.string("at", 24).notNullable();
    t.string("undone_at", 24);
  });
  await knex.schema.createTable("sheets", (t) => {
    t.increments("id");
    t.integer("lot_id").notNullable().references("lots.id").index();
    t.float("width_mm").notNullable();
    t.float("height_mm").notNullable();
    t.float("thickness_mm").notNullable();
    t.boolean("offcut").notNullable().defaultTo(false);
    t.integer("from_cutting").references("cuttings.id").index();
    t.integer("used_by").references("cuttings.id").index();
    t.string("removed_at", 24);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["sheets", "cuttings", "bookings", "lots"]) await knex.schema.dropTableIfExists(table);
}
